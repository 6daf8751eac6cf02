import type { Mark } from "./sides";

/** Column and gutter together are at least so wide: denser lines explain anything. */
export const leastPitch = 16;
/** Margins and gutters are at most this share of the width. */
export const mostShare = 1 / 3;

/** A grid as numbers: margins, gutter and count say everything at a width. */
export type Model = { readonly count: number; readonly start: number; readonly end: number; readonly gutter: number };

/** What edges are seen in: its width, how far off is on a line, px, and whether it is a picture, which leaves more open. */
export type View = { readonly width: number; readonly tolerance: number; readonly picture: boolean };

export const pitchOf = ({ count, start, end, gutter }: Model, width: number): number => (width - start - end + gutter) / count;

/** Whether both margins are the same. */
export const isEven = ({ start, end }: Model): boolean => start === end;

/** How far an edge is from the nearest line of its kind; `side` 0 for starts, 1 for ends. */
const offOf = (model: Model, width: number, at: number, side: 0 | 1): { readonly off: number; readonly index: number } => {
  const pitch = pitchOf(model, width);
  const first = model.start + (side === 0 ? 0 : pitch - model.gutter);
  const index = Math.max(0, Math.min(model.count - 1, Math.round((at - first) / pitch)));
  return { off: at - first - index * pitch, index };
};

export type Judged = Model & { readonly explained: number; readonly exact: number; readonly residue: number; readonly bits: number };

export const viewportEdge = (at: number, side: 0 | 1, width: number, tolerance: number): boolean =>
  Math.abs(at - (side === 0 ? 0 : width)) <= tolerance;

/**
 * The weight of choosing a line. At 1, a grid with half the columns would rank before one that explains a few more
 * edges; at 0, any dense grid would win. On generated designs a fifth finds the true grid most often; in pictures,
 * where many edges are on no column, more does.
 */
const lineShare = (picture: boolean): number => (picture ? 0.9 : 0.2);
/** What it costs to tell margins that differ, bits. */
const unevenCost = 20;

/** What a margin or gutter costs to tell, in bits: people draw multiples of 8 or 4 (common practice). */
const oddness = (length: number): number => (length % 8 === 0 ? 0 : length % 4 === 0 ? 1 : length % 2 === 0 ? 2 : length % 1 === 0 ? 4 : 8);

/** How far a position is from the nearest of lines a pitch apart, from the first on; negative before it. */
const offFrom = (at: number, first: number, pitch: number, count: number): number => {
  const index = Math.round((at - first) / pitch);
  return at - first - (index < 0 ? 0 : index >= count ? count - 1 : index) * pitch;
};

/** How far a mark is from the nearest line of its kind. */
const offLine = ({ count, start: margin, gutter }: Model, pitch: number, { start, end }: Mark): number => {
  if (Number.isNaN(end)) return offFrom(start, margin, pitch, count);
  const asEnd = offFrom(end, margin + pitch - gutter, pitch, count);
  if (Number.isNaN(start)) return asEnd;
  const asStart = offFrom(start, margin, pitch, count);
  return Math.abs(asEnd) < Math.abs(asStart) ? asEnd : asStart;
};

/**
 * How well a grid explains edges. `bits` is the length of their description with the grid: an edge on a line takes the
 * choice of one of n lines, any other its position in the width. So a grid with more columns is only better if it
 * explains more edges than chance would, and of two that explain the same number, the one with fewer columns is better.
 * Null as soon as it needs more than `most` bits.
 */
