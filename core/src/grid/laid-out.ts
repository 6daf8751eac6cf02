import { exact, isWhole, multiply, toNumber, zero } from "../exact/exact";
import type { Exact } from "../exact/exact";
import type { Layout } from "../layout/schema";
import type { AreaGeometry } from "./areas";
import { breakpointRanges } from "./breakpoint-at";
import { resolve, type Resolution } from "./resolve";

/** Parts of a px that browsers lay out in (LayoutUnit of Chromium and WebKit; Gecko's 1/60 is coarser). */
export const layoutUnits = 64;

const wholeUnits = (length: Exact): boolean => isWhole(multiply(length, exact(layoutUnits)));

/**
 * How far from the sum a browser may lay a vertical edge of an area, px: 1/64 where every length its columns are made of is a
 * whole number of layout units, 3/64 otherwise, and 2/64 more for each area around it (docs/format.md, "Stylesheet").
 */
export const mostOff = ({ terms, breakpoint }: Resolution, { depth }: Pick<AreaGeometry, "depth">): number => {
  const { margin, gutter } = breakpoint.columns;
  const shares = [margin.start, margin.end, gutter].some((text) => /%|fr/.test(text));
  const { container, edge, declaredMargin } = terms;
  const whole = [container.start, container.width, terms.gutter, edge, declaredMargin.start, declaredMargin.end].every(wholeUnits);
  return ((!shares && whole ? 1 : 3) + 2 * depth) / layoutUnits;
};

/**
 * Whether a browser can be held to the top and bottom of an area: where they are known, and rows are whole layout units or
 * divide a height, so that no rounding adds up from row to row.
 */
export const heldDown = ({ breakpoint }: Resolution, { top, height }: AreaGeometry): boolean =>
  top !== null && height !== null && (breakpoint.rows?.kind === "dividing" || (wholeUnits(top) && wholeUnits(height)));

/** An edge of a box and where core puts it, px. */
export type EdgeSum = { readonly edge: "left" | "right" | "top" | "bottom"; readonly at: number };

/** The edges of an area that a browser is held to. */
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

/** The ids of areas as they are seen: top to bottom, of one row from the start; those inside another after it. */
const seen = (areas: readonly AreaGeometry[], within?: string): readonly string[] =>
  areas
    .filter(({ area }) => area.within === within)
    .sort((a, b) => a.row - b.row || a.placement.column - b.placement.column)
    .flatMap(({ area }) => [area.id, ...seen(areas, area.id)]);

/** From-widths of breakpoints at which areas that are shown on both sides are seen in another order than below. */
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
