import { compare, equals, type Exact, larger, smaller, subtract } from "../exact/exact";
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

/** Two stretches share more than an end. */
const meet = (a: readonly [Exact, Exact], b: readonly [Exact, Exact]): boolean => compare(a[0], b[1]) < 0 && compare(b[0], a[1]) < 0;

const across = ({ left, right }: AreaGeometry): readonly [Exact, Exact] => [left, right];
const rowsOf = ({ row, rowSpan }: AreaGeometry): readonly [number, number] => [row, row + rowSpan];

const overlapping = (a: readonly [number, number], b: readonly [number, number]): boolean => a[0] < b[1] && b[0] < a[1];

/** Areas that stand in the same area, or in none. */
export const siblings = (areas: readonly AreaGeometry[], of: AreaGeometry): readonly AreaGeometry[] =>
  areas.filter(({ area }) => area.within === of.area.within);

/**
 * White space downwards between areas of one grid: pairs whose columns (or what they leave the grid by) overlap, the second
 * below the first, and no third one between that covers any of what they share. By rows, which are known even where their
 * height is not.
 */
export const spaceBelow = (areas: readonly AreaGeometry[]): readonly WhiteSpace[] =>
  areas.flatMap((from) => {
    const own = siblings(areas, from);
    const end = from.row + from.rowSpan;
    return own.flatMap((to): WhiteSpace[] => {
      if (to.row < end || !meet(across(from), across(to))) return [];
      const shared: readonly [Exact, Exact] = [larger(from.left, to.left), smaller(from.right, to.right)];
      const hidden = own.some((one) => {
        if (one === from || one === to || !meet(across(one), shared)) return false;
        const [top, bottom] = rowsOf(one);
        return bottom > end && top < to.row;
      });
      return hidden ? [] : [{ from, to, distance: from.bottom && to.top && subtract(to.top, from.bottom), between: to.row - end }];
    });
  });

/** White space sideways between areas of one grid that share a row, with none between them. */
export const spaceBeside = (areas: readonly AreaGeometry[]): readonly WhiteSpace[] =>
  areas.flatMap((from) => {
    const own = siblings(areas, from);
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
  });

/** Whether two areas share a cell of the grid they both stand on. */
export const shareCell = (a: AreaGeometry, b: AreaGeometry): boolean =>
  a.area.within === b.area.within &&
  overlapping(rowsOf(a), rowsOf(b)) &&
  overlapping([a.placement.column, a.placement.column + a.placement.span], [b.placement.column, b.placement.column + b.placement.span]);

/** Of two siblings, whether the first is seen before the second: the higher one; of two that share a row the one further to the start. */
export const seenBefore = (a: AreaGeometry, b: AreaGeometry): boolean =>
  overlapping(rowsOf(a), rowsOf(b)) ? compare(a.left, b.left) < 0 || (equals(a.left, b.left) && a.row < b.row) : a.row < b.row;
