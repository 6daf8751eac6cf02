import type { Exact, Resolution } from "@ypsiline/core";
import type { Facet } from "../facets/facet";
import { columnLabels, type Label, numberStrip, pxLabels, rowLabels, sideStrip } from "./labels";
import type { Sight } from "./lines";

const Labels = ({ of, fill }: { readonly of: readonly Label[]; readonly fill: string }) =>
  of.map(({ text, left, top, width, height }) => (
    <text
      key={text}
      x={left + width / 2}
      y={top + height / 2 + 4}
      fontSize="11"
      textAnchor="middle"
      textLength={width > 34 ? width : undefined}
      lengthAdjust="spacingAndGlyphs"
      fill={fill}
      className="num"
    >
      {text}
    </text>
  ));

type ColumnsProps = { readonly resolution: Resolution; readonly scale: number; readonly left: number; readonly width: number };

/** Column numbers over the sheet. */
export const ColumnStrip = ({ resolution, scale, left, width }: ColumnsProps) => (
  <svg className="column-strip" width={width} height={numberStrip} aria-hidden="true">
    <g transform={`translate(${left} ${numberStrip})`}>
      <Labels of={columnLabels(resolution, scale)} fill="var(--primary-dark)" />
    </g>
  </svg>
);

type SideProps = {
  readonly resolution: Resolution;
  readonly facet: Facet;
  readonly base: Exact;
  readonly scale: number;
  /** How much of the page is drawn, px of layout. */
  readonly length: number;
  readonly sight: Sight;
  readonly height: number;
};

/** Px down the start of the sheet; row numbers where rows are what is worked on. */
export const SideStrip = ({ resolution, facet, base, scale, length, sight, height }: SideProps) => {
  const rows = facet.numbersRows ? rowLabels(resolution, length, scale, sight) : [];
  return (
    <svg className="side-strip" width={sideStrip} height={height} aria-hidden="true">
      <g transform={`translate(${sideStrip} 0)`}>
        {rows.length > 0 ? (
          <Labels of={rows} fill="var(--row-edge)" />
        ) : (
          <Labels of={pxLabels(length, base, scale, sight)} fill="var(--ink-2)" />
        )}
      </g>
    </svg>
  );
};
