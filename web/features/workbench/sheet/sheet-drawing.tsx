import { add, type RepeatedLines, type Resolution, rowAt, toNumber } from "@ypsiline/core";
import { memo } from "react";
import type { FindingPlace } from "../findings/finding-place";
import type { Facet } from "../facets/facet";
import type { Layer, Shown } from "../facets/layers";
import { hatchInSight, linesInSight, type Sight } from "./lines";

/** Distance of the margins' hatch lines along x and y, screen px. */
const hatchPitch = 10;

type Props = {
  readonly resolution: Resolution;
  /** How much of the page is drawn, px of layout: its drawn-at height, or more. */
  readonly length: number;
  readonly shown: Shown;
  readonly facet: Facet;
  /** Screen px per px of layout. */
  readonly scale: number;
  readonly mark: FindingPlace | null;
  /** The visible part of the drawing, screen px from its top. */
  readonly sight: Sight;
  /** Whether it is on white paper, not on a picture. */
  readonly paper: boolean;
};

/** Rows are distinguishable from 1.5 px: this many fill any screen. */
const mostRowsDrawn = 4_000;

/** The strength of each layer: the current facet is emphasised, the others are as faint as readable. */
const strength = (facet: Facet, layer: Layer): number =>
  layer === facet.layer ? 1 : layer === "columns" && facet.layer === "mesh" ? 0.8 : 0.45;

type RepeatedProps = {
  readonly of: RepeatedLines;
  /** How long each line is, screen px. */
  readonly length: number;
  readonly upright?: boolean;
  readonly scale: number;
  readonly sight: Sight;
  readonly colour: string;
};

/** Lines that repeat down or across. */
const Repeated = ({ of, sight, colour, ...drawn }: RepeatedProps) => {
  const { strong, weak } = linesInSight(of, drawn, sight);
  return (
    <g stroke={colour} strokeWidth="0.8" fill="none">
      <path d={weak} opacity="0.2" />
      <path d={strong} opacity="0.6" />
    </g>
  );
};

/**
 * One breakpoint's lines from the top left of its sheet, in screen px. Every position is resolve's, times the scale.
 */
export const SheetDrawing = memo(function SheetDrawing({ resolution, length, shown, facet, scale, mark, sight, paper }: Props) {
  const { terms, columns, rows, baselineLines, mesh, grid } = resolution;
  const px = (value: Parameters<typeof toNumber>[0]): number => toNumber(value) * scale;
  const width = px(resolution.width);
  const height = length * scale;
  const start = Math.max(0, px(terms.container.start));
  const end = Math.max(0, px(terms.margin.end));
  const container = Math.max(0, px(terms.container.width));
  const step = baselineLines ? px(baselineLines.step) : 0;
  const inSheet: Sight = { from: Math.max(0, sight.from), until: Math.min(height, sight.until) };
  // Rows closer than this run into one tone and cost a shape each.
  const drawRows = rows !== null && px(rows.pitch) >= 1.5;

  // A sheet may have thousands of rows; those in sight are a few hundred at most.
  const seenRows: { readonly row: number; readonly top: number; readonly tall: number }[] = [];
  if (drawRows && grid.rows)
    for (let row = rowAt(grid, inSheet.from / scale, 1); seenRows.length < mostRowsDrawn; row += 1) {
      const top = px(grid.rows.start(row));
      if (top >= height || top > inSheet.until) break;
      seenRows.push({ row, top, tall: Math.max(0, px(grid.rows.end(row)) - top) });
    }

  return (
    <>
      {paper && <rect x="0" y="0" width={width} height={height} fill="#fff" />}
      <path
        d={
          hatchInSight({ left: 0, right: start }, inSheet, hatchPitch) +
          hatchInSight({ left: width - end, right: width }, inSheet, hatchPitch)
        }
        stroke="var(--margin)"
        strokeWidth="1.4"
        opacity="0.7"
      />
      {shown.mesh && mesh && px(mesh.step) >= 2 && (
        <g opacity={strength(facet, "mesh")} data-layer="mesh">
          <Repeated of={mesh} length={width} scale={scale} sight={inSheet} colour="var(--ink-2)" />
          <Repeated of={mesh} length={height} upright scale={scale} sight={{ from: 0, until: width }} colour="var(--ink-2)" />
        </g>
      )}
      {shown.rows && drawRows && (
        <g opacity={strength(facet, "rows")}>
          {seenRows.map(({ row, top, tall }) => (
            <rect
              key={row}
              x={start}
              y={top}
              width={container}
              height={Math.min(tall, height - top)}
              fill="var(--row)"
              fillOpacity="0.75"
              stroke="var(--row-edge)"
              strokeWidth="0.6"
            />
          ))}
        </g>
      )}
      {shown.columns && (
        <g opacity={strength(facet, "columns")}>
          {columns.map((track, index) => {
            const a = px(track.start);
            const b = px(add(track.start, track.width));
            return (
              <g key={index}>
                <rect x={a} y="0" width={Math.max(0, b - a)} height={height} fill="var(--column)" fillOpacity="0.55" />
                <path d={`M${a} 0V${height}M${b} 0V${height}`} stroke="var(--column-edge)" strokeWidth="0.9" />
              </g>
            );
          })}
        </g>
      )}
      {shown.baseline && baselineLines && step >= 1.5 && (
        <g opacity={strength(facet, "baseline")}>
          <Repeated of={baselineLines} length={width} scale={scale} sight={inSheet} colour="var(--probe)" />
        </g>
      )}
      {mark === "margin" && (
        <Marked
          areas={[
            [0, start],
            [width - end, width],
          ]}
          height={height}
        />
      )}
      {mark === "gutter" && (
        <Marked areas={resolution.gutters.map((gap) => [px(gap.start), px(add(gap.start, gap.width))] as const)} height={height} />
      )}
      {mark === "columns" && (
        <Marked areas={columns.map((track) => [px(track.start), px(add(track.start, track.width))] as const)} height={height} />
      )}
      {mark === "container" && <Marked areas={[[start, start + container]]} height={height} />}
      {mark === "width" && <Marked areas={[[0, width]]} height={height} />}
      {(mark === "rows" || mark === "row-gutter") &&
        rows?.tracks.slice(0, 60).map((track, index) => {
          const next = rows.tracks[index + 1];
          const from = mark === "rows" ? px(track.start) : px(add(track.start, track.height));
          const to = mark === "rows" ? px(add(track.start, track.height)) : next ? px(next.start) : from;
          return <rect key={index} className="marked-place" x={start} y={from} width={container} height={Math.max(0, to - from)} />;
        })}
      {(mark === "baseline" || mark === "text") && <rect className="marked-place" x="0" y="0" width={width} height={Math.max(step, 2)} />}
      {mark === "height" && <rect className="marked-place" x="0" y={height - 6} width={width} height="6" />}
    </>
  );
});

/** Upright strips of a sheet that a finding speaks of. */
const Marked = ({ areas, height }: { readonly areas: readonly (readonly [number, number])[]; readonly height: number }) => (
  <>
    {areas.map(([from, to], index) => (
      <rect key={index} className="marked-place" x={from} y="0" width={Math.max(0, to - from)} height={height} />
    ))}
  </>
);
