import type { BreakpointRange } from "../../grid/breakpoint-at";

/** Where one breakpoint begins, the next begins (null for the widest), and the width it is drawn at. */
export type Frame = { readonly from: number; readonly until: number | null; readonly drawn: number };

const inOrder = (ranges: readonly BreakpointRange[]): boolean =>
  ranges.every(
    ({ from, until, breakpoint: { drawnAt } }, index) =>
      (until === null || until > from) && drawnAt.width >= from && (until === null || drawnAt.width < until) && (index > 0 || from <= 320),
  );

/**
 * From-widths that may mend an order: today's, a px to either side, as many px up as there are before it that start together, one past the width the narrower
 * breakpoint is drawn at, the width it is itself drawn at, and 320 for the lowest. The nearest order that holds
 * is made of these, since each of its bounds is met exactly or kept as it is.
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
  if (index === 0) choices.push(320);
  return [...new Set(choices)].filter((width) => width >= 1 && (index > 0 || width <= 320));
};

/**
 * What each breakpoint's from-width may become: today's alone where the order holds. `held` tells which are not to move.
 */
export const frameChoices = (ranges: readonly BreakpointRange[], held: (id: string) => boolean): readonly (readonly number[])[] =>
  inOrder(ranges)
    ? ranges.map(({ from }) => [from])
    : ranges.map(({ breakpoint }, index) => fromChoices(ranges, index, held(breakpoint.id)));

/** How far inside its widths a drawing may be moved that has to move, px: the nearest width may close nothing. */
const reach = 48;

/**
 * The frames of a breakpoint between two from-widths: drawn where it is, or, where that is outside of them, at the
 * nearest widths inside, nearest first. None where there are no widths between, or the drawn-at width is held outside.
 */
export const framesOf = (drawn: number, from: number, until: number | null, drawnHeld: boolean): readonly Frame[] => {
  if (until !== null && until <= from) return [];
  if (drawn >= from && (until === null || drawn < until)) return [{ from, until, drawn }];
  if (drawnHeld) return [];
  const nearest = drawn < from ? from : Math.ceil(until ?? drawn) - 1;
  const inward = drawn < from ? 1 : -1;
  return Array.from({ length: reach + 1 }, (_, step) => nearest + inward * step)
    .filter((width) => width >= from && (until === null || width < until))
    .map((width) => ({ from, until, drawn: width }));
};
