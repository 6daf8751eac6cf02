import { breakpointRanges, type Layout } from "@ypsiline/core";

/** A linear scale of viewport widths over screen px. */
export type LadderScale = {
  readonly least: number;
  readonly most: number;
  readonly x: (width: number) => number;
  readonly width: (x: number) => number;
  /** Widths with a tick, and whether it has a number. */
  readonly ticks: readonly { readonly width: number; readonly numbered: boolean }[];
};

/** Screen px that a numbered tick needs. */
const roomForNumber = 64;

/** The ladder's scale: from 320 or the lowest `from` to past the widest number the spec names. */
export const ladderScale = (layout: Layout, screenWidth: number, inset: number): LadderScale => {
  const named = layout.breakpoints.flatMap(({ from, drawnAt }) => [from, drawnAt.width]);
  const least = Math.min(320, ...named);
  const most = Math.max(1920, ...named.map((width) => Math.ceil(width * 1.05)));
  const perPx = (screenWidth - 2 * inset) / (most - least);
  const step = [20, 40, 80, 160, 320, 640, 1280, 2560].find((one) => one * 4 * perPx >= roomForNumber) ?? 5120;
  const ticks = [];
  for (let width = Math.ceil(least / step) * step; width <= most; width += step) ticks.push({ width, numbered: (width / step) % 4 === 0 });
  return {
    least,
    most,
    x: (width) => inset + (width - least) * perPx,
    width: (x) => least + (x - inset) / perPx,
    ticks,
  };
};

/** The whole px widths between which a boundary may be moved: above the from before it, below the next. */
export const boundaryRoom = (layout: Layout, id: string): { readonly least: number; readonly most: number } => {
  const ranges = breakpointRanges(layout);
  const index = ranges.findIndex(({ breakpoint }) => breakpoint.id === id);
  const before = ranges[index - 1]?.from;
  const next = ranges[index + 1]?.from;
  return { least: before === undefined ? 1 : Math.floor(before) + 1, most: next === undefined ? 20_000 : Math.ceil(next) - 1 };
};
