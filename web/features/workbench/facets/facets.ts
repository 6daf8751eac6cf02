import type { Facet as FacetId } from "@ypsiline/core";
import { areas } from "./areas";
import { base } from "./base";
import { baseline } from "./baseline";
import { columns } from "./columns";
import type { Facet, Layer } from "./facet";
import { rows } from "./rows";

/** Every facet, in the order people work in. */
export const facets = [base, columns, rows, baseline, areas] as const satisfies readonly Facet[];

const byId: ReadonlyMap<FacetId, Facet> = new Map(facets.map((facet) => [facet.id, facet]));

/** A facet by its id. */
export const facetOfId = (id: FacetId): Facet => byId.get(id) ?? columns;

/** What a sheet can show, in the order of its keys. */
export const layers: readonly { readonly id: Layer; readonly name: string; readonly key: string }[] = [
  ...facets.map(({ layer }) => layer),
  { id: "dimensions" as const, name: "Dimensions", key: "5" },
].sort((a, b) => a.key.localeCompare(b.key));
