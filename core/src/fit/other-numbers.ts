import { absolute, compare, type Exact, fromJsonNumber, subtract, toNumber } from "../exact/exact";
import { pxText } from "../exact/length";
import { columnTerms } from "../grid/columns";
import { lengthContext } from "../grid/resolve";
import type { Columns, Layout } from "../layout/schema";
import { type BoxFit, type Fit, fit } from "./against";
import type { BoxList } from "./boxes";

/** A number of a breakpoint with another value, and what that does to the edges. */
export type OtherNumber = {
  readonly term: "columns" | "gutter" | "margin" | "container";
  /** Today's value and the other, px or columns. */
  readonly from: Exact;
  readonly to: Exact;
  /** The layout with it. */
  readonly layout: Layout;
  /** Left and right edges on the grid with it. */
  readonly on: number;
  /** Edges that come onto the grid, and that leave it. */
  readonly gains: number;
  readonly loses: number;
};

/** How far from today's value others are tried, px or columns. */
export const triedAround = 16;

type Candidate = { readonly term: OtherNumber["term"]; readonly from: Exact; readonly to: Exact; readonly columns: Columns };

const candidates = (columns: Columns, layout: Layout, width: Exact): readonly Candidate[] => {
  const terms = columnTerms(columns, lengthContext(layout, width));
  const around = (today: Exact, least: number): readonly number[] => {
    const middle = Math.round(toNumber(today));
    return Array.from({ length: 2 * triedAround + 1 }, (_, index) => middle - triedAround + index).filter((value) => value >= least);
  };
  const lengths = (term: OtherNumber["term"], today: Exact, least: number, change: (text: string) => Columns): readonly Candidate[] =>
    around(today, least).map((value) => {
      const to = fromJsonNumber(value);
      return { term, from: today, to, columns: change(pxText(to) ?? "0px") };
    });
  const today = fromJsonNumber(columns.count);
  const { container } = columns;
  return [
    ...around(today, 1)
      .filter((count) => count <= 24)
      .map((count): Candidate => ({ term: "columns", from: today, to: fromJsonNumber(count), columns: { ...columns, count } })),
    ...lengths("gutter", terms.gutter, 0, (text) => ({ ...columns, gutter: text })),
    ...lengths("margin", terms.declaredMargin.start, 0, (text) => ({ ...columns, margin: { start: text, end: text } })),
    ...(container.kind === "fluid"
      ? []
      : lengths("container", terms.container.width, 1, (text) => ({
          ...columns,
          container: container.kind === "fixed" ? { ...container, width: text } : { ...container, max: text },
        }))),
  ];
};

/**
 * For each single number of the breakpoint, the value within 16 of today's that puts most edges of the boxes on the
 * grid, even if that is not more than today; the nearest of equally good ones. Floats only choose the value; its
 * figures are exact.
 */
export const otherNumbers = (layout: Layout, list: BoxList, today: Fit): readonly OtherNumber[] => {
  const { breakpoint, width } = today;
  const wide = toNumber(width);
  // An edge of a picture may be a start or an end with any other value, whichever it is nearer to today.
  const either = list.edges ?? false;
  const edges = today.boxes
    .filter(({ within }) => within === null)
    .map(({ box, left, right }) =>
      either && (left || right)
        ? ([toNumber(box.x), toNumber(box.x) + toNumber(box.width)] as const)
        : ([left && toNumber(left.at), right && toNumber(right.at)] as const),
    );
  const counted = (columns: Columns): number => {
    const terms = columnTerms(columns, lengthContext(layout, width));
    const [start, column, gutter] = [
      toNumber(terms.container.start) + toNumber(terms.edge),
      toNumber(terms.column),
      toNumber(terms.gutter),
    ];
    if (column <= 0) return -1;
    const pitch = column + gutter;
    const on = (at: number, first: number, edge: number): boolean => {
      const index = Math.max(0, Math.min(columns.count - 1, Math.round((at - first) / pitch)));
      return Math.min(Math.abs(at - first - index * pitch), Math.abs(at - edge)) <= 1 / 64 + 1e-9;
    };
    return edges.reduce((sum, [left, right]) => {
      const sides = Number(left !== null && on(left, start, 0)) + Number(right !== null && on(right, start + column, wide));
      return sum + (either ? Math.min(1, sides) : sides);
    }, 0);
  };
  const best = new Map<OtherNumber["term"], Candidate & { readonly count: number }>();
  for (const one of candidates(breakpoint.columns, layout, width)) {
    if (compare(one.from, one.to) === 0) continue;
    const count = counted(one.columns);
    const known = best.get(one.term);
    const nearer = known !== undefined && compare(absolute(subtract(one.to, one.from)), absolute(subtract(known.to, known.from))) < 0;
    if (!known || count > known.count || (count === known.count && nearer)) best.set(one.term, { ...one, count });
  }
  return [...best.values()].flatMap(({ term, from, to, columns, count }): OtherNumber[] => {
    if (count < 0) return [];
    const changed = { ...layout, breakpoints: layout.breakpoints.map((each) => (each.id === breakpoint.id ? { ...each, columns } : each)) };
    const held = fit(changed, list, { breakpoint: breakpoint.id, tolerance: today.tolerance });
    if (!held.ok) return [];
    let [gains, loses] = [0, 0];
    const onGrid = (box: BoxFit | undefined, sides: readonly ("left" | "right")[]): boolean =>
      sides.some((side) => box?.[side]?.is === "on");
    held.value.boxes.forEach((box, index) => {
      for (const sides of either ? [["left", "right"] as const] : [["left"] as const, ["right"] as const]) {
        const [now, then] = [onGrid(today.boxes[index], sides), onGrid(box, sides)];
        gains += Number(!now && then);
        loses += Number(now && !then);
      }
    });
    return [{ term, from, to, layout: changed, on: held.value.across.on, gains, loses }];
  });
};
