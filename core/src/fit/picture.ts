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
/** Two opposite steps at most so far apart are the two sides of one line, CSS px. */
const widestLine = 2;
/** Most runs that are looked at, the longest first. */
const mostRuns = 20_000;

/** A step between two rows of pixels that runs straight: where, from and to (device px), how strong, and which way. */
type Run = { readonly at: number; readonly from: number; readonly to: number; readonly step: number; readonly up: boolean };

/** Brightness as Rec. 601 weighs it, over white where a pixel lets it through. */
const brightness = ({ width, height, data }: Pixels): Uint8Array => {
  const bright = new Uint8Array(width * height);
  for (let index = 0; index < bright.length; index += 1) {
    const [red = 0, green = 0, blue = 0, opacity = 0] = [data[4 * index], data[4 * index + 1], data[4 * index + 2], data[4 * index + 3]];
    bright[index] = 255 - Math.round(((255 - (299 * red + 587 * green + 114 * blue) / 1000) * opacity) / 255);
  }
  return bright;
};

/** Steps between each line of pixels and the one before it that run on for `least` px: one pass, `along` px apart along a line and `across` between lines. */
const runsOf = (bright: Uint8Array, lines: number, length: number, across: number, along: number, least: number): readonly Run[] => {
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

const overlap = (a: Run, b: Run): number => Math.min(a.to, b.to) - Math.max(a.from, b.from);
const longer = (a: Run, b: Run): number => Math.max(a.to - a.from, b.to - b.from);

/** An edge with the far side of the line it is, where it is one (device px). */
type Found = { readonly at: number; readonly until: number; readonly from: number; readonly to: number };

/** A blurred edge is one, at its steepest; two opposite steps close by are the sides of one line. */
const edgesOf = (runs: readonly Run[], density: number): readonly Found[] => {
  const byPlace = new Map<number, Run[]>();
  for (const run of runs) byPlace.set(run.at, [...(byPlace.get(run.at) ?? []), run]);
  const beside = (run: Run, far: number): readonly Run[] => byPlace.get(run.at + far) ?? [];
  const steepest = runs.filter(
    (run) =>
      ![-1, 1].some((far) =>
        beside(run, far).some(
          (other) =>
            other.up === run.up &&
            2 * overlap(run, other) > run.to - run.from &&
            (other.step > run.step || (other.step === run.step && far < 0)),
        ),
      ),
  );
  const kept = new Set(steepest);
  const used = new Set<Run>();
  const found: Found[] = [];
  for (const run of [...steepest].sort((a, b) => a.at - b.at || a.from - b.from)) {
    if (used.has(run)) continue;
    used.add(run);
    let until = run.at;
    for (let far = 1; far <= Math.ceil(widestLine * density) && until === run.at; far += 1) {
      const other = beside(run, far).find(
        (one) => kept.has(one) && !used.has(one) && one.up !== run.up && 10 * overlap(run, one) >= 9 * longer(run, one),
      );
      if (!other) continue;
      used.add(other);
      until = other.at;
    }
    found.push({ at: run.at, until, from: run.from, to: run.to });
  }
  return found;
};

/**
 * Edges of a picture: steps in brightness between neighbouring px that run straight for at least 24 CSS px, upright and level,
 * whole device px ÷ density, the longest 5,000 of them. Each is an entry of an edge list (`BoxList.edges`): as wide as the line
 * it is, 0 where it is the border between two faces. Null where there are none. One pass over the pixels each way.
 */
export const pictureEdges = (pixels: Pixels, density: number): BoxList | null => {
  const bright = brightness(pixels);
  const least = Math.ceil(leastRun * density);
  const length = (px: number): Exact => exact(px * 2, Math.round(density * 2));
  const { width, height } = pixels;
  const upright = edgesOf(runsOf(bright, width, height, 1, width, least), density);
  const level = edgesOf(runsOf(bright, height, width, width, 1, least), density);
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
