import { type Exact, exact } from "../exact/exact";
import type { Box, BoxList } from "./boxes";
import { boxLimits } from "./boxes";

/** A picture as its pixels: red, green, blue and opacity of each, row by row, as a canvas gives them. */
export type Pixels = { readonly width: number; readonly height: number; readonly data: Uint8Array | Uint8ClampedArray };

/** Limits of pictures; `pixels` is what is decoded at most. */
export const pictureLimits = { bytes: 5 * 1024 * 1024, pixels: 40_000_000, densities: [1, 1.5, 2, 3, 4] } as const;

/** Least step in brightness, of 255, that is an edge. */
const leastStep = 5;
/** An edge runs straight at least so long, CSS px: letters are shorter. */
const leastRun = 24;
/** Maximum number of runs, the longest first. */
const mostRuns = 20_000;

type Span = { readonly from: number; readonly to: number };
/** A step between two lines of pixels that runs straight: where, from and to (device px), how strong, and which way. */
type Run = Span & { readonly at: number; readonly step: number; readonly up: boolean };
/**
 * The layout of pixels in memory: number and length of lines, and the distance of neighbours across lines and along
 * one.
 */
type Raster = { readonly lines: number; readonly length: number; readonly across: number; readonly along: number };

/** Brightness by Rec. 601, over white for transparent pixels. */
const brightness = ({ width, height, data }: Pixels): Uint8Array => {
  const bright = new Uint8Array(width * height);
  for (let index = 0; index < bright.length; index += 1) {
    const [red = 0, green = 0, blue = 0, opacity = 0] = [data[4 * index], data[4 * index + 1], data[4 * index + 2], data[4 * index + 3]];
    bright[index] = 255 - Math.round(((255 - (299 * red + 587 * green + 114 * blue) / 1000) * opacity) / 255);
  }
  return bright;
};

/** Steps between each line of pixels and the one before it that run on for `least` px: one pass. */
const runsOf = (bright: Uint8Array, { lines, length, across, along }: Raster, least: number): readonly Run[] => {
  const runs: Run[] = [];
  for (let at = 1; at < lines; at += 1) {
    let [from, sum, way] = [0, 0, 0];
    for (let place = 0; place <= length; place += 1) {
      const here = at * across + place * along;
      const step = place === length ? 0 : (bright[here] ?? 0) - (bright[here - across] ?? 0);
      const now = step >= leastStep ? 1 : step <= -leastStep ? -1 : 0;
      if (now !== way) {
        if (way !== 0 && place - from >= least) runs.push({ at, from, to: place, step: sum / (place - from), up: way > 0 });
        [from, sum, way] = [place, 0, now];
      }
      sum += Math.abs(step);
    }
  }
  return runs.length <= mostRuns ? runs : runs.sort((a, b) => b.to - b.from - (a.to - a.from)).slice(0, mostRuns);
};

const overlap = (a: Span, b: Span): number => Math.min(a.to, b.to) - Math.max(a.from, b.from);

/** An edge with the far side of its line, if it is a line (device px). */
type Found = Span & { readonly at: number; readonly until: number };

/**
 * Edges of boxes are sharp; those of shadows are soft: beside their steepest step they continue with at least this
 * share of it, on both sides, or on one side if a box cuts off the other.
 */
const soft = 0.5;
/** Edges at most this far apart belong together, CSS px: the two sides of a border, its inside, its shadow. */
const widestSide = 3;

/** Mean step along a run, moved by some lines; positive in the direction of the run. */
const meanStep = (bright: Uint8Array, { at, from, to, up }: Run, moved: number, { lines, across, along }: Raster): number => {
  const line = at + moved;
  if (line < 1 || line >= lines) return 0;
  let sum = 0;
  for (let place = from; place < to; place += 1) {
    const here = line * across + place * along;
    sum += (bright[here] ?? 0) - (bright[here - across] ?? 0);
  }
  return (up ? sum : -sum) / (to - from);
};

/**
 * Edges of runs that belong together, each as one: as wide as its sharp runs are apart, along the longest of them. A blurred edge is
 * one at its steepest.
 */
