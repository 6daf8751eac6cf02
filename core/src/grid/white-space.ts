import { compare, equals, type Exact, subtract } from "../exact/exact";
import type { AreaGeometry } from "./areas";

/** White space between two areas with nothing between them. */
export type WhiteSpace = {
  /** The upper one, or the one nearer to the start. */
  readonly from: AreaGeometry;
  readonly to: AreaGeometry;
  /** CSS px; null if rows are bands. */
  readonly distance: Exact | null;
  /** Whole rows of their grid between them, or columns across. */
  readonly between: number;
};

type Stretch = readonly [number, number];

/** Whether two intervals share more than an end. */
const overlapping = (a: Stretch, b: Stretch): boolean => a[0] < b[1] && b[0] < a[1];

const rowsOf = ({ row, rowSpan }: AreaGeometry): Stretch => [row, row + rowSpan];

/** Areas grouped by their containing area, which are the areas of one grid. */
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

/**
 * Horizontal edges of areas as ranks among all edges: whole numbers compare faster than exact ones, with the same
 * result.
 */
const ranked = (areas: readonly AreaGeometry[]): readonly Stretch[] => {
  const edges = areas.flatMap(({ left, right }, index) => [
    { edge: left, index, side: 0 },
    { edge: right, index, side: 1 },
  ]);
  edges.sort((a, b) => compare(a.edge, b.edge));
  const ranks = areas.map((): [number, number] => [0, 0]);
  let rank = 0;
  edges.forEach(({ edge, index, side }, place) => {
    const before = edges[place - 1];
    if (before && !equals(before.edge, edge)) rank += 1;
    const own = ranks[index];
    if (own) own[side] = rank;
  });
  return ranks;
};

/** An area of one grid as two intervals of whole numbers: along the direction that is searched, and across it. */
type Standing = { readonly one: AreaGeometry; readonly along: Stretch; readonly across: Stretch };

/** Adds an interval to disjoint intervals, merging it with those it meets. */
const joined = (all: readonly Stretch[], more: Stretch): readonly Stretch[] => {
  let [from, to] = more;
  const apart = all.filter(([start, end]) => {
    if (start > to || end < from) return true;
    [from, to] = [Math.min(from, start), Math.max(to, end)];
    return false;
  });
  return [...apart, [from, to]];
};

/**
 * Pairs of one grid in which the second starts at or after the end of the first along the direction, both overlap
 * across it, and no third area between them covers any of what they share. From each area the search ends once
 * everything behind is covered.
 */
const facing = (standing: readonly Standing[]): readonly (readonly [from: Standing, to: Standing])[] => {
  const inOrder = [...standing].sort((a, b) => a.along[0] - b.along[0]);
  return standing.flatMap((from) => {
    const end = from.along[1];
    const found: [Standing, Standing][] = [];
    /** Areas past the end of the first that start before the second, and those that start with it. */
    let between: readonly Stretch[] = [];
    let beside: Stretch[] = [];
    let begins = -Infinity;
    for (const to of inOrder) {
      if (to === from || to.along[1] <= end || !overlapping(from.across, to.across)) continue;
      if (to.along[0] > begins) {
        between = beside.reduce(joined, between);
        beside = [];
        begins = to.along[0];
        if (between.some(([start, stop]) => start <= from.across[0] && stop >= from.across[1])) break;
      }
      beside.push(to.across);
      if (begins < end) continue;
      const shared: Stretch = [Math.max(from.across[0], to.across[0]), Math.min(from.across[1], to.across[1])];
      if (!between.some((one) => overlapping(one, shared))) found.push([from, to]);
    }
    return found;
  });
};

/** Pairs of areas that face each other, in document order. */
const spaces = (
  areas: readonly AreaGeometry[],
  standing: (own: readonly AreaGeometry[]) => readonly Standing[],
  told: (from: AreaGeometry, to: AreaGeometry, between: number) => WhiteSpace,
): readonly WhiteSpace[] => {
  const place = new Map(areas.map((one, index) => [one, index]));
  return grids(areas).flatMap((own) =>
    facing(standing(own))
      .toSorted(([a, b], [c, d]) => order(place, a, c) || order(place, b, d))
      .map(([from, to]) => told(from.one, to.one, to.along[0] - from.along[1])),
  );
};

const order = (place: ReadonlyMap<AreaGeometry, number>, a: Standing, b: Standing): number =>
  (place.get(a.one) ?? 0) - (place.get(b.one) ?? 0);

const columnsOf = ({ placement: { column, span } }: AreaGeometry): Stretch => [column, column + span];

/**
 * Vertical white space between areas of one grid: pairs whose columns (or what they leave the grid by) overlap, the
 * second below the first, and no third one between that covers any of what they share. It uses rows, which are known
 * even if their height is not.
 */
export const spaceBelow = (areas: readonly AreaGeometry[]): readonly WhiteSpace[] =>
  spaces(
    areas,
    (own) => {
      const across = ranked(own);
      return own.map((one, index) => ({ one, along: rowsOf(one), across: across[index] ?? [0, 0] }));
    },
    (from, to, between) => ({ from, to, distance: from.bottom && to.top && subtract(to.top, from.bottom), between }),
  );

/** Horizontal white space between areas of one grid that share a row, with none between them. */
export const spaceBeside = (areas: readonly AreaGeometry[]): readonly WhiteSpace[] =>
  spaces(
    areas,
    (own) => own.map((one) => ({ one, along: columnsOf(one), across: rowsOf(one) })),
    (from, to, between) => ({ from, to, distance: subtract(to.left, from.right), between }),
  );

/** Whether two areas share a row. */
const shareRow = (a: AreaGeometry, b: AreaGeometry): boolean => a.row < b.row + b.rowSpan && b.row < a.row + a.rowSpan;

/**
 * For areas in reading order: the first index from which an area may reach below the top of a row, because all earlier
 * ones end above it. By bisection of the lowest row reached so far.
 */
export const firstReaching = (areas: readonly AreaGeometry[]): ((row: number) => number) => {
  let lowest = -Infinity;
  const reached = areas.map(({ row, rowSpan }) => (lowest = Math.max(lowest, row + rowSpan)));
  return (row) => {
    let [from, until] = [0, reached.length];
    while (from < until) {
      const middle = (from + until) >> 1;
      if ((reached[middle] ?? Infinity) > row) until = middle;
      else from = middle + 1;
    }
    return from;
  };
};

/** Whether two areas share a cell of their common grid. */
export const shareCell = (a: AreaGeometry, b: AreaGeometry): boolean =>
  shareRow(a, b) &&
  a.placement.column < b.placement.column + b.placement.span &&
  b.placement.column < a.placement.column + a.placement.span &&
  a.area.within === b.area.within;

/**
 * Whether the first of two siblings comes first visually: the higher one, or in a shared row the one nearer to the
 * start.
 */
export const seenBefore = (a: AreaGeometry, b: AreaGeometry): boolean =>
  shareRow(a, b) ? compare(a.left, b.left) < 0 || (equals(a.left, b.left) && a.row < b.row) : a.row < b.row;
