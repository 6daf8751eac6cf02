import { compare, divide, type Exact, exact, isWhole, subtract } from "../exact/exact";
import { documentOf, type NewBreakpoint, newBreakpoint } from "./defaults";
import { parseLayout, type Parsed } from "./parse";
import type { Layout } from "./schema";

/** Base units that a new spec is offered, px (common practice). */
export const startBases = [4, 5, 8, 10] as const;

/** A breakpoint of a new spec before its gutter and margin are chosen. Sizes in CSS px. */
export type StartSize = Pick<NewBreakpoint, "id" | "name" | "from" | "width" | "height" | "count">;

const sizes = {
  phone: { id: "phone", name: "Phone", from: 320, width: 360, height: 800, count: 4 },
  tablet: { id: "tablet", name: "Tablet", from: 600, width: 768, height: 1024, count: 8 },
  desk: { id: "desk", name: "Desk", from: 1024, width: 1280, height: 800, count: 12 },
  desk1440: { id: "desk", name: "Desk", from: 1024, width: 1440, height: 900, count: 12 },
  wide: { id: "wide", name: "Wide", from: 1600, width: 1920, height: 1080, count: 12 },
} as const satisfies Readonly<Record<string, StartSize>>;

/** Sets of devices that a new spec is offered: drawn sizes and column counts as teams usually choose them (common practice). */
export const deviceSets = [
  { id: "usual", name: "Phone, tablet, desk", sizes: [sizes.phone, sizes.tablet, sizes.desk] },
  { id: "large", name: "Phone, tablet, large desk", sizes: [sizes.phone, sizes.tablet, sizes.desk1440] },
  { id: "wide", name: "Phone, tablet, desk, wide", sizes: [sizes.phone, sizes.tablet, sizes.desk, sizes.wide] },
  { id: "two", name: "Phone and desk", sizes: [sizes.phone, sizes.desk1440] },
] as const satisfies readonly { readonly id: string; readonly name: string; readonly sizes: readonly StartSize[] }[];

/** A gutter and a margin, px. */
export type Spaces = { readonly gutter: number; readonly margin: number };

/** Gutter and margin as teams usually draw them at a width (common practice): a phone's edge needs at least 16. */
const usualAt = (width: number): Spaces => ({
  gutter: width < 1024 ? 16 : 24,
  margin: width < 600 ? 16 : width < 1024 ? 32 : width < 1600 ? 64 : 96,
});

/** Smallest margin that is suggested, px: a phone's rounded corners and a thumb cover less (common practice). */
const leastMargin = 16;

/** The column of a fluid grid, px: (width − 2 × margin − (count − 1) × gutter) ÷ count. */
const columnOf = ({ width, count }: Pick<StartSize, "width" | "count">, { gutter, margin }: Spaces): Exact =>
  divide(subtract(exact(width), exact(2 * margin + (count - 1) * gutter)), exact(count));

/**
 * The gutter and margin, whole multiples of the base unit, that make whole columns at a width and are nearest to the
 * wanted ones: least 2 × |gutter − wanted| + |margin − wanted|, then the smaller gutter. A column is wider than its
 * gutter, and neither length is below `least`. Null if no such pair makes whole columns: for 390 with 4 columns and a
 * base of 8 all terms are multiples of 4, and 390 is not.
 */
export const suggestSpaces = (
  size: Pick<StartSize, "width" | "count">,
  base: number,
  wished: Spaces = usualAt(size.width),
  least: Spaces = { gutter: base, margin: leastMargin },
): Spaces | null => {
  const from = (length: number): number => Math.ceil(length / base) * base;
  let best: Spaces | null = null;
  let cost = Infinity;
  for (let gutter = from(Math.max(base, least.gutter)); gutter * (2 * size.count - 1) < size.width; gutter += base) {
    // No margin brings this gutter below the cost of the best pair.
    if (2 * Math.abs(gutter - wished.gutter) >= cost) continue;
    for (let margin = from(Math.max(leastMargin, least.margin)); 2 * margin < size.width; margin += base) {
      const column = columnOf(size, { gutter, margin });
      if (compare(column, exact(gutter)) <= 0) break;
      const is = 2 * Math.abs(gutter - wished.gutter) + Math.abs(margin - wished.margin);
      if (is < cost && isWhole(column)) [best, cost] = [{ gutter, margin }, is];
    }
  }
  return best;
};

/**
 * Gutters and margins for rising sizes, each as suggested and none smaller than at the size before. If nothing makes
 * whole columns, the usual lengths rounded to the base unit.
 */
export const startSpaces = (sizes: readonly Pick<StartSize, "width" | "count">[], base: number): readonly Spaces[] =>
  sizes.reduce<readonly Spaces[]>((chosen, size) => {
    const usual = usualAt(size.width);
    const least = chosen.at(-1) ?? { gutter: base, margin: leastMargin };
    const onBase = (length: number): number => Math.max(1, Math.round(length / base)) * base;
    const rounded = { gutter: onBase(usual.gutter), margin: onBase(usual.margin) };
    return [...chosen, suggestSpaces(size, base, usual, least) ?? suggestSpaces(size, base) ?? rounded];
  }, []);

/** How a new spec divides its height: not at all, rows and row gutters of one base unit, or a baseline of one. */
export const startRows = ["none", "rows", "baseline"] as const;
export type StartRows = (typeof startRows)[number];

export type Start = {
  readonly name: string;
  /** Base unit, px. */
  readonly base: number;
  readonly rows: StartRows;
  readonly breakpoints: readonly (StartSize & Spaces)[];
};

/** The layout of a starting point, or which of its numbers are outside the format's limits. */
export const layoutFromStart = ({ name, base, rows, breakpoints }: Start): Parsed<Layout> =>
  parseLayout(
    documentOf(
      name,
      breakpoints.map(({ gutter, margin, ...size }) => ({
        ...newBreakpoint({ ...size, gutter: `${gutter}px`, margin: `${margin}px` }),
        rows: rows === "rows" ? { kind: "repeating", height: `${base}px`, gutter: `${base}px`, offset: "0px" } : null,
        baseline: rows === "baseline" ? { step: `${base}px`, offset: "0px", emphasis: 1 } : null,
      })),
      `${base}px`,
    ),
  );
