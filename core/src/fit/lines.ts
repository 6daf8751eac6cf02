import { absolute, compare, type Exact, exact, floor, add, divide, multiply, subtract, toNumber } from "../exact/exact";

/** The nearest of some lines to a position: where it is, and what it is called. */
export type Near<T> = { readonly at: Exact; readonly to: T; /** Position minus line, px, exact. */ readonly off: Exact };

/** Lines that positions are held against. */
export type Lines<T> = {
  /** The nearest line; of two as near the first. Null where there are none. */
  readonly nearest: (position: Exact) => Near<T> | null;
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
      // Floats tell where to look; which line is nearest is told exactly.
      let best: (Near<T> & { readonly index: number }) | null = null;
      for (const line of sorted.slice(Math.max(0, from - 2), from + 3)) {
        const off = subtract(position, line.at);
        const order = best ? compare(absolute(off), absolute(best.off)) : -1;
        if (order < 0 || (order === 0 && best && line.index < best.index)) best = { at: line.at, to: line.to, off, index: line.index };
      }
      return best && { at: best.at, to: best.to, off: best.off };
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
