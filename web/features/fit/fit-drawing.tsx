"use client";

import {
  type BoxFit,
  type BoxList,
  columnTerms,
  columnTracks,
  type Fit,
  type Layout,
  rootFontSize,
  show,
  sign,
  type Standing,
  toNumber,
} from "@ypsiline/core";
import { type PointerEvent, useMemo, useState } from "react";
import { GridStrip, MarginHatch } from "@/ui/grid-strip";
import { useSize } from "@/ui/use-size";
import { mostZoom, type Picture, type PictureLook, plainLook } from "@/ui/picture/picture";
import { PictureBar } from "@/ui/picture/picture-bar";
import { useZoom } from "@/ui/picture/use-zoom";
import { type Marked, markedBetween, noSnaps, type Snaps } from "./picture";

type Props = {
  readonly fit: Fit;
  readonly layout: Layout;
  readonly list: BoxList;
  readonly chosen: number | null;
  readonly onChoose: (index: number | null) => void;
  /** The picture the boxes were read from, drawn with the columns; null if there is none. */
  readonly picture?: { readonly is: Picture; readonly snaps: Snaps; readonly onMark: (box: Marked) => void } | null;
};

/** Screen px within which a side of a marked box snaps to an edge that was found. */
const snapReach = 6;
/** Sides off the grid whose difference is written at them. */
const mostLabels = 40;

/** Room above the boxes for column numbers, and beside them, screen px. */
const [above, beside] = [24, 16];
/** Names are written if there are few enough boxes to tell them apart. */
const mostNamed = 80;
const round = (px: number): number => Math.round(px * 100) / 100;

const standings = ["on", "near", "off"] as const satisfies readonly Standing[];

/**
 * Boxes over the columns they are compared with. Each edge is marked: a foot if it is on, dashes if near, a cross if
 * off.
 */
