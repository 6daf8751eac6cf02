import { breakpointRanges, exact, type Layout, toNumber } from "../../core/src/index";
import { widthPieces } from "../../core/src/sweep/pieces";
import { type seeded } from "../../core/test/random";

/**
 * Twenty widths of every breakpoint, those on both sides of where a cap or a fixed container begins to matter, and some
 * below the lowest breakpoint down to 240.
 */
export const widthsOf = (layout: Layout, random: ReturnType<typeof seeded>): readonly number[] => {
  const ranges = breakpointRanges(layout);
  const drawn = ranges.flatMap(({ from, until }, index) => [
    ...Array.from({ length: 20 }, () => random.integer(Math.ceil(from), Math.max(Math.ceil(from), Math.floor((until ?? 2561) - 1)))),
    ...(index === 0 ? Array.from({ length: 10 }, () => random.integer(240, Math.ceil(from))) : []),
  ]);
  const acting = widthPieces(layout, exact(240), exact(2560)).flatMap(({ from }) => [
    Math.floor(toNumber(from)),
    Math.ceil(toNumber(from)),
  ]);
  return [...new Set([...drawn, ...acting])].sort((a, b) => a - b);
};
