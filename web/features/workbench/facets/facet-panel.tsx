"use client";

import type { FindingPlace } from "../findings/finding-place";
import type { Facet, LineProps } from "./facet";

type Props = LineProps & { readonly facet: Facet; readonly mark: FindingPlace | null };

/** The sum of the current facet, always in the same place. */
export const FacetPanel = ({ facet, mark, ...line }: Props) => {
  const { id, Line } = facet;
  return (
    <div className="facet-panel" data-mark={mark ?? undefined}>
      <Line key={id} {...line} />
    </div>
  );
};
