import { compare, exact, type Exact, fromJsonNumber } from "../exact/exact";
import { limits } from "../layout/limits";
import type { Breakpoint, Layout } from "../layout/schema";

/** Widths at which a breakpoint applies: from ≤ W < until; `until` null for the widest. */
export type BreakpointRange = { readonly breakpoint: Breakpoint; readonly from: number; readonly until: number | null };

/** Whether a width is one of a breakpoint's. */
export const appliesAt = ({ from, until }: Pick<BreakpointRange, "from" | "until">, width: number): boolean =>
  width >= from && (until === null || width < until);

/** Breakpoints by rising from-width; of two equal ones, the later in the document comes later. */
export const inOrder = (layout: Layout): readonly Breakpoint[] => [...layout.breakpoints].sort((a, b) => a.from - b.from);

/** The range of widths of every breakpoint, in rising order. */
export const breakpointRanges = (layout: Layout): readonly BreakpointRange[] => {
  const ordered = inOrder(layout);
  return ordered.map((breakpoint, index) => ({
    breakpoint,
    from: breakpoint.from,
    until: ordered[index + 1]?.from ?? null,
  }));
};

/**
 * The breakpoint that applies at width W: the one with the largest `from` ≤ W, of two equal ones the later in the
 * document. Below every `from` it is the lowest breakpoint.
 */
export const breakpointAt = (layout: Layout, width: Exact): Breakpoint => {
  const ordered = inOrder(layout);
  let found = ordered[0];
  for (const breakpoint of ordered) if (compare(fromJsonNumber(breakpoint.from), width) <= 0) found = breakpoint;
  if (!found) throw new RangeError("a layout has at least one breakpoint");
  return found;
};

/** The last whole px of a breakpoint, no less than its first width; of the widest breakpoint the largest size there is. */
export const lastWidth = ({ from, until }: Pick<BreakpointRange, "from" | "until">): number =>
  until === null ? limits.size : Math.max(from, Math.min(until, Math.max(1, Math.ceil(until) - 1)));

/** The narrowest width checked for reflow: 320 CSS px (WCAG 2.2, SC 1.4.10 Reflow). */
export const reflowPx = 320;
export const reflowWidth = exact(reflowPx);
