import { seedOf } from "./seed";

/** Random choices that can be repeated from a printed seed (SEED=…): mulberry32 by Tommy Ettinger, public domain. */
export const seeded = (what: string) => {
  let state = seedOf(what) >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
  return {
    next,
    /** A whole number from `least` to `most`, both included. */
    integer: (least: number, most: number): number => least + Math.floor(next() * (most - least + 1)),
    pick: <T>(list: readonly T[]): T => {
      const chosen = list[Math.floor(next() * list.length)];
      if (chosen === undefined) throw new Error("nothing to pick from");
      return chosen;
    },
  };
};
