import { ownMember } from "../layout/member";
import { add, compare, exact, type Exact, multiply, subtract, zero } from "../exact/exact";
import { type LengthContext, px } from "../exact/length";
import type { Area, Breakpoint, Columns, Inside, Layout, Placement, Rows } from "../layout/schema";
import { type ColumnTerms, columnTerms } from "./columns";
import { flow } from "./flow";
import { resolveBaseline, rowTerms, type BaselineGeometry, type RowTerms } from "./rows";

/** Rows that areas are placed on, in CSS px from the top of their grid. The top is null if it depends on content. */
type AreaRows = {
  readonly top: Exact | null;
  /** Start and end of a row, counted from 1, without a last one. */
  readonly start: (row: number) => Exact;
  readonly end: (row: number) => Exact;
};

/**
 * A grid that areas are placed on: the breakpoint's, or one inside an area. Positions across are CSS px from the
 * viewport's start edge.
 */
export type AreaGrid = {
  readonly kind: "breakpoint" | Inside["kind"];
  readonly count: number;
  /** Start of the first column. */
  readonly start: Exact;
  readonly column: Exact;
  readonly gutter: Exact;
  /** Null if rows are bands, whose height depends on content. */
  readonly rows: AreaRows | null;
  /** Lines from the grid's top; null if it has none of its own. */
  readonly baseline: BaselineGeometry | null;
};

/** Where an area is at one size, exact CSS px from the viewport's top left, also for areas inside others. */
export type AreaGeometry = {
  readonly area: Area;
  readonly placement: Placement;
  /** How many areas contain it. */
  readonly depth: number;
  readonly left: Exact;
  readonly right: Exact;
  readonly width: Exact;
  /** Null if rows are bands, or inside bands. */
  readonly top: Exact | null;
  readonly bottom: Exact | null;
  /** Known if its rows have a height. */
  readonly height: Exact | null;
  /** Its row in its grid; for a flowing area, the row it flowed to. */
  readonly row: number;
  readonly rowSpan: number;
  /** The grid it is placed on. */
  readonly on: AreaGrid;
  /** The grid inside it, if it has one or contains areas. */
  readonly inside: AreaGrid | null;
};

/** Start of column i of a grid, counted from 1: s0 + (i − 1)·(c + g). */
export const columnLine = ({ start, column, gutter }: AreaGrid, i: number): Exact =>
  add(start, multiply(exact(i - 1), add(column, gutter)));

/** Width of k columns of a grid together: k·c + (k − 1)·g. */
export const columnsTogether = ({ column, gutter }: AreaGrid, k: number): Exact =>
  add(multiply(exact(k), column), multiply(exact(k - 1), gutter));

/**
 * Start of row r, from the top of the sheet. Repeating rows: o + (r − 1)(h + g). Dividing rows continue in a next
 * section of the same height: row r of k is in section ⌈r/k⌉, whose top is (⌈r/k⌉ − 1)·S.
 */
const rowStart = (terms: RowTerms, row: number): Exact => {
  const pitch = add(terms.height, terms.gutter);
  if (terms.kind === "repeating") return add(terms.offset, multiply(exact(row - 1), pitch));
  const section = Math.ceil(row / terms.count) - 1;
  return add(add(multiply(exact(section), terms.section), terms.margin.start), multiply(exact(row - 1 - section * terms.count), pitch));
};

/** A position by its number, calculated once: areas of a grid share few lines. */
const remembered = (of: (number: number) => Exact): ((number: number) => Exact) => {
  const known = new Map<number, Exact>();
  return (number) => {
    const found = known.get(number) ?? of(number);
    known.set(number, found);
    return found;
  };
};

const rowsFrom = (terms: RowTerms, top: Exact | null): AreaRows => {
  const start = remembered((row) => rowStart(terms, row));
  return { top, start, end: remembered((row) => add(start(row), terms.height)) };
};

/** Maximum row that is searched. */
const mostHeld = 20_000;

/**
 * The least number of rows, starting at an area's first one, that hold content of a height, px: the least n ≥ 1 with
 * end(row + n − 1) − start(row) ≥ height. Null if the rows are bands, which are as high as their content, or if 20,000
 * rows are not enough.
 */
export const rowsToHold = ({ on: { rows }, row }: Pick<AreaGeometry, "on" | "row">, height: Exact): number | null => {
  if (!rows) return null;
  const holds = (count: number): boolean => compare(subtract(rows.end(row + count - 1), rows.start(row)), height) >= 0;
  let most = 1;
  while (!holds(most)) {
    if (most >= mostHeld) return null;
    most = Math.min(mostHeld, most * 2);
  }
  // `most` rows have room for it and half as many do not; more rows are never lower.
  let least = Math.floor(most / 2) + 1;
  while (least < most) {
    const middle = Math.floor((least + most) / 2);
    if (holds(middle)) most = middle;
    else least = middle + 1;
  }
  return most;
};

/** The grid of a breakpoint at a size. */
const breakpointGrid = (breakpoint: Breakpoint, terms: ColumnTerms, sheet: Exact, context: LengthContext): AreaGrid => ({
  kind: "breakpoint",
  count: terms.count,
  start: add(terms.container.start, terms.edge),
  column: terms.column,
  gutter: terms.gutter,
  rows: breakpoint.rows && rowsFrom(rowTerms(breakpoint.rows, sheet, context), zero),
  baseline: breakpoint.baseline && resolveBaseline(breakpoint.baseline, sheet, context),
});

