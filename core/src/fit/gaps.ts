import { add, compare, type Exact, subtract, toNumber } from "../exact/exact";
import { type Box, type BoxList, isFlat } from "./boxes";

/** Boxes of one size beside or below each other on one line, and the white space between neighbours. */
export type GapRun = {
  readonly way: "across" | "down";
  /** Their places in the list, from left to right or from the top down. */
  readonly boxes: readonly number[];
  /** From each to the next, px, exact: one fewer than boxes. */
  readonly gaps: readonly Exact[];
  /** All within the tolerance of each other. */
  readonly equal: boolean;
};

/** Fewer have no gaps to compare. */
const leastBoxes = 3;

/**
 * Gaps among neighbours of a kind: at least three boxes of equal width and height, to 1/64 px, with equal tops (across)
 * or left edges (down), one after the other. They are equal if the widest gap is at most the tolerance wider than the
 * narrowest. Unequal ones come first, then by the number of boxes. Linear, apart from sorting.
 */
export const gapRuns = ({ boxes, edges }: BoxList, tolerance: Exact): readonly GapRun[] => {
  if (edges) return [];
  const runs: GapRun[] = [];
  const in64ths = (length: Exact): number => Math.round(toNumber(length) * 64);
  for (const way of ["across", "down"] as const) {
    const [start, size, line] = way === "across" ? (["x", "width", "y"] as const) : (["y", "height", "x"] as const);
    const alike = new Map<string, number[]>();
    boxes.forEach((box, index) => {
      if (isFlat(box)) return;
      const key = `${in64ths(box.width)} ${in64ths(box.height)} ${in64ths(box[line])}`;
      const known = alike.get(key);
      if (known) known.push(index);
      else alike.set(key, [index]);
    });
    for (const found of alike.values()) {
      if (found.length < leastBoxes) continue;
      const placed = found
        .flatMap((index) => {
          const box = boxes[index];
          return box ? [{ index, from: box[start], to: add(box[start], box[size]) }] : [];
        })
        .sort((a, b) => compare(a.from, b.from) || a.index - b.index);
      const gaps = placed.slice(1).map(({ from }, index) => subtract(from, placed[index]?.to ?? from));
      // Overlapping boxes are not neighbours.
      if (gaps.some((gap) => toNumber(gap) < 0)) continue;
      const [first, ...others] = gaps;
      if (!first) continue;
      const narrowest = others.reduce((least, gap) => (compare(gap, least) < 0 ? gap : least), first);
      const widest = others.reduce((most, gap) => (compare(gap, most) > 0 ? gap : most), first);
      runs.push({ way, boxes: placed.map(({ index }) => index), gaps, equal: compare(subtract(widest, narrowest), tolerance) <= 0 });
    }
  }
  return runs.sort((a, b) => Number(a.equal) - Number(b.equal) || b.boxes.length - a.boxes.length || (a.boxes[0] ?? 0) - (b.boxes[0] ?? 0));
};

/** The names of a run: its first and its last. */
export const runNames = ({ boxes }: GapRun, all: readonly Box[]): readonly [string, string] => {
  const name = (index: number | undefined): string => (index === undefined ? "" : (all[index]?.name ?? ""));
  return [name(boxes[0]), name(boxes.at(-1))];
};
