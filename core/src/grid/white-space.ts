import { compare, equals, type Exact, subtract } from "../exact/exact";
import type { AreaGeometry } from "./areas";

/** White space between two areas that see each other: nothing stands between them. */
export type WhiteSpace = {
  /** The one above, or further to the start. */
  readonly from: AreaGeometry;
  readonly to: AreaGeometry;
  /** CSS px; null where rows are bands. */
  readonly distance: Exact | null;
  /** Whole rows of their grid between them, or columns across. */
  readonly between: number;
};

type Stretch = readonly [number, number];

/** Two stretches share more than an end. */
const overlapping = (a: Stretch, b: Stretch): boolean => a[0] < b[1] && b[0] < a[1];

const rowsOf = ({ row, rowSpan }: AreaGeometry): Stretch => [row, row + rowSpan];

/** Areas that stand in the same area, or in none, each with the others of its grid. */
const grids = (areas: readonly AreaGeometry[]): readonly (readonly AreaGeometry[])[] => {
  const found = new Map<string, AreaGeometry[]>();
  for (const one of areas) {
    const outer = one.area.within ?? "";
    const own = found.get(outer);
    if (own) own.push(one);
    else found.set(outer, [one]);
  }
  return [...found.values()];
};

/** Where areas stand across, as places among all their edges: whole numbers are compared faster than exact ones, and as exactly. */
const ranked = (areas: readonly AreaGeometry[]): ReadonlyMap<AreaGeometry, Stretch> => {
  const edges = areas.flatMap(({ left, right }) => [left, right]).sort(compare);
  const distinct = edges.filter((edge, index) => index === 0 || !equals(edge, edges[index - 1] ?? edge));
  const rank = (edge: Exact): number => {
    let [low, high] = [0, distinct.length - 1];
    while (low < high) {
      const middle = (low + high) >> 1;
      const at = distinct[middle];
      if (at && compare(at, edge) < 0) low = middle + 1;
      else high = middle;
    }
    return low;
  };
  return new Map(areas.map((one) => [one, [rank(one.left), rank(one.right)] as const]));
};

/**
 * White space downwards between areas of one grid: pairs whose columns (or what they leave the grid by) overlap, the second
 * below the first, and no third one between that covers any of what they share. By rows, which are known even where their
 * height is not.
 */
export const spaceBelow = (areas: readonly AreaGeometry[]): readonly WhiteSpace[] =>
  grids(areas).flatMap((own) => {
    const across = ranked(own);
    const of = (one: AreaGeometry): Stretch => across.get(one) ?? [0, 0];
    return own.flatMap((from) => {
      const end = from.row + from.rowSpan;
      const under = own.filter((to) => to.row >= end && overlapping(of(from), of(to)));
      return under.flatMap((to): WhiteSpace[] => {
        const shared: Stretch = [Math.max(of(from)[0], of(to)[0]), Math.min(of(from)[1], of(to)[1])];
        const hidden = own.some(
          (one) => one !== from && one !== to && one.row < to.row && one.row + one.rowSpan > end && overlapping(of(one), shared),
        );
        return hidden ? [] : [{ from, to, distance: from.bottom && to.top && subtract(to.top, from.bottom), between: to.row - end }];
      });
    });
  });

/** White space sideways between areas of one grid that share a row, with none between them. */
export const spaceBeside = (areas: readonly AreaGeometry[]): readonly WhiteSpace[] =>
  grids(areas).flatMap((own) =>
    own.flatMap((from) => {
      const end = from.placement.column + from.placement.span;
      return own.flatMap((to): WhiteSpace[] => {
        if (to.placement.column < end || !overlapping(rowsOf(from), rowsOf(to))) return [];
        const shared: readonly [number, number] = [Math.max(from.row, to.row), Math.min(from.row + from.rowSpan, to.row + to.rowSpan)];
        const hidden = own.some(
          (one) =>
            one !== from &&
            one !== to &&
            overlapping(rowsOf(one), shared) &&
            one.placement.column + one.placement.span > end &&
            one.placement.column < to.placement.column,
        );
        return hidden ? [] : [{ from, to, distance: subtract(to.left, from.right), between: to.placement.column - end }];
      });
    }),
  );

/** Whether two areas share a cell of the grid they both stand on. */
export const shareCell = (a: AreaGeometry, b: AreaGeometry): boolean =>
  a.area.within === b.area.within &&
  overlapping(rowsOf(a), rowsOf(b)) &&
  overlapping([a.placement.column, a.placement.column + a.placement.span], [b.placement.column, b.placement.column + b.placement.span]);

/** Of two siblings, whether the first is seen before the second: the higher one; of two that share a row the one further to the start. */
export const seenBefore = (a: AreaGeometry, b: AreaGeometry): boolean =>
  overlapping(rowsOf(a), rowsOf(b)) ? compare(a.left, b.left) < 0 || (equals(a.left, b.left) && a.row < b.row) : a.row < b.row;
