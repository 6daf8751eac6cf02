import { absolute, compare, type Exact, exact, floor, add, divide, multiply, subtract, toNumber } from "../exact/exact";

/** The nearest of some lines to a position: its position and its name. */
type Near<T> = { readonly at: Exact; readonly to: T; /** Position minus line, px, exact. */ readonly off: Exact };

/** Lines that positions are compared with. */
export type Lines<T> = {
  /** The nearest line; the first of two equally near. Null if there are none. */
  readonly nearest: (position: Exact) => Near<T> | null;
};

/** Floats of positions and lines, up to 100,000 px, tell distances further apart than this, px. */
const unsure = 1e-6;

type Line = { readonly at: Exact; readonly index: number };

const precedes = (position: Exact, line: Line, other: Line): boolean => {
  const order = compare(absolute(subtract(position, line.at)), absolute(subtract(position, other.at)));
  return order < 0 || (order === 0 && line.index < other.index);
};

/** A list of lines, found by bisection. */
export const linesOf = <T>(lines: readonly (readonly [at: Exact, to: T])[]): Lines<T> => {
  const sorted = lines
    .map(([at, to], index) => ({ at, to, index, rough: toNumber(at) }))
    .sort((a, b) => a.rough - b.rough || compare(a.at, b.at) || a.index - b.index);
  return {
    nearest: (position) => {
      const rough = toNumber(position);
      let [from, until] = [0, sorted.length];
      while (from < until) {
        const middle = (from + until) >> 1;
        if ((sorted[middle]?.rough ?? 0) < rough) from = middle + 1;
        else until = middle;
      }
      // Floats decide which is nearest; exact numbers do if the floats are too close.
      let best: (typeof sorted)[number] | undefined;
      for (let at = Math.max(0, from - 2); at < Math.min(sorted.length, from + 3); at += 1) {
        const line = sorted[at];
        if (!line) continue;
        const nearer = best ? Math.abs(rough - line.rough) - Math.abs(rough - best.rough) : -1;
        if (!best || nearer < -unsure || (nearer < unsure && precedes(position, line, best))) best = line;
      }
      return best ? { at: best.at, to: best.to, off: subtract(position, best.at) } : null;
    },
  };
};

/** Lines a step apart without end, from the first on, called by their number from 1. */
export const linesEvery = (first: Exact, step: Exact): Lines<number> => ({
  nearest: (position) => {
    const steps = floor(add(divide(subtract(position, first), step), exact(1, 2)));
    const number = Math.max(0, toNumber(steps));
    const at = add(first, multiply(exact(number), step));
    return { at, to: number + 1, off: subtract(position, at) };
  },
});