/** The grid that the areas of a breakpoint are placed on, at a size. */
export const gridOf = (breakpoint: Breakpoint, terms: ColumnTerms, sheet: Exact, rootFontSize: Exact): AreaGrid =>
  breakpointGrid(breakpoint, terms, sheet, { width: terms.width, rootFontSize });

/** An area's box and rows, as the areas inside it need them. */
type Box = Pick<AreaGeometry, "left" | "width" | "top" | "height" | "row" | "on" | "placement">;

/** The columns of the outer grid that an area covers, and the outer rows counted from its own first one. */
const sameGrid = ({ placement: { column, span }, on, row }: Box): AreaGrid => {
  const first = on.rows?.start(row);
  const { rows } = on;
  return {
    kind: "same",
    count: span,
    start: columnLine(on, column),
    column: on.column,
    gutter: on.gutter,
    rows:
      rows && first
        ? {
            top: rows.top && add(rows.top, first),
            start: (inner) => subtract(rows.start(row + inner - 1), first),
            end: (inner) => subtract(rows.end(row + inner - 1), first),
          }
        : null,
    baseline: null,
  };
};

/** The columns of a grid of an area's own: section 1 of docs/arithmetic.md in the area's width. */
export const ownColumns = ({ count, gutter, margin }: Extract<Inside, { kind: "own" }>): Columns => ({
  count,
  gutter,
  margin,
  edgeGutters: "none",
  container: { kind: "fluid" },
});

/** An area's own rows start at its top. Dividing rows divide its height, if that is known. */
const ownRows = (rows: Rows | null, { top, height }: Box, context: LengthContext): AreaRows | null =>
  rows === null || (rows.kind === "dividing" && height === null) ? null : rowsFrom(rowTerms(rows, height ?? zero, context), top);

const ownGrid = (own: Extract<Inside, { kind: "own" }>, box: Box, rootFontSize: Exact): AreaGrid => {
  const context = { width: box.width, rootFontSize };
  const terms = columnTerms(ownColumns(own), context);
  return {
    kind: "own",
    count: own.count,
    start: add(box.left, terms.container.start),
    column: terms.column,
    gutter: terms.gutter,
    rows: ownRows(own.rows, box, context),
    baseline: own.baseline && resolveBaseline(own.baseline, box.height ?? zero, context),
  };
};

/** The areas of a layout by their containing area; "" for those in none. */
const byOuter = (areas: readonly Area[], id: string): ReadonlyMap<string, readonly (readonly [Area, Placement])[]> => {
  const found = new Map<string, (readonly [Area, Placement])[]>();
  for (const area of areas) {
    const placement = ownMember(area.placements, id);
    if (!placement) continue;
    const outer = area.within ?? "";
    const own = found.get(outer);
    if (own) own.push([area, placement]);
    else found.set(outer, [[area, placement]]);
  }
  return found;
};

/**
 * Where the areas of a breakpoint are at a size: left = s0 + (a − 1)(c + g), right = left + k·c + (k − 1)·g. An area
 * that leaves the grid extends to the viewport's edge, or by a length. Top and bottom come from its rows, or from flow
 * if it has no row number. Areas inside areas are resolved in the same way, exactly. The result has the areas shown at
 * the breakpoint, in document order, without those inside an area that is not shown.
 */
export const resolveAreas = (
  layout: Layout,
  breakpoint: Breakpoint,
  { terms, sheet, rootFontSize }: { readonly terms: ColumnTerms; readonly sheet: Exact; readonly rootFontSize: Exact },
): readonly AreaGeometry[] => {
  if (layout.areas.length === 0) return [];
  const context = { width: terms.width, rootFontSize };
  const shown = byOuter(layout.areas, breakpoint.id);
  const found = new Map<string, AreaGeometry>();
  const place = (outer: string, on: AreaGrid, depth: number): void => {
    const here = shown.get(outer) ?? [];
    const rows = flow(here.map(([, { column, span, row, rowSpan = 1 }]) => ({ column, span, row, rowSpan })));
    const line = remembered((i) => columnLine(on, i));
    const together = remembered((k) => columnsTogether(on, k));
    here.forEach(([area, placement], index) => {
      const { column, span, rowSpan = 1, leaves, by } = placement;
      const row = rows[index] ?? 1;
      const start = line(column);
      const end = add(start, together(span));
      const out = by === undefined ? null : px(by, context);
      const left = leaves === "start" || leaves === "both" ? (out ? subtract(start, out) : zero) : start;
      const right = leaves === "end" || leaves === "both" ? (out ? add(end, out) : terms.width) : end;
      const from = on.rows?.start(row) ?? null;
      const to = on.rows?.end(row + rowSpan - 1) ?? null;
      const top = on.rows?.top && from ? add(on.rows.top, from) : null;
      const height = from && to ? subtract(to, from) : null;
      const width = subtract(right, left);
      const box: Box = { left, width, top, height, row, on, placement };
      const own = placement.inside?.kind === "own" ? placement.inside : null;
      const hasInner = placement.inside !== null || shown.has(area.id);
      const inside = !hasInner ? null : own ? ownGrid(own, box, rootFontSize) : sameGrid(box);
      found.set(area.id, { ...box, area, depth, right, bottom: top && height && add(top, height), rowSpan, inside });
      if (inside && shown.has(area.id)) place(area.id, inside, depth + 1);
    });
  };
  place("", breakpointGrid(breakpoint, terms, sheet, context), 0);
  return layout.areas.flatMap(({ id }) => found.get(id) ?? []);
};
