import { type ColumnTerms, columnTracks, toNumber } from "@ypsiline/core";
import { MarginHatch } from "./grid-strip";

type Props = {
  readonly id: string;
  /** The later columns, drawn filled; null if there are none. */
  readonly after: ColumnTerms | null;
  /** The earlier columns, drawn as dashed edges on top. */
  readonly before: ColumnTerms | null;
  readonly width: number;
  readonly height: number;
  readonly label: string;
};

/** Two column grids at one width: the later filled, the edges of the earlier dashed on top. */
export const EdgesOver = ({ id, after, before, width, height, label }: Props) => {
  const widest = Math.max(after ? toNumber(after.width) : 0, before ? toNumber(before.width) : 0);
  const scale = (width - 2) / Math.max(1, widest);
  const x = (px: number): number => 1 + px * scale;
  const lip = 8;
  const total = after ? toNumber(after.width) : widest;
  const start = after ? Math.max(0, toNumber(after.margin.start)) : 0;
  const end = after ? Math.max(0, toNumber(after.margin.end)) : 0;
  const edges = before
    ? columnTracks(before).flatMap((track) => [toNumber(track.start), toNumber(track.start) + toNumber(track.width)])
    : [];
  return (
    <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} role="img" aria-label={label} className="edges-over">
      <defs>
        <MarginHatch id={`${id}-hatch`} />
      </defs>
      <rect x={x(0)} y={lip} width={total * scale} height={height - 2 * lip} fill="#fff" />
      {after && (
        <>
          <rect x={x(0)} y={lip} width={start * scale} height={height - 2 * lip} fill={`url(#${id}-hatch)`} />
          <rect x={x(total - end)} y={lip} width={end * scale} height={height - 2 * lip} fill={`url(#${id}-hatch)`} />
          {columnTracks(after).map((track, index) => (
            <rect
              key={index}
              x={x(toNumber(track.start))}
              y={lip}
              width={Math.max(0, toNumber(track.width) * scale)}
              height={height - 2 * lip}
              fill="var(--column)"
              stroke="var(--column-edge)"
              strokeWidth="0.7"
            />
          ))}
        </>
      )}
      {edges.length > 0 && (
        <path
          d={edges.map((at) => `M${x(at).toFixed(2)} 0V${height}`).join("")}
          stroke="var(--probe)"
          strokeWidth="1"
          strokeDasharray="3 2"
          fill="none"
        />
      )}
      <rect x={x(0)} y={lip} width={total * scale} height={height - 2 * lip} fill="none" stroke="var(--ink)" />
    </svg>
  );
};
