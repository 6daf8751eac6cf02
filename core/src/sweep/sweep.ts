import { px } from "../exact/length";
import { inBoth, type ResidueClass, wholeQuotients } from "../exact/congruence";
import {
  add,
  ceiling,
  compare,
  divide,
  exact,
  type Exact,
  fromJsonNumber,
  isZero,
  larger,
  multiply,
  negate,
  ratio,
  sign,
  smaller,
  subtract,
  toNumber,
} from "../exact/exact";
import { breakpointRanges } from "../grid/breakpoint-at";
import { type ColumnTerms, columnTerms } from "../grid/columns";
import { rootFontSize as rootFontSizeOf } from "../grid/resolve";
import type { Layout } from "../layout/schema";
import { fitsFrom, type Piece, widthPieces } from "./pieces";

/** Whole widths first, first + step, … last, of one breakpoint. */
export type WidthRun = {
  readonly breakpoint: string;
  readonly first: number;
  readonly step: number;
  readonly last: number;
  readonly count: number;
};

/** What one breakpoint hands to the next at a width: terms just below it and from it on. */
export type HandOver = {
  readonly width: Exact;
  readonly below: { readonly breakpoint: string; readonly terms: ColumnTerms };
  readonly above: { readonly breakpoint: string; readonly terms: ColumnTerms };
};

/**
 * Widths over which a column is narrower than the spec's minimum, or missing: from ≤ W < until, or from < W if the
 * column gets narrower.
 */
export type UnderLeast = { readonly breakpoint: string; readonly from: Exact; readonly until: Exact; readonly narrowest: Exact };

/** The width from which a fixed container fits between its margins; null if it never does. */
export type FixedFit = { readonly breakpoint: string; readonly container: Exact; readonly from: Exact | null };

/** Device pixels to a CSS px. */
export const densities: readonly Exact[] = [exact(1), exact(3, 2), exact(2), exact(3)];

export type Sweep = {
  readonly from: Exact;
  readonly to: Exact;
  readonly pieces: readonly Piece[];
  readonly handOvers: readonly HandOver[];
  /** Widths at which the column is a whole px. */
  readonly wholeColumns: readonly WidthRun[];
  /** Widths at which every column edge is a whole device px, for each density. */
  readonly clean: readonly { readonly density: Exact; readonly runs: readonly WidthRun[] }[];
  readonly underLeast: readonly UnderLeast[];
  readonly fixed: readonly FixedFit[];
};

/** Whole widths W of a piece at which a term, linear in W, is a multiple of 1/density; null if there are none. */
const wholeAt = (piece: Piece, term: (terms: ColumnTerms) => Exact, density: Exact): ResidueClass | null => {
  const first = multiply(term(piece.start), density);
  const last = multiply(term(piece.end), density);
  const slope = divide(subtract(last, first), subtract(piece.until, piece.from));
  return wholeQuotients(subtract(first, multiply(slope, piece.from)), negate(slope), 1);
};

/** The members of a class with from ≤ W < until (≤ until at the end of the sweep). */
const runOf = (piece: Piece, found: ResidueClass, closed: boolean): readonly WidthRun[] => {
  const low = ratio(ceiling(piece.from)).n;
  const high = ratio(ceiling(piece.until)).n - (closed && ratio(piece.until).d === 1n ? 0n : 1n);
  const { first, step } = found;
  const start = low + ((((first - low) % step) + step) % step);
  if (start > high) return [];
  const count = (high - start) / step + 1n;
  const run = { first: Number(start), step: Number(step), last: Number(start + (count - 1n) * step), count: Number(count) };
  // One width alone has no step to speak of.
  return [{ breakpoint: piece.breakpoint, ...run, step: run.count === 1 ? 1 : run.step }];
};

/** Merges runs that continue each other with the same step. */
const joined = (runs: readonly WidthRun[]): readonly WidthRun[] => {
  const out: WidthRun[] = [];
  for (const run of runs) {
    const before = out.at(-1);
    const follows =
      before?.breakpoint === run.breakpoint && run.first - before.last === before.step && (run.step === before.step || run.count === 1);
    if (before && follows) out[out.length - 1] = { ...before, last: run.last, count: before.count + run.count };
    else out.push(run);
  }
  return out;
};

const column = (terms: ColumnTerms): Exact => terms.column;
const gutter = (terms: ColumnTerms): Exact => terms.gutter;
const firstEdge = (terms: ColumnTerms): Exact => add(terms.container.start, terms.edge);

