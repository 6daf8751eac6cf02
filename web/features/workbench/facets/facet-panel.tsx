"use client";

import type { Facet as FacetId } from "@ypsiline/core";
import type { FindingPlace } from "../findings/finding-place";
import type { LineProps } from "./facet";
import { facetOfId } from "./facets";

type Props = LineProps & { readonly facet: FacetId; readonly mark: FindingPlace | null };

/** The sum of the facet looked at, in one place whatever the facet. */
export const FacetPanel = ({ facet, mark, ...line }: Props) => {
  const { Line } = facetOfId(facet);
  return (
    <div className="facet-panel" data-mark={mark ?? undefined}>
      <Line key={facet} {...line} />
    </div>
  );
};
