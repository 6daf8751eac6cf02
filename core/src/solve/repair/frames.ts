import type { Frame } from "../../check/mending";
import { appliesAt, type BreakpointRange, reflowPx } from "../../grid/breakpoint-at";
import { mendingsBut } from "./mendings";

const isOrdered = (ranges: readonly BreakpointRange[]): boolean => {
  const mendings = mendingsBut(new Set());
  return ranges.every(({ from, until, breakpoint: { drawnAt } }, index) =>
    mendings.every(({ frame }) => frame?.({ from, until, drawn: drawnAt.width }, index === 0) ?? true),
  );
};

/**
 * From-widths that may mend an order: today's; one px to each side; one px up for each earlier breakpoint with the same
 * from-width; one past the drawn-at width of the narrower breakpoint; its own drawn-at width; and 320 for the lowest.
 * The nearest valid order consists of these, because each bound is either met exactly or unchanged.
 */
const fromChoices = (ranges: readonly BreakpointRange[], index: number, held: boolean): readonly number[] => {
  const range = ranges[index];
  if (!range) return [];
  const { from, breakpoint } = range;
  if (held) return [from];
  const before = ranges[index - 1]?.breakpoint.drawnAt.width;
  const rank = ranges.slice(0, index).filter((other) => other.from === from).length;
  const choices = [from, from - 1, from + 1, from + rank, breakpoint.drawnAt.width];
  if (before !== undefined) choices.push(Math.floor(before) + 1);
  if (index === 0) choices.push(reflowPx);
  return [...new Set(choices)].filter((width) => width >= 1);
};

/**
 * The possible from-widths of each breakpoint: only today's if the order is valid. `held` tells which must not move.
 */
export const frameChoices = (ranges: readonly BreakpointRange[], held: (id: string) => boolean): readonly (readonly number[])[] =>
  isOrdered(ranges)
    ? ranges.map(({ from }) => [from])
    : ranges.map(({ breakpoint }, index) => fromChoices(ranges, index, held(breakpoint.id)));

/** How far inside its breakpoint a drawn-at width may move, px: at the nearest width the sum may not close. */
const reach = 48;

/**
 * The frames of a breakpoint between two from-widths: with its drawn-at width, or, if that is outside, with the nearest
 * widths inside, nearest first. None if there are no widths between, or the drawn-at width is held outside.
 */
export const framesOf = (drawn: number, from: number, until: number | null, drawnHeld: boolean): readonly Frame[] => {
  if (until !== null && until <= from) return [];
  if (appliesAt({ from, until }, drawn)) return [{ from, until, drawn }];
  if (drawnHeld) return [];
  const nearest = drawn < from ? from : Math.ceil(until ?? drawn) - 1;
  const inward = drawn < from ? 1 : -1;
  return Array.from({ length: reach + 1 }, (_, step) => nearest + inward * step)
    .filter((width) => appliesAt({ from, until }, width))
    .map((width) => ({ from, until, drawn: width }));
};
