import { px } from "../exact/length";
import { add, compare, divide, exact, type Exact, floor, larger, multiply, sign, smaller, subtract, toNumber, zero } from "../exact/exact";
import type { LengthContext } from "../exact/length";
import type { Baseline, Rows } from "../layout/schema";

export type RowTrack = { readonly start: Exact; readonly height: Exact };

/** Rows in a sheet of height H, in CSS px. */
export type RowGeometry = {
  /** From the start of one row to the start of the next. */
  readonly pitch: Exact;
  /** Rows that end within H. */
  readonly whole: number;
  /** The rest below the last whole row (repeating), or below the section (dividing). */
  readonly leftover: Exact;
  readonly tracks: readonly RowTrack[];
};

/**
 * The terms of the row sum in a sheet of height H, exact CSS px. Repeating rows start at their offset and continue past
 * the sheet. Dividing rows fill a section S = start + count · height + (count − 1) · gutter + end.
 */
export type RowTerms =
  | { readonly kind: "repeating"; readonly height: Exact; readonly gutter: Exact; readonly offset: Exact }
  | {
      readonly kind: "dividing";
      readonly height: Exact;
      readonly gutter: Exact;
      readonly count: number;
      readonly margin: { readonly start: Exact; readonly end: Exact };
      readonly section: Exact;
    };

/** Maximum number of rows of one sheet; rows of 1 px on the tallest sheet are fewer. */
export const mostRows = 20_000;

/** Height of the section that dividing rows share: H limited to `least` and `most`; least wins, as in CSS clamp(). */
export const sectionHeight = (rows: Extract<Rows, { kind: "dividing" }>, sheet: Exact, context: LengthContext): Exact => {
  const capped = rows.most === undefined ? sheet : smaller(sheet, px(rows.most, context));
  return rows.least === undefined ? capped : larger(capped, px(rows.least, context));
};

/** Row height: the declared one, or for dividing rows h = (S − mT − mB − (k − 1)·r)/k, which can be negative. */
export const rowTerms = (rows: Rows, sheet: Exact, context: LengthContext): RowTerms => {
  const gutter = px(rows.gutter, context);
  if (rows.kind === "repeating") return { kind: "repeating", height: px(rows.height, context), gutter, offset: px(rows.offset, context) };
  const section = sectionHeight(rows, sheet, context);
  const margin = { start: px(rows.margin.start, context), end: px(rows.margin.end, context) };
  const gaps = multiply(exact(rows.count - 1), gutter);
  const height = divide(subtract(subtract(subtract(section, margin.start), margin.end), gaps), exact(rows.count));
  return { kind: "dividing", height, gutter, count: rows.count, margin, section };
};

/**
 * The sum of rows in a sheet of height H: sheet = before + filled + after, or section instead of sheet if its height is
 * limited.
 */
export type RowSum = {
  readonly terms: RowTerms;
  readonly sheet: Exact;
  /** Whole rows: those that end within the sheet (repeating), or all that share the section (dividing). */
  readonly whole: number;
  /** Gaps between whole rows. */
  readonly gaps: number;
  /** Whole rows and the gaps between them: k·h + (k − 1)·r; for dividing rows the section without its margins. */
  readonly filled: Exact;
  /** The rest below the last whole row (repeating), or below the section (dividing). */
  readonly leftover: Exact;
};

/** The sum of rows in a sheet of height H. Repeating: ⌊(H − o + r)/(h + r)⌋ rows are whole. */
export const rowSum = (rows: Rows, sheet: Exact, context: LengthContext): RowSum => {
  const terms = rowTerms(rows, sheet, context);
  if (terms.kind === "dividing") {
    const { count, section, margin } = terms;
    const filled = subtract(subtract(section, margin.start), margin.end);
    return { terms, sheet, whole: count, gaps: count - 1, filled, leftover: larger(zero, subtract(sheet, section)) };
  }
  const { height, gutter, offset } = terms;
  const pitch = add(height, gutter);
  const room = subtract(sheet, offset);
  const whole = larger(zero, floor(divide(add(room, gutter), pitch)));
  const filled = subtract(multiply(whole, pitch), sign(whole) > 0 ? gutter : zero);
  return { terms, sheet, whole: toNumber(whole), gaps: Math.max(0, toNumber(whole) - 1), filled, leftover: subtract(room, filled) };
};

/** Starts of repeating rows above the sheet's bottom edge; null if there are more than `mostRows`. */
const repeatingTracks = ({ height, gutter, offset }: Extract<RowTerms, { kind: "repeating" }>, sheet: Exact): RowTrack[] | null => {
  const pitch = add(height, gutter);
  const room = subtract(sheet, offset);
  const drawn = sign(room) > 0 ? divide(room, pitch) : zero;
  if (compare(drawn, exact(mostRows)) > 0) return null;
  const count = Math.ceil(toNumber(drawn));
  return Array.from({ length: count + 1 }, (_, i) => ({ start: add(offset, multiply(exact(i), pitch)), height })).filter(
    ({ start }) => compare(start, sheet) < 0,
  );
};

/**
 * Resolves rows in a sheet of height H (docs/arithmetic.md, section 2).
 * Repeating: row i starts at o + i·(h + r) for every start above H; ⌊(H − o + r)/(h + r)⌋ are whole.
 * Dividing: h = (S − mT − mB − (k − 1)·r)/k in a section S = H held between least and most (least wins, as in CSS).
 * Null when more than `mostRows` rows would be drawn.
 */
export const resolveRows = (rows: Rows, sheet: Exact, context: LengthContext): RowGeometry | null => {
  const { terms, whole, leftover } = rowSum(rows, sheet, context);
  const pitch = add(terms.height, terms.gutter);
  if (terms.kind === "repeating") {
    const tracks = repeatingTracks(terms, sheet);
    return tracks && { pitch, whole, leftover, tracks };
  }
  const { height, count, margin } = terms;
  const tracks = Array.from({ length: count }, (_, i) => ({ start: add(margin.start, multiply(exact(i), pitch)), height }));
  // A section that is taller than the sheet has rows below the sheet's bottom edge.
  const within = tracks.filter((track) => compare(add(track.start, track.height), sheet) <= 0).length;
  return { pitch, whole: within, leftover, tracks };
};

export type BaselineGeometry = { readonly step: Exact; readonly offset: Exact; readonly lines: number; readonly remainder: Exact };

/** Lines in H: ⌊(H − o)/b⌋, remainder (H − o) mod b; none and 0 if the offset is past the sheet. */
export const resolveBaseline = (baseline: Baseline, sheet: Exact, context: LengthContext): BaselineGeometry => {
  const step = px(baseline.step, context);
  const offset = px(baseline.offset, context);
  const room = larger(zero, subtract(sheet, offset));
  const lines = floor(divide(room, step));
  return { step, offset, lines: toNumber(lines), remainder: subtract(room, multiply(lines, step)) };
};
