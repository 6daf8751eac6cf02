import { type ColumnTerms, columnTracks, toNumber } from "@ypsiline/core";

/** The diagonal hatch that margins are drawn with. One to a drawing. */
export const MarginHatch = ({ id, size = 6 }: { readonly id: string; readonly size?: number }) => (
  <pattern id={id} width={size} height={size} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
    <line x1="0" y1="0" x2="0" y2={size} stroke="var(--margin)" strokeWidth="1.4" opacity="0.7" />
  </pattern>
);

type StripProps = {
  readonly terms: ColumnTerms;
  readonly scale: number;
  readonly x: number;
  readonly y: number;
  readonly height: number;
  readonly hatch: string;
  /** Whether the page is drawn white under the columns. */
  readonly paper?: boolean;
};

/** Hundredths of a px are more than a screen shows. */
const drawn = (px: number): number => Math.round(px * 100) / 100;

/** One breakpoint's columns and margins as a strip, to a scale of screen px per px of layout. */
export const GridStrip = ({ terms, scale, x, y, height, hatch, paper = true }: StripProps) => {
  const width = toNumber(terms.width) * scale;
  const start = Math.max(0, toNumber(terms.margin.start) * scale);
  const end = Math.max(0, toNumber(terms.margin.end) * scale);
  return (
    <g>
      {paper && <rect x={x} y={y} width={width} height={height} fill="#fff" />}
      <rect x={x} y={y} width={start} height={height} fill={`url(#${hatch})`} />
      <rect x={x + width - end} y={y} width={end} height={height} fill={`url(#${hatch})`} />
      {/* One path for all columns: a version may have two thousand of them. */}
      <path
        d={columnTracks(terms)
          .map((track) => {
            const wide = drawn(Math.max(0, toNumber(track.width) * scale));
            return `M${drawn(x + toNumber(track.start) * scale)} ${y}h${wide}v${height}h-${wide}z`;
          })
          .join("")}
        fill="var(--column)"
        fillOpacity="0.75"
        stroke="var(--column-edge)"
        strokeWidth="0.7"
      />
      <rect x={x} y={y} width={width} height={height} fill="none" stroke="var(--ink)" />
    </g>
  );
};
