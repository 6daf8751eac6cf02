import {
  add,
  compare,
  divide,
  exact,
  type Exact,
  fromJsonNumber,
  isZero,
  larger,
  negate,
  sign,
  smaller,
  subtract,
  zero,
} from "../exact/exact";
import { parseLength, px } from "../exact/length";
import { breakpointRanges } from "../grid/breakpoint-at";
import { type ColumnTerms, columnTerms } from "../grid/columns";
import { rootFontSize as rootFontSizeOf } from "../grid/resolve";
import type { Columns, Layout } from "../layout/schema";

/**
 * A range of widths in which every term of a breakpoint's column sum is linear in the width. `end` has the terms at
 * `until` with the piece's own numbers, which are their limits just below it.
 */
export type Piece = {
  /** Id of the breakpoint. */
  readonly breakpoint: string;
  readonly from: Exact;
  readonly until: Exact;
  readonly start: ColumnTerms;
  readonly end: ColumnTerms;
};

/** A length as a + b·W. */
type Linear = { readonly a: Exact; readonly b: Exact };

const linear = (text: string, rootFontSize: Exact): Linear => {
  const length = parseLength(text);
  return length?.unit === "%" ? { a: zero, b: divide(length.value, exact(100)) } : { a: px(text, { width: zero, rootFontSize }), b: zero };
};

/** W with slope · W = constant; nothing for a slope of 0. */
const crossing = (slope: Exact, constant: Exact): readonly Exact[] => (isZero(slope) ? [] : [divide(constant, slope)]);

const one = exact(1);

/**
 * Widths at which a term may change its slope: where a cap begins to apply, and where a fixed container meets an edge
 * of the viewport (docs/arithmetic.md, section 1, "limited to between 0 and max(0, W − C)").
 */
const kinks = (columns: Columns, rootFontSize: Exact): readonly Exact[] => {
  const { container } = columns;
  if (container.kind === "fluid") return [];
  const start = linear(columns.margin.start, rootFontSize);
  const end = linear(columns.margin.end, rootFontSize);
  const held = px(container.kind === "capped" ? container.max : container.width, { width: zero, rootFontSize });
  // W − mS − mE = C: a cap begins to hold, a fixed container begins to fit.
  const fits = crossing(subtract(subtract(one, start.b), end.b), add(add(held, start.a), end.a));
  const apart = { a: subtract(start.a, end.a), b: subtract(start.b, end.b) };
  switch (container.align) {
    case "start":
      return [...fits, held, ...crossing(subtract(one, start.b), add(held, start.a))];
    case "center":
      return [
        ...fits,
        held,
        ...crossing(add(one, apart.b), subtract(held, apart.a)),
        ...crossing(subtract(one, apart.b), add(held, apart.a)),
      ];
    case "end":
      return [...fits, held, ...crossing(subtract(one, end.b), add(held, end.a))];
    default:
      return container.align satisfies never;
  }
};

/**
 * The first width from which a fixed container fits between its declared margins; null for other kinds, or if it never
 * does.
 */
export const fitsFrom = (columns: Columns, rootFontSize: Exact): Exact | null => {
  if (columns.container.kind !== "fixed") return null;
  const start = linear(columns.margin.start, rootFontSize);
  const end = linear(columns.margin.end, rootFontSize);
  const share = subtract(subtract(one, start.b), end.b);
  if (sign(share) <= 0) return null;
  return divide(add(add(px(columns.container.width, { width: zero, rootFontSize }), start.a), end.a), share);
};

/** Every piece between two widths, in rising order; the lowest breakpoint also applies to the widths below it. */
export const widthPieces = (layout: Layout, from: Exact, to: Exact): readonly Piece[] => {
  const rootFontSize = rootFontSizeOf(layout);
  return breakpointRanges(layout).flatMap(({ breakpoint, from: first, until }, index) => {
    const low = index === 0 ? from : larger(from, fromJsonNumber(first));
    const high = until === null ? to : smaller(to, fromJsonNumber(until));
    if (compare(low, high) >= 0) return [];
    const inside = kinks(breakpoint.columns, rootFontSize)
      .filter((width) => compare(width, low) > 0 && compare(width, high) < 0)
      .sort(compare);
    const ends = [low, ...inside.filter((width, at) => at === 0 || compare(inside[at - 1] ?? negate(width), width) < 0), high];
    const terms = ends.map((width) => columnTerms(breakpoint.columns, { width, rootFontSize }));
    return ends.slice(1).flatMap((width, at) => {
      const [begin, start, end] = [ends[at], terms[at], terms[at + 1]];
      return begin && start && end ? [{ breakpoint: breakpoint.id, from: begin, until: width, start, end }] : [];
    });
  });
};
