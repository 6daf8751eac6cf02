import type { Facet as FacetId } from "@ypsiline/core";
import { areas } from "./areas";
import { base } from "./base";
import { baseline } from "./baseline";
import { columns } from "./columns";
import type { Facet } from "./facet";
import { rows } from "./rows";

/** Every facet by its id, in the order people work in. An id of core's without a facet does not compile. */
export const facetOfId: Readonly<Record<FacetId, Facet>> = { base, columns, rows, baseline, areas };

export const facets: readonly Facet[] = Object.values(facetOfId);
