"use client";

import {
  type BoxFit,
  type BoxList,
  columnTerms,
  columnTracks,
  type Fit,
  type Layout,
  rootFontSize,
  type Standing,
  toNumber,
} from "@ypsiline/core";
import { useMemo } from "react";
import { GridStrip, MarginHatch } from "@/ui/grid-strip";
import { useSize } from "@/ui/use-size";

type Props = {
  readonly fit: Fit;
  readonly layout: Layout;
  readonly list: BoxList;
  readonly chosen: number | null;
  readonly onChoose: (index: number | null) => void;
};

/** Room above the boxes for column numbers, and beside them, screen px. */
const [above, beside] = [24, 16];
/** Names are written where there are so few boxes that they can be told apart. */
const mostNamed = 80;
const round = (px: number): number => Math.round(px * 100) / 100;

const standings = ["on", "near", "off"] as const satisfies readonly Standing[];

/** Boxes over the columns they are held against; each edge marked as it stands: a foot where it is on, dashes where near, a cross where off. */
export const FitDrawing = ({ fit, layout, list, chosen, onChoose }: Props) => {
  const { ref, width } = useSize<HTMLDivElement>();
  const wide = toNumber(fit.width);
  const scale = width > 2 * beside ? (width - 2 * beside) / wide : 0;
  const bottom = useMemo(() => Math.max(1, ...list.boxes.map(({ y, height }) => toNumber(y) + toNumber(height))), [list]);
  const terms = useMemo(() => columnTerms(fit.breakpoint.columns, { width: fit.width, rootFontSize: rootFontSize(layout) }), [fit, layout]);
  const paths = useMemo(() => edgePaths(fit.boxes, scale), [fit, scale]);
  const height = Math.min(bottom, 20_000) * scale;
  const named = list.boxes.length <= mostNamed;
  // A group begins where the first in it does: one of their names is enough.
  const places = new Set<string>();
  const alone = ({ x, y }: BoxList["boxes"][number]): boolean => {
    const place = `${Math.round((toNumber(x) * scale) / 8)} ${Math.round((toNumber(y) * scale) / 8)}`;
    return !places.has(place) && places.add(place).size > 0;
  };
  const chosenBox = chosen === null ? null : (fit.boxes[chosen] ?? null);
  return (
    <div className="fit-drawing" ref={ref} tabIndex={0} role="group" aria-label="Boxes over the columns">
      {scale > 0 && (
        <svg width={width} height={round(height + above + 16)} aria-hidden="true">
          <defs>
            <MarginHatch id="fit-hatch" />
          </defs>
          <GridStrip terms={terms} scale={scale} x={beside} y={above} height={round(height)} hatch="fit-hatch" />
          {columnTracks(terms).map((track, index) => {
            const middle = (toNumber(track.start) + toNumber(track.width) / 2) * scale;
            const every = Math.max(1, Math.ceil(20 / Math.max(0.1, (toNumber(terms.column) + toNumber(terms.gutter)) * scale)));
            return index % every === 0 ? (
              <text key={index} x={round(beside + middle)} y={16} className="fit-number">
                {index + 1}
              </text>
            ) : null;
          })}
          <g transform={`translate(${beside} ${above})`}>
            <path d={paths.outlines} className="fit-outlines" />
            {standings.map((is) => (
              <path key={is} d={paths[is]} className={`fit-edges ${is}`} />
            ))}
            {named &&
              list.boxes.map((box, index) =>
                toNumber(box.width) * scale > 24 && toNumber(box.height) * scale > 12 && alone(box) ? (
                  <text key={index} x={round(toNumber(box.x) * scale + 6)} y={round(toNumber(box.y) * scale + 13)} className="fit-name">
                    {box.name.slice(0, Math.max(1, Math.floor((toNumber(box.width) * scale - 8) / 6.4)))}
                  </text>
                ) : null,
              )}
            {named &&
              fit.boxes.map(({ box }, index) => (
                <rect
                  key={index}
                  x={round(toNumber(box.x) * scale)}
                  y={round(toNumber(box.y) * scale)}
                  width={round(toNumber(box.width) * scale)}
                  height={round(toNumber(box.height) * scale)}
                  className="fit-press"
                  onClick={() => onChoose(chosen === index ? null : index)}
                />
              ))}
            {chosenBox && (
              <rect
                x={round(toNumber(chosenBox.box.x) * scale)}
                y={round(toNumber(chosenBox.box.y) * scale)}
                width={round(toNumber(chosenBox.box.width) * scale)}
                height={round(toNumber(chosenBox.box.height) * scale)}
                className="fit-chosen"
              />
            )}
          </g>
        </svg>
      )}
    </div>
  );
};

const cross = (x: number, y: number): string => `M${round(x - 4)} ${round(y - 4)}l8 8m0 -8l-8 8`;

/** Outlines of all boxes, and their edges by how they stand, each as one path: thousands are drawn as fast as ten. */
const edgePaths = (boxes: readonly BoxFit[], scale: number): Readonly<Record<Standing | "outlines", string>> => {
  const found: Record<Standing | "outlines", string[]> = { on: [], near: [], off: [], outlines: [] };
  for (const { box, left, right, top, bottom } of boxes) {
    const [x, y, w, h] = [box.x, box.y, box.width, box.height].map((length) => round(toNumber(length) * scale)) as [
      number,
      number,
      number,
      number,
    ];
    found.outlines.push(`M${x} ${y}h${w}v${h}h${-w}z`);
    // Each side as a line, where it is crossed out when it is off, and its foot when an upright one is on.
    for (const [side, line, middle, foot] of [
      [left, `M${x} ${y}v${h}`, [x, y + h / 2], `M${x - 3} ${round(y + h)}h6`],
      [right, `M${round(x + w)} ${y}v${h}`, [x + w, y + h / 2], `M${round(x + w - 3)} ${round(y + h)}h6`],
      [top, `M${x} ${y}h${w}`, [x + w / 2, y], ""],
      [bottom, `M${x} ${round(y + h)}h${w}`, [x + w / 2, y + h], ""],
    ] as const) {
      if (!side) continue;
      found[side.is].push(line);
      if (side.is === "on") found.on.push(foot);
      else if (side.is === "off") found.off.push(cross(...middle));
    }
  }
  return { on: found.on.join(""), near: found.near.join(""), off: found.off.join(""), outlines: found.outlines.join("") };
};
