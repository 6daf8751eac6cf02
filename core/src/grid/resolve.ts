import { type Exact, fromJsonNumber, zero } from "../exact/exact";
import { type LengthContext, parseLength, px } from "../exact/length";
import type { Parsed } from "../layout/parse";
import type { Breakpoint, Layout } from "../layout/schema";
import { type AreaGeometry, type AreaGrid, gridOf, resolveAreas } from "./areas";
import { breakpointAt } from "./breakpoint-at";
import { type ColumnTerms, type ColumnTrack, columnTerms, columnTracks, gutterTracks, type Shares, shares, spanWidths } from "./columns";
import type { RepeatedLines } from "./lines";
import { type BaselineGeometry, mostRows, resolveBaseline, resolveRows, type RowGeometry } from "./rows";

export type ResolveRequest = {
  /** Viewport width, CSS px. */
  readonly width: Exact;
  /** Sheet height, CSS px. Default: the breakpoint's drawn-at height. */
  readonly height?: Exact;
  /** A breakpoint to use instead of the one that applies at the width. */
  readonly breakpoint?: string;
};

/** The geometry of a layout at one size, in exact CSS px from the top left of the viewport. */
export type Resolution = {
  readonly breakpoint: Breakpoint;
  readonly width: Exact;
  readonly height: Exact;
  readonly terms: ColumnTerms;
  readonly columns: readonly ColumnTrack[];
  /** Between neighbouring columns. */
  readonly gutters: readonly ColumnTrack[];
  /** Widths of 1..n columns together. */
  readonly spans: readonly Exact[];
  readonly shares: Shares;
  readonly rows: RowGeometry | null;
  readonly baseline: BaselineGeometry | null;
  readonly baselineLines: RepeatedLines | null;
  /** The lines of the mesh, the same down and across. */
  readonly mesh: RepeatedLines | null;
  /** The grid that areas of the breakpoint are placed on. */
  readonly grid: AreaGrid;
  /** Areas shown at the breakpoint, in document order. */
  readonly areas: readonly AreaGeometry[];
};

export type Resolved = Parsed<Resolution>;

/** Root font size of a parsed layout, px. */
export const rootFontSize = (layout: Layout): Exact => {
  const length = parseLength(layout.rootFontSize);
  if (!length) throw new RangeError("a parsed layout has a root font size");
  return length.value;
};

export const lengthContext = (layout: Layout, width: Exact): LengthContext => ({ width, rootFontSize: rootFontSize(layout) });

/** The column terms of one breakpoint at any width. */
export const termsAt = (layout: Layout, breakpoint: Breakpoint, width: Exact): ColumnTerms =>
  columnTerms(breakpoint.columns, lengthContext(layout, width));

/**
 * Resolves a layout at a size to geometry. Returns an error if the named breakpoint is not in the layout, or if more
 * than 20,000 rows would be drawn.
 */
export const resolve = (layout: Layout, request: ResolveRequest): Resolved => {
  const index = request.breakpoint === undefined ? -1 : layout.breakpoints.findIndex(({ id }) => id === request.breakpoint);
  const named = layout.breakpoints[index];
  if (request.breakpoint !== undefined && !named) {
    const ids = layout.breakpoints.map(({ id }) => id).join(", ");
    return { ok: false, issues: [{ path: "/breakpoint", message: `names no breakpoint; the breakpoints are ${ids}` }] };
  }
  const breakpoint = named ?? breakpointAt(layout, request.width);
  const context = lengthContext(layout, request.width);
  const height = request.height ?? fromJsonNumber(breakpoint.drawnAt.height);
  const rows = breakpoint.rows && resolveRows(breakpoint.rows, height, context);
  if (breakpoint.rows && !rows) {
    const at = layout.breakpoints.indexOf(breakpoint);
    return {
      ok: false,
      issues: [
        { path: `/layout/breakpoints/${at}/rows`, message: `must make at most ${mostRows.toLocaleString("en")} rows in this height` },
      ],
    };
  }
  const terms = columnTerms(breakpoint.columns, context);
  const { mesh } = breakpoint;
  const baseline = breakpoint.baseline && resolveBaseline(breakpoint.baseline, height, context);
  return {
    ok: true,
    value: {
      breakpoint,
      width: request.width,
      height,
      terms,
      columns: columnTracks(terms),
      gutters: gutterTracks(terms),
      spans: spanWidths(terms),
      shares: shares(terms),
      rows,
      baseline,
      baselineLines: baseline && {
        offset: baseline.offset,
        step: baseline.step,
        emphasis: breakpoint.baseline?.emphasis ?? 1,
      },
      mesh: mesh && { offset: zero, step: px(mesh.step, context), emphasis: mesh.emphasis },
      grid: gridOf(breakpoint, terms, height, context.rootFontSize),
      areas: resolveAreas(layout, breakpoint, { terms, sheet: height, rootFontSize: context.rootFontSize }),
    },
  };
};
