import { exact, isWhole, multiply, toNumber, zero } from "../exact/exact";
import type { Exact } from "../exact/exact";
import type { Layout } from "../layout/schema";
import type { AreaGeometry } from "./areas";
import { breakpointRanges } from "./breakpoint-at";
import { resolve, type Resolution } from "./resolve";

/** Parts of a px that browsers lay out in (LayoutUnit of Chromium and WebKit; Gecko's 1/60 is coarser). */
const layoutUnits = 64;

const wholeUnits = (length: Exact): boolean => isWhole(multiply(length, exact(layoutUnits)));

/**
 * How far from the sum a browser may place a vertical edge of an area, px: 1/64 if every length of its columns is a
 * whole number of layout units, else 3/64, plus 2/64 for each containing area (docs/format.md, "Stylesheet").
 */
export const mostOff = ({ terms, breakpoint }: Resolution, { depth }: Pick<AreaGeometry, "depth">): number => {
  const { margin, gutter } = breakpoint.columns;
  const shares = [margin.start, margin.end, gutter].some((text) => /%|fr/.test(text));
  const { container, edge, declaredMargin } = terms;
  const whole = [container.start, container.width, terms.gutter, edge, declaredMargin.start, declaredMargin.end].every(wholeUnits);
  return ((!shares && whole ? 1 : 3) + 2 * depth) / layoutUnits;
};

/**
 * Whether the top and bottom of an area can be compared with a browser: if they are known, and rows are whole layout
 * units or divide a height, so that rounding does not add up from row to row.
 */
const heldDown = ({ breakpoint }: Resolution, { top, height }: AreaGeometry): boolean =>
  top !== null && height !== null && (breakpoint.rows?.kind === "dividing" || (wholeUnits(top) && wholeUnits(height)));

/** An edge of a box and where core places it, px. */
export type EdgeSum = { readonly edge: "left" | "right" | "top" | "bottom"; readonly at: number };

/** The edges of an area that are compared with a browser. */
export const edgesHeld = (resolution: Resolution, area: AreaGeometry): readonly EdgeSum[] => [
  { edge: "left", at: toNumber(area.left) },
  { edge: "right", at: toNumber(area.right) },
  ...(heldDown(resolution, area)
    ? ([
        { edge: "top", at: toNumber(area.top ?? zero) },
        { edge: "bottom", at: toNumber(area.bottom ?? zero) },
      ] as const)
    : []),
];

/** The ids of areas in visual order: top to bottom, within a row from the start, areas inside another after it. */
const seen = (areas: readonly AreaGeometry[], within?: string): readonly string[] =>
  areas
    .filter(({ area }) => area.within === within)
    .sort((a, b) => a.row - b.row || a.placement.column - b.placement.column)
    .flatMap(({ area }) => [area.id, ...seen(areas, area.id)]);

/** From-widths of breakpoints where areas shown on both sides change their visual order. */
export const orderChanges = (layout: Layout): readonly number[] => {
  const orders = breakpointRanges(layout).map(({ breakpoint, from }) => {
    const resolved = resolve(layout, { width: exact(Math.ceil(breakpoint.drawnAt.width)), breakpoint: breakpoint.id });
    return { from, order: resolved.ok ? seen(resolved.value.areas) : [] };
  });
  return orders.flatMap(({ from, order }, index) => {
    const below = orders[index - 1]?.order;
    if (!below) return [];
    const here = new Set(order);
    const there = new Set(below);
    const before = below.filter((id) => here.has(id));
    return order.filter((id) => there.has(id)).some((id, place) => id !== before[place]) ? [from] : [];
  });
};
