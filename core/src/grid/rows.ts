import { add, compare, divide, exact, type Exact, floor, larger, multiply, sign, smaller, subtract, toNumber, zero } from "../exact/exact";
import type { LengthContext } from "../exact/length";
import type { Baseline, Rows } from "../layout/schema";
import { px } from "./columns";

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

/** Most rows computed for one sheet; a row of 1 px on the tallest sheet stays below it. */
export const mostRows = 20_000;

const repeating = (rows: Extract<Rows, { kind: "repeating" }>, sheet: Exact, context: LengthContext): RowGeometry | null => {
  const height = px(rows.height, context);
  const gutter = px(rows.gutter, context);
  const offset = px(rows.offset, context);
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

const dividing = (rows: Extract<Rows, { kind: "dividing" }>, sheet: Exact, context: LengthContext): RowGeometry => {
  const section = sectionHeight(rows, sheet, context);
  const gutter = px(rows.gutter, context);
  const start = px(rows.margin.start, context);
  const end = px(rows.margin.end, context);
  const count = exact(rows.count);
  const gaps = multiply(exact(rows.count - 1), gutter);
  const height = divide(subtract(subtract(subtract(section, start), end), gaps), count);
  const pitch = add(height, gutter);
  const tracks = Array.from({ length: rows.count }, (_, i) => ({ start: add(start, multiply(exact(i), pitch)), height }));
  const whole = tracks.filter((track) => compare(add(track.start, track.height), sheet) <= 0).length;
  return { pitch, whole, leftover: larger(zero, subtract(sheet, section)), tracks };
};

/**
 * Resolves rows in a sheet of height H (docs/arithmetic.md, section 2).
 * Repeating: row i starts at o + i·(h + r) for every start above H; ⌊(H − o + r)/(h + r)⌋ are whole.
 * Dividing: h = (S − mT − mB − (k − 1)·r)/k in a section S = H held between least and most (least wins, as in CSS).
 * Null when more than `mostRows` rows would be drawn.
 */
export const resolveRows = (rows: Rows, sheet: Exact, context: LengthContext): RowGeometry | null =>
  rows.kind === "repeating" ? repeating(rows, sheet, context) : dividing(rows, sheet, context);

export type BaselineGeometry = { readonly step: Exact; readonly offset: Exact; readonly lines: number; readonly remainder: Exact };

/** Lines in H: ⌊(H − o)/b⌋, remainder (H − o) mod b; none and 0 where the offset is past the sheet. */
export const resolveBaseline = (baseline: Baseline, sheet: Exact, context: LengthContext): BaselineGeometry => {
  const step = px(baseline.step, context);
  const offset = px(baseline.offset, context);
  const room = larger(zero, subtract(sheet, offset));
  const lines = floor(divide(room, step));
  return { step, offset, lines: toNumber(lines), remainder: subtract(room, multiply(lines, step)) };
};