const edgesOf = (runs: readonly Run[], bright: Uint8Array, raster: Raster, density: number): readonly Found[] => {
  const byPlace = new Map<number, Run[]>();
  for (const run of runs) byPlace.set(run.at, [...(byPlace.get(run.at) ?? []), run]);
  const steepest = runs.filter(
    (run) =>
      ![-1, 1].some((far) =>
        (byPlace.get(run.at + far) ?? []).some(
          (other) =>
            other.up === run.up &&
            2 * overlap(run, other) > run.to - run.from &&
            (other.step > run.step || (other.step === run.step && far < 0)),
        ),
      ),
  );
  const isSoft = (run: Run): boolean => {
    const [before, after] = [meanStep(bright, run, -1, raster) / run.step, meanStep(bright, run, 1, raster) / run.step];
    const [most, other] = before > after ? [before, after] : [after, before];
    return most >= soft && (other >= soft || other <= -soft);
  };
  const sorted = steepest
    .map((run) => ({ run, isSoft: isSoft(run) }))
    .sort((a, b) => Number(a.isSoft) - Number(b.isSoft) || b.run.to - b.run.from - (a.run.to - a.run.from));
  const reach = Math.round(widestSide * density);
  const sides = new Map<number, { at: number; until: number; readonly from: number; readonly to: number; readonly isSoft: boolean }[]>();
  const found: Found[] = [];
  for (const { run, isSoft } of sorted) {
    let joined = false;
    for (let far = 0; far <= reach && !joined; far += 1)
      for (const place of far === 0 ? [run.at] : [run.at - far, run.at + far]) {
        const side = (sides.get(place) ?? []).find(
          (one) => 2 * overlap(one, run) >= run.to - run.from && Math.max(one.until, run.at) - Math.min(one.at, run.at) <= reach,
        );
        if (!side) continue;
        joined = true;
        if (!isSoft || side.isSoft) [side.at, side.until] = [Math.min(side.at, run.at), Math.max(side.until, run.at)];
        break;
      }
    if (joined) continue;
    const side = { at: run.at, until: run.at, from: run.from, to: run.to, isSoft };
    sides.set(run.at, [...(sides.get(run.at) ?? []), side]);
    found.push(side);
  }
  return found;
};

/**
 * Edges of a picture: steps in brightness between neighbouring px that run straight for at least 24 CSS px, vertically
 * or horizontally; whole device px ÷ density; the longest 5,000. Each is an entry of an edge list (`BoxList.edges`), as
 * wide as its line, or 0 for the border between two surfaces. Null if there are none. One pass over the pixels per
 * direction.
 */
export const pictureEdges = (pixels: Pixels, density: number): BoxList | null => {
  const bright = brightness(pixels);
  const least = Math.ceil(leastRun * density);
  const length = (px: number): Exact => exact(px * 2, Math.round(density * 2));
  const { width, height } = pixels;
  const edges = (raster: Raster): readonly Found[] => edgesOf(runsOf(bright, raster, least), bright, raster, density);
  const upright = edges({ lines: width, length: height, across: 1, along: width });
  const level = edges({ lines: height, length: width, across: width, along: 1 });
  const all = [
    ...upright.map((one) => ({ one, box: { x: one.at, y: one.from, width: one.until - one.at, height: one.to - one.from } })),
    ...level.map((one) => ({ one, box: { x: one.from, y: one.at, width: one.to - one.from, height: one.until - one.at } })),
  ];
  const longest = all
    .sort((a, b) => b.one.to - b.one.from - (a.one.to - a.one.from))
    .slice(0, boxLimits.boxes)
    .sort((a, b) => a.box.x - b.box.x || a.box.y - b.box.y);
  if (longest.length === 0) return null;
  const boxes = longest.map(({ box }, index): Box => ({
    name: `Edge ${index + 1}`,
    x: length(box.x),
    y: length(box.y),
    width: length(box.width),
    height: length(box.height),
    area: null,
  }));
  return { width: length(width), height: length(height), edges: true, boxes };
};

/** The density a picture was most likely taken at: the one that makes its width one of the widths that are drawn for, else the one that makes it no wider than 1,920. */
export const guessedDensity = (width: number, drawn: readonly number[]): number =>
  [2, 3, 1, 1.5, 4].find((density) => drawn.includes(width / density)) ?? (width > 3840 ? 3 : width > 1920 ? 2 : 1);
