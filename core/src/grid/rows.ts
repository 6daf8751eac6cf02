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
  /** What is left under the last whole row (repeating), or under the section (dividing). */
  readonly leftover: Exact;
  readonly tracks: readonly RowTrack[];
};

/**
 * The terms of the row sum in a sheet of height H, CSS px, exact. Repeating rows run on past the sheet from
 * their offset; dividing rows fill a section S = start + count · height + (count − 1) · gutter + end.
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

/** Most rows computed for one sheet; a row of 1 px on the tallest sheet stays below it. */
export const mostRows = 20_000;

const repeating = (terms: Extract<RowTerms, { kind: "repeating" }>, sheet: Exact): RowGeometry | null => {
  const { height, gutter, offset } = terms;
  const pitch = add(height, gutter);
  const room = subtract(sheet, offset);
  const whole = larger(zero, floor(divide(add(room, gutter), pitch)));
  const drawn = sign(room) > 0 ? divide(room, pitch) : zero;
  if (compare(drawn, exact(mostRows)) > 0) return null;
  const count = Math.ceil(toNumber(drawn));
  const tracks: RowTrack[] = [];
  for (let i = 0; i <= count; i += 1) {
    const start = add(offset, multiply(exact(i), pitch));
    if (compare(start, sheet) < 0) tracks.push({ start, height });
  }
  const used = subtract(multiply(whole, pitch), sign(whole) > 0 ? gutter : zero);
  return { pitch, whole: toNumber(whole), leftover: subtract(room, used), tracks };
};

/** Height of the section that dividing rows share: H held between `least` and `most`; least wins, as in CSS clamp(). */
export const sectionHeight = (rows: Extract<Rows, { kind: "dividing" }>, sheet: Exact, context: LengthContext): Exact => {
  const capped = rows.most === undefined ? sheet : smaller(sheet, px(rows.most, context));
  return rows.least === undefined ? capped : larger(capped, px(rows.least, context));
};

/** Row height: the declared one, or for dividing rows h = (S − mT − mB − (k − 1)·r)/k, which may come out negative. */
export const rowTerms = (rows: Rows, sheet: Exact, context: LengthContext): RowTerms => {
  const gutter = px(rows.gutter, context);
  if (rows.kind === "repeating") return { kind: "repeating", height: px(rows.height, context), gutter, offset: px(rows.offset, context) };
  const section = sectionHeight(rows, sheet, context);
  const margin = { start: px(rows.margin.start, context), end: px(rows.margin.end, context) };
  const gaps = multiply(exact(rows.count - 1), gutter);
  const height = divide(subtract(subtract(subtract(section, margin.start), margin.end), gaps), exact(rows.count));
  return { kind: "dividing", height, gutter, count: rows.count, margin, section };
};

const dividing = (terms: Extract<RowTerms, { kind: "dividing" }>, sheet: Exact): RowGeometry => {
  const { height, gutter, count, margin, section } = terms;
  const pitch = add(height, gutter);
  const tracks = Array.from({ length: count }, (_, i) => ({ start: add(margin.start, multiply(exact(i), pitch)), height }));
  const whole = tracks.filter((track) => compare(add(track.start, track.height), sheet) <= 0).length;
  return { pitch, whole, leftover: larger(zero, subtract(sheet, section)), tracks };
};

/**
 * Resolves rows in a sheet of height H (docs/arithmetic.md, section 2).
 * Repeating: row i starts at o + i·(h + r) for every start above H; ⌊(H − o + r)/(h + r)⌋ are whole.
 * Dividing: h = (S − mT − mB − (k − 1)·r)/k in a section S = H held between least and most (least wins, as in CSS).
 * Null when more than `mostRows` rows would be drawn.
 */
export const resolveRows = (rows: Rows, sheet: Exact, context: LengthContext): RowGeometry | null => {
  const terms = rowTerms(rows, sheet, context);
  return terms.kind === "repeating" ? repeating(terms, sheet) : dividing(terms, sheet);
};

export type BaselineGeometry = { readonly step: Exact; readonly offset: Exact; readonly lines: number; readonly remainder: Exact };

/** Lines in H: ⌊(H − o)/b⌋, remainder (H − o) mod b; none and 0 where the offset is past the sheet. */
export const resolveBaseline = (baseline: Baseline, sheet: Exact, context: LengthContext): BaselineGeometry => {
  const step = px(baseline.step, context);
  const offset = px(baseline.offset, context);
  const room = larger(zero, subtract(sheet, offset));
  const lines = floor(divide(room, step));
  return { step, offset, lines: toNumber(lines), remainder: subtract(room, multiply(lines, step)) };
};
