import { absolute, add, divide, exact, type Exact, multiply, subtract, toNumber } from "../exact/exact";
import { commonDenominator, type SetList, type WholePixelSet } from "./whole-pixel-sets";

/** The current numbers of a breakpoint, CSS px; the margin is half of what the container leaves. */
export type TodaysNumbers = { readonly columns: number; readonly column: Exact; readonly gutter: Exact; readonly margin: Exact };

/** Filters of sets: lengths that must be whole multiples of the base unit. */
export type SetFilters = {
  readonly gutter: boolean;
  readonly margin: boolean;
  readonly column: boolean;
  /** Spans for half, a third and a quarter, if the count divides. */
  readonly parts: boolean;
};

export const setOrders = ["closest", "widest-column", "widest-container"] as const;
export type SetOrder = (typeof setOrders)[number];

/** How far a set is from today's numbers, px: |Δg| + |Δm| + |Δn| · today's column. */
export const fromToday = (set: WholePixelSet, today: TodaysNumbers): Exact =>
  add(
    add(absolute(subtract(set.gutter, today.gutter)), absolute(subtract(set.margin, today.margin))),
    multiply(exact(Math.abs(set.columns - today.columns)), absolute(today.column)),
  );

/** Maximum number of sets that are kept, in order. */
export type Ranking = { readonly base: Exact; readonly filters: SetFilters; readonly order: SetOrder; readonly today: TodaysNumbers };

/**
 * Indexes of the sets that pass the filters, best first; equal ones keep the list's order. Distances are compared as
 * whole numbers over one denominator, so that none are confused.
 */
export const rankSets = (list: SetList, { base, filters, order, today }: Ranking): Uint32Array => {
  const scale = Number(commonDenominator([exact(1, list.unit), base, today.column, today.gutter, today.margin]));
  const up = scale / list.unit;
  const whole = (length: Exact): number => toNumber(multiply(length, exact(scale)));
  const [unit, column0, gutter0, margin0] = [whole(base), Math.abs(whole(today.column)), whole(today.gutter), whole(today.margin)];
  const kept: number[] = [];
  const keys = new Float64Array(list.length);
  for (let i = 0; i < list.length; i += 1) {
    const n = list.columns[i] ?? 0;
    const column = (list.column[i] ?? 0) * scale;
    const gutter = (list.gutter[i] ?? 0) * up;
    const margin = (list.margin[i] ?? 0) * up;
    if (filters.gutter && gutter % unit !== 0) continue;
    if (filters.margin && margin % unit !== 0) continue;
    if (filters.column && column % unit !== 0) continue;
    if (filters.parts && [2, 3, 4].some((parts) => n % parts === 0 && ((n / parts) * (column + gutter) - gutter) % unit !== 0)) continue;
    kept.push(i);
    keys[i] =
      order === "closest"
        ? Math.abs(gutter - gutter0) + Math.abs(margin - margin0) + Math.abs(n - today.columns) * column0
        : order === "widest-column"
          ? -column
          : margin;
  }
  return Uint32Array.from(kept).sort((a, b) => (keys[a] ?? 0) - (keys[b] ?? 0) || a - b);
};

/** Today's numbers of a breakpoint from its terms at a width. */
export const todaysNumbers = (terms: {
  readonly count: number;
  readonly column: Exact;
  readonly gutter: Exact;
  readonly width: Exact;
  readonly container: { readonly width: Exact };
}): TodaysNumbers => ({
  columns: terms.count,
  column: terms.column,
  gutter: terms.gutter,
  margin: divide(subtract(terms.width, terms.container.width), exact(2)),
});
