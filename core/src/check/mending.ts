import type { Exact } from "../exact/exact";
import type { LengthContext } from "../exact/length";
import type { CellId } from "../layout/numbers";
import type { Breakpoint, Container } from "../layout/schema";

/**
 * What a repair of the whole spec has to know of a rule: which numbers it may change, and which values the rule lets
 * pass. A repair looks at millions of values, so it asks in whole numbers; `find` of the same rule says the same exactly.
 * A rule that leaves a predicate out lets everything pass there.
 */
export type Mending = {
  /** Numbers that a repair may change because of it. */
  readonly cells: readonly CellId[];
  /** Whether a breakpoint may have these widths. */
  readonly frame?: (frame: Frame, isLowest: boolean) => boolean;
  /** Whether a gutter may have this length. Not asked of a gutter in fr. */
  readonly gutter?: (length: number, scale: Scale) => boolean;
  /** Whether a margin may have this length. Not asked of a margin in %. */
  readonly margin?: (length: number, scale: Scale) => boolean;
  /** Whether columns may have these numbers together. */
  readonly columns?: (tried: TriedColumns) => boolean;
  /**
   * No column above 0 and narrower than this, in parts, passes; if there is no room for such columns, nothing is tried.
   */
  readonly narrowest?: (scale: Scale) => number;
  /** Lengths that no other number depends on and that may not stay, each with the nearest that may. */
  readonly lengths?: (breakpoint: Breakpoint, base: Exact, context: LengthContext) => readonly NearestLength[];
};

/** A breakpoint's lowest width, the next one's (null for the widest), and its drawn-at width, CSS px. */
export type Frame = { readonly from: number; readonly until: number | null; readonly drawn: number };

/** What lengths are counted in: whole parts of a px, `unit` of them to the px. */
export type Scale = {
  readonly unit: number;
  /** Half the base unit, in parts. */
  readonly half: number;
  /** The least column, in parts. */
  readonly least: number;
};

/** A length that cannot stay, CSS px, and the nearest that can; null if none can be declared. */
export type NearestLength = { readonly cell: CellId; readonly length: Exact; readonly nearest: Exact | null };

/**
 * The terms of the column sum at one width, in parts. Columns and gutters are fractions with one denominator, so that
 * they are whole numbers too: a column is column/over, a gutter gutter/over.
 *
 * A gutter of a length g: over = n, column = C − G·g, gutter = n·g.
 * A gutter of p/d fr: over = n·d + G·p, column = C·d, gutter = C·p.
 */
export type TriedTerms = {
  readonly width: number;
  readonly container: number;
  /** Both declared margins together. */
  readonly margins: number;
  readonly column: number;
  readonly gutter: number;
  readonly over: number;
};

/** One breakpoint's columns with numbers that are tried. */
export type TriedColumns = Scale & {
  readonly count: number;
  readonly kind: Container["kind"];
  readonly isLowest: boolean;
  /** Terms at the drawn-at width. */
  readonly drawn: TriedTerms;
  /** Terms at the first and the last whole px of the breakpoint, and at 320 px. */
  readonly first: () => TriedTerms;
  readonly last: () => TriedTerms;
  readonly reflow: () => TriedTerms;
};

/** Whether k columns and the gutters between them are a whole number of px. */
export const isWholeSpan = ({ unit }: Scale, { column, gutter, over }: TriedTerms, k: number): boolean =>
  (k * column + (k - 1) * gutter) % (over * unit) === 0;

/** Whether columns are wider than nothing, and no narrower than the least column. */
export const isWideEnough = ({ least }: Scale, { column, over }: TriedTerms): boolean => column > 0 && column >= least * over;