/** Every edge is a whole multiple of 1/density if the first edge, the column and the gutter are. */
const cleanAt = (piece: Piece, density: Exact): ResidueClass | null => {
  const terms = [firstEdge, column, ...(piece.start.count > 1 ? [gutter] : [])];
  let all: ResidueClass | null = { first: 0n, step: 1n };
  for (const term of terms) {
    const found: ResidueClass | null = all && wholeAt(piece, term, density);
    all = all && found && inBoth(all, found);
  }
  return all;
};

/** The widths of a piece whose column is under the least, or 0 and below. */
const underIn = (piece: Piece, least: Exact): readonly UnderLeast[] => {
  const [a, b] = [piece.start.column, piece.end.column];
  const under = (value: Exact): boolean => compare(value, least) < 0 || sign(value) <= 0;
  if (!under(a) && !under(b)) return [];
  const slope = divide(subtract(b, a), subtract(piece.until, piece.from));
  const meets = isZero(slope) ? null : add(piece.from, divide(subtract(least, a), slope));
  const from = under(a) || !meets ? piece.from : larger(piece.from, meets);
  const until = under(b) || !meets ? piece.until : smaller(piece.until, meets);
  return compare(from, until) < 0 ? [{ breakpoint: piece.breakpoint, from, until, narrowest: smaller(a, b) }] : [];
};

const joinedUnder = (parts: readonly UnderLeast[]): readonly UnderLeast[] => {
  const out: UnderLeast[] = [];
  for (const part of parts) {
    const before = out.at(-1);
    if (before?.breakpoint === part.breakpoint && compare(before.until, part.from) === 0)
      out[out.length - 1] = { ...before, until: part.until, narrowest: smaller(before.narrowest, part.narrowest) };
    else out.push(part);
  }
  return out;
};

/**
 * How a layout behaves over every width from one to another (docs/arithmetic.md, section 5), in closed form: within a
 * piece every term is linear in W, so the widths where one is whole are residue classes, and the widths where one
 * crosses a limit solve an equation. No width is tried on its own.
 */
export const sweep = (layout: Layout, from: Exact = exact(240), to: Exact = exact(2560)): Sweep => {
  const rootFontSize = rootFontSizeOf(layout);
  const pieces = widthPieces(layout, from, to);
  const least = px(layout.leastColumn, { width: from, rootFontSize });
  const closed = (piece: Piece): boolean => compare(piece.until, to) === 0;
  const runs = (at: (piece: Piece) => ResidueClass | null): readonly WidthRun[] =>
    joined(
      pieces.flatMap((piece) => {
        const found = at(piece);
        return found ? runOf(piece, found, closed(piece)) : [];
      }),
    );
  // Of two that start together the first has no widths at all.
  const ranges = breakpointRanges(layout).filter((range) => range.until === null || range.until > range.from);
  const handOvers = ranges.slice(1).flatMap(({ breakpoint, from: at }, index): readonly HandOver[] => {
    const before = ranges[index];
    const width = fromJsonNumber(at);
    if (!before || compare(width, from) <= 0 || compare(width, to) > 0) return [];
    return [
      {
        width,
        below: { breakpoint: before.breakpoint.id, terms: columnTerms(before.breakpoint.columns, { width, rootFontSize }) },
        above: { breakpoint: breakpoint.id, terms: columnTerms(breakpoint.columns, { width, rootFontSize }) },
      },
    ];
  });
  return {
    from,
    to,
    pieces,
    handOvers,
    wholeColumns: runs((piece) => wholeAt(piece, column, exact(1))),
    clean: densities.map((density) => ({ density, runs: runs((piece) => cleanAt(piece, density)) })),
    underLeast: joinedUnder(pieces.flatMap((piece) => underIn(piece, least))),
    fixed: ranges.flatMap(({ breakpoint: { id, columns } }) =>
      columns.container.kind === "fixed"
        ? [{ breakpoint: id, container: px(columns.container.width, { width: from, rootFontSize }), from: fitsFrom(columns, rootFontSize) }]
        : [],
    ),
  };
};

/** The nearest clean whole widths at a density: at or below a width, and above it; null if there are none. */
export const nearestClean = (runs: readonly WidthRun[], width: Exact): { readonly below: number | null; readonly above: number | null } => {
  const at = toNumber(width);
  let below: number | null = null;
  let above: number | null = null;
  for (const { first, step, last } of runs) {
    if (first <= at) below = Math.max(below ?? 0, Math.min(last, first + Math.floor((at - first) / step) * step));
    if (last > at) {
      const next = first > at ? first : first + (Math.floor((at - first) / step) + 1) * step;
      above = above === null ? next : Math.min(above, next);
    }
  }
  return { below, above };
};