const judged = (model: Model, marks: readonly Mark[], { width, tolerance, picture }: View, most = Infinity): Judged | null => {
  const { count, start, end, gutter } = model;
  let [explained, whole, residue, bits] = [0, 0, 0, isEven(model) ? 0 : unevenCost];
  if (picture) bits += oddness(start) + oddness(gutter) + (isEven(model) ? 0 : oddness(end));
  const onLine = lineShare(picture) * Math.log2(count + 1);
  const anywhere = Math.log2(Math.max(2, width / (2 * tolerance + 1 / 64))) + 1;
  const pitch = pitchOf(model, width);
  for (const mark of marks) {
    const { weight } = mark;
    const off = Math.abs(offLine(model, pitch, mark));
    if (off <= tolerance + 1e-9) {
      explained += weight;
      residue += off * weight;
      // The distance from its line is part of the description: the closer, the shorter.
      bits += (onLine + 0.5 * Math.log2(1 + 64 * off)) * weight;
      if (off <= 1 / 64 + 1e-9) whole += weight;
    } else bits += anywhere * weight;
    if (bits > most) return null;
  }
  return { count, start, end, gutter, explained, exact: whole, residue, bits };
};

/** The best of many grids, best first; of each only as much is judged as shows that it is not among them. */
export const best = (models: Iterable<Model>, many: number, marks: readonly Mark[], view: View): readonly Judged[] => {
  const found: Judged[] = [];
  for (const model of models) {
    const one = judged(model, marks, view, found.length < many ? Infinity : found[many - 1]?.bits);
    if (!one) continue;
    let place = found.length;
    while (place > 0 && better(one, found[place - 1] ?? one) < 0) place -= 1;
    found.splice(place, 0, one);
    if (found.length > many) found.pop();
  }
  return found;
};

/** Solves a · x = b by elimination; null if there is no unique solution. */
const solved = (a: readonly (readonly number[])[], b: readonly number[]): readonly number[] | null => {
  const rows = a.map((row, index) => [...row, b[index] ?? 0]);
  const size = rows.length;
  for (let column = 0; column < size; column += 1) {
    const best = rows.slice(column).reduce((most, row) => (Math.abs(row[column] ?? 0) > Math.abs(most[column] ?? 0) ? row : most));
    const pivot = best[column] ?? 0;
    if (Math.abs(pivot) < 1e-9) return null;
    rows[rows.indexOf(best)] = rows[column] ?? [];
    rows[column] = best;
    for (const row of rows)
      if (row !== best) {
        const times = (row[column] ?? 0) / pivot;
        for (let index = column; index <= size; index += 1) row[index] = (row[index] ?? 0) - times * (best[index] ?? 0);
      }
  }
  return rows.map((row, index) => (row[size] ?? 0) / (row[index] ?? 1));
};

/** The margins and gutter that fit the explained edges best, by least squares: each edge is linear in them. */
const settled = (model: Model, marks: readonly Mark[], width: number, reach: number): Model => {
  const { count } = model;
  const pitch = pitchOf(model, width);
  const size = isEven(model) ? 2 : 3;
  const a = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  const b = new Array<number>(size).fill(0);
  for (const mark of marks) {
    const off = offLine(model, pitch, mark);
    if (Math.abs(off) > reach) continue;
    // As whichever of the two it is nearer to a line.
    const side =
      Number.isNaN(mark.start) || Math.abs(offOf(model, width, mark.end, 1).off) < Math.abs(offOf(model, width, mark.start, 0).off) ? 1 : 0;
    const at = side === 0 ? mark.start : mark.end;
    // With t of n columns before it, its position is t·W/n + start·(1 − t/n) − end·t/n + gutter·(t/n − side).
    const turn = (offOf(model, width, at, side).index + side) / count;
    const factors = size === 2 ? [1 - 2 * turn, turn - side] : [1 - turn, -turn, turn - side];
    factors.forEach((factor, row) => {
      factors.forEach((other, column) => ((a[row] ?? [])[column] = (a[row]?.[column] ?? 0) + mark.weight * factor * other));
      b[row] = (b[row] ?? 0) + mark.weight * factor * (at - width * turn);
    });
  }
  const [start, next = 0, last = 0] = solved(a, b) ?? [];
  if (start === undefined) return model;
  return size === 2 ? { count, start, end: start, gutter: next } : { count, start, end: next, gutter: last };
};