export const FitDrawing = ({ fit, layout, list, chosen, onChoose, picture = null }: Props) => {
  const { ref, width } = useSize<HTMLDivElement>();
  const wide = toNumber(fit.width);
  const fitting = width > 2 * beside ? (width - 2 * beside) / wide : 0;
  const [look, setLook] = useState<PictureLook>(plainLook);
  const [marking, setMarking] = useState(false);
  const ratio = typeof devicePixelRatio === "number" ? devicePixelRatio : 1;
  const density = picture?.is.density ?? 1;
  const zoom = useZoom(ref, picture && fitting > 0 ? (mostZoom * density) / ratio / fitting : 1);
  const scale = fitting * zoom.zoom;
  const [drag, setDrag] = useState<{ readonly from: readonly [number, number]; readonly to: readonly [number, number] } | null>(null);
  const bottom = useMemo(() => Math.max(1, ...list.boxes.map(({ y, height }) => toNumber(y) + toNumber(height))), [list]);
  const terms = useMemo(() => columnTerms(fit.breakpoint.columns, { width: fit.width, rootFontSize: rootFontSize(layout) }), [fit, layout]);
  const paths = useMemo(() => edgePaths(fit.boxes, scale), [fit, scale]);
  const height = Math.min(Math.max(bottom, picture?.is.height ?? 0), 20_000) * scale;
  const named = list.boxes.length <= mostNamed;
  // A group begins with its first box, so one name is enough.
  const places = new Set<string>();
  const alone = ({ x, y }: BoxList["boxes"][number]): boolean => {
    const place = `${Math.round((toNumber(x) * scale) / 8)} ${Math.round((toNumber(y) * scale) / 8)}`;
    return !places.has(place) && places.add(place).size > 0;
  };
  const chosenBox = chosen === null ? null : (fit.boxes[chosen] ?? null);
  /** The place of the page under the pointer, CSS px. */
  const placeOf = (event: PointerEvent<SVGRectElement>): readonly [number, number] => {
    const box = event.currentTarget.getBoundingClientRect();
    const inside = (value: number, most: number): number => Math.min(most, Math.max(0, value));
    return [inside((event.clientX - box.left) / scale, wide), inside((event.clientY - box.top) / scale, height / scale)];
  };
  const rectOf = ({ from, to }: NonNullable<typeof drag>): Marked =>
    markedBetween(from, to, picture?.snaps ?? noSnaps, snapReach / scale, density);
  const strip = (
    <g className="fit-grid" opacity={picture ? look.grid / 100 : 1}>
      <GridStrip terms={terms} scale={scale} x={beside} y={above} height={round(height)} hatch="fit-hatch" paper={!picture} />
    </g>
  );
  return (
    <>
      {picture && (
        <PictureBar
          picture={picture.is}
          look={look}
          zoom={zoom}
          actual={fitting > 0 ? density / ratio / fitting : 1}
          onLook={(next) => setLook((before) => ({ ...before, ...next }))}
        >
          <button type="button" className="btn btn-sm btn-quiet" aria-pressed={marking} onClick={() => setMarking(!marking)}>
            Mark a box
          </button>
        </PictureBar>
      )}
      <div className="fit-drawing" ref={ref} tabIndex={0} role="group" aria-label="Boxes over the columns">
        {scale > 0 && (
          <svg width={round(wide * scale + 2 * beside)} height={round(height + above + 16)} aria-hidden="true">
            <defs>
              <MarginHatch id="fit-hatch" />
            </defs>
            {(!picture || look.layer === "under") && strip}
            {picture && (
              <image
                href={picture.is.url}
                x={beside}
                y={above}
                width={round(picture.is.width * scale)}
                height={picture.is.height === null ? undefined : round(picture.is.height * scale)}
                preserveAspectRatio="none"
                opacity={look.picture / 100}
                className={scale * ratio > 2 * density ? "under-grid pixels" : "under-grid"}
              />
            )}
            {picture && look.layer === "over" && strip}
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
              <path d={paths.outlines} className={picture ? "fit-outlines seen-through" : "fit-outlines"} />
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
              {offLabels(fit.boxes, scale).map(({ x, y, words }, index) => (
                <g key={index} className="fit-off" transform={`translate(${x} ${y})`}>
                  <rect x={4} y={-9} width={words.length * 7 + 8} height={18} rx={3} />
                  <text x={8} y={4}>
                    {words}
                  </text>
                </g>
              ))}
              {picture && marking && (
                <>
                  <rect
                    x={0}
                    y={0}
                    width={round(wide * scale)}
                    height={round(height)}
                    className="fit-mark"
                    onPointerDown={(event) => {
                      event.currentTarget.setPointerCapture(event.pointerId);
                      const place = placeOf(event);
                      setDrag({ from: place, to: place });
                    }}
                    onPointerMove={(event) => {
                      if (drag) setDrag({ ...drag, to: placeOf(event) });
                    }}
                    onPointerUp={(event) => {
                      if (!drag) return;
                      const marked = rectOf({ ...drag, to: placeOf(event) });
                      setDrag(null);
                      if (marked.width > 0 && marked.height > 0) picture.onMark(marked);
                    }}
                    onPointerCancel={() => setDrag(null)}
                  />
                  {drag && <MarkedRect is={rectOf(drag)} scale={scale} />}
                </>
              )}
            </g>
          </svg>
        )}
      </div>
    </>
  );
};

/** A box that is being marked, with its size. */
const MarkedRect = ({ is, scale }: { readonly is: Marked; readonly scale: number }) => (
  <>
    <rect
      x={round(is.x * scale)}
      y={round(is.y * scale)}
      width={round(is.width * scale)}
      height={round(is.height * scale)}
      className="fit-chosen"
    />
    <text x={round((is.x + is.width) * scale) + 6} y={round((is.y + is.height) * scale) + 14} className="fit-name num">
      {is.width} × {is.height}
    </text>
  </>
);

/** Differences of vertical sides that are off the grid, at their places, screen px; only the first ones. */
const offLabels = (
  boxes: readonly BoxFit[],
  scale: number,
): readonly { readonly x: number; readonly y: number; readonly words: string }[] =>
  boxes
    .flatMap(({ box, left, right }) => {
      const y = round((toNumber(box.y) + toNumber(box.height) / 2) * scale);
      return [
        { side: left, x: round(toNumber(box.x) * scale), y },
        { side: right, x: round((toNumber(box.x) + toNumber(box.width)) * scale), y },
      ];
    })
    .flatMap(({ side, x, y }) =>
      side?.is === "off" ? [{ x, y, words: `${sign(side.off) > 0 ? "+" : ""}${show(side.off).replace("-", "−")}` }] : [],
    )
    .slice(0, mostLabels);

const cross = (x: number, y: number): string => `M${round(x - 4)} ${round(y - 4)}l8 8m0 -8l-8 8`;

/** Outlines of all boxes, and their edges by verdict, each as one path, so that thousands are drawn as fast as ten. */
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
    // Each side as a line, with the point where it is crossed out if it is off, and its lower end if a vertical one is
    // on.
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