/**
 * Which of two grids comes first: the shorter description, then more exact edges, then the closer, then the rounder
 * numbers.
 */
export const better = (x: Judged, y: Judged): number =>
  x.bits - y.bits || y.exact - x.exact || x.count - y.count || x.residue - y.residue || roundness(x) - roundness(y);
const roundness = ({ start, end, gutter }: Model): number => [start, end, gutter].filter((length) => length !== Math.round(length)).length;

export const possible = (model: Model, width: number): boolean => {
  const { start, end, gutter } = model;
  const [pitch, most] = [pitchOf(model, width), width * mostShare];
  return [start, end, gutter].every((length) => length >= 0 && length <= most) && pitch >= leastPitch && pitch - gutter > 0;
};

/** The best grid near a model with margins and gutter in tenths of a px: whole px first, as people draw. */
export const snapped = (model: Model, marks: readonly Mark[], view: View): Judged | null => {
  const { width, tolerance } = view;
  let near = model;
  for (const reach of [2 * tolerance + 0.5, tolerance + 0.1, Math.min(tolerance, 0.6)]) near = settled(near, marks, width, reach);
  const around = (length: number): readonly number[] => {
    const tenth = Math.round(length * 10);
    return [...new Set([Math.round(length) * 10, ...Array.from({ length: 5 }, (_, index) => tenth - 2 + index)])].map((value) =>
      Math.max(0, value / 10),
    );
  };
  const margins = isEven(near)
    ? around(near.start).map((margin) => [margin, margin] as const)
    : around(near.start).flatMap((start) =>
        [Math.round(near.end), Math.round(near.end * 10) / 10].map((end) => [start, Math.max(0, end)] as const),
      );
  const models = margins
    .flatMap(([start, end]) => around(near.gutter).map((gutter) => ({ count: model.count, start, end, gutter })))
    .filter((one) => possible(one, width));
  return best(models, 1, marks, view)[0] ?? null;
};

/** How many bits of surprise a grid of a picture's edges must be worth: more than the choice of its numbers from all there are. */
const leastSurprise = 30;
const surpriseOfUneven = 8;

/**
 * Whether more of a picture's edges are on a grid's lines than chance explains: N · KL(k/N ‖ q), the exponent of the
 * binomial's tail (Chernoff), for k of N edges on lines that cover the share q of the width. Edges at one position
 * belong to boxes that were aligned, so they count 1 + log₂ of their weight.
 */
export const isNoChance = (model: Model, marks: readonly Mark[], { width, tolerance }: View): boolean => {
  const pitch = pitchOf(model, width);
  const said = (weight: number): number => 1 + Math.log2(Math.max(1, weight));
  let [all, explained, chance] = [0, 0, 0];
  for (const mark of marks) {
    const many = said(mark.weight);
    all += many;
    chance += many * (Number.isNaN(mark.start) || Number.isNaN(mark.end) ? 1 : 2);
    if (Math.abs(offLine(model, pitch, mark)) <= tolerance + 1e-9) explained += many;
  }
  const share = explained / Math.max(1, all);
  chance = Math.min(0.95, ((chance / Math.max(1, all)) * model.count * (2 * tolerance + 0.5)) / width);
  if (share <= chance) return false;
  const part = (p: number, q: number): number => (p === 0 ? 0 : p * Math.log2(p / q));
  return all * (part(share, chance) + part(1 - share, 1 - chance)) > leastSurprise + (isEven(model) ? 0 : surpriseOfUneven);
};

export const sameGrid = (x: Model, y: Model): boolean =>
  x.count === y.count && [x.start - y.start, x.end - y.end, x.gutter - y.gutter].every((far) => Math.abs(far) < 0.05);

/** Gutters wider than their columns: most likely the true grid's gaps, mistaken for its columns. */
export const isInverted = (model: Model, width: number): boolean => 2 * model.gutter > pitchOf(model, width);
