import { words } from "../words/words";
import { add, compare, divide, equals, exact, type Exact, isWhole, isZero, multiply, sign, subtract, toNumber, zero } from "../exact/exact";
import { type Length, type LengthContext, lengthText, toPx } from "../exact/length";
import { resolveRows, rowTerms, sectionHeight } from "../grid/rows";
import { limits } from "../layout/limits";
import type { Rows } from "../layout/schema";
import { declaredPx, type Refusal, refuse, sizeFault } from "./refusal";
import { rowNouns, solve, solveWords } from "./solve";

/** The terms of the row sum that can be typed; repeating rows have an offset, dividing rows margins. */
export type RowTerm = "height" | "offset" | "margin-start" | "margin-end" | "margin" | "count" | "row" | "gutter";

/** The term of the row sum that is calculated from the others; "margin" is the offset of repeating rows. */
export type RowGivesWay = "row" | "gutter" | "margin" | "height" | "count";

export type RowChange = {
  readonly rows: Rows;
  /** Height of the sheet, CSS px: the drawn-at height. */
  readonly sheet: Exact;
  readonly context: LengthContext;
  readonly term: RowTerm;
  /** The typed value with its unit (a count has px, which is ignored). */
  readonly value: Length;
  readonly givesWay: RowGivesWay;
};

export type RowChanged = { readonly ok: true; readonly rows: Rows; readonly sheet: Exact; readonly gaveWay: RowGivesWay } | Refusal;

const givesOf: Readonly<Record<RowTerm, RowGivesWay>> = {
  height: "height",
  offset: "margin",
  "margin-start": "margin",
  "margin-end": "margin",
  margin: "margin",
  count: "count",
  row: "row",
  gutter: "gutter",
};

/** The term that gives way when `term` is typed: the chosen one, unless that is `term` itself. */
export const rowGivingWayFor = (kind: Rows["kind"], term: RowTerm, chosen: RowGivesWay): RowGivesWay => {
  if (givesOf[term] !== chosen) return chosen;
  if (kind === "repeating") return chosen === "count" ? "row" : "count";
  return chosen === "row" ? "margin" : "row";
};

type Terms = { offset: Exact; count: Exact; row: Exact; gutter: Exact; height: Exact };

/** H = o + k·h + (k − 1)·r, solved for the term that gives way; `resolve` calculates the count. */
const repeatingTerm = (gives: Exclude<RowGivesWay, "count">, { offset, count, row, gutter, height }: Terms): Exact | null => {
  const gaps = subtract(count, exact(1));
  const filled = add(multiply(count, row), multiply(gaps, gutter));
  switch (gives) {
    case "row":
      return divide(subtract(subtract(height, offset), multiply(gaps, gutter)), count);
    case "gutter":
      return isZero(gaps) ? null : divide(subtract(subtract(height, offset), multiply(count, row)), gaps);
    case "margin":
      return subtract(height, filled);
    case "height":
      return add(offset, filled);
    default:
      return gives satisfies never;
  }
};

/** A height of the sheet: above 0, within the format's sizes, at most three decimals. */
const sheetOf = (height: Exact): { readonly ok: true; readonly sheet: Exact } | Refusal =>
  sizeFault(height, "height") ?? { ok: true, sheet: height };

const changeRepeating = (change: RowChange & { rows: Extract<Rows, { kind: "repeating" }> }, gives: RowGivesWay): RowChanged => {
  const { rows, sheet, context, term, value } = change;
  const now = rowTerms(rows, sheet, context);
  if (now.kind !== "repeating") return refuse("not-taken", words`these rows divide`);
  const typed = toPx(value, context);
  const text = lengthText(value);
  if (text === null) return refuse("past-limit", words`type at most 6 decimals`);
  let next: Extract<Rows, { kind: "repeating" }> = rows;
  if (term === "row") next = { ...next, height: text };
  else if (term === "gutter") next = { ...next, gutter: text };
  else if (term === "offset") next = { ...next, offset: text };
  const height = term === "height" ? typed : sheet;
  if (gives === "count") {
    const tall = sheetOf(height);
    if (!tall.ok) return tall;
    return resolveRows(next, height, context)
      ? { ok: true, rows: next, sheet: height, gaveWay: gives }
      : refuse("past-limit", words`that makes more than 20,000 rows`);
  }
  const whole = term === "count" ? toNumber(typed) : (resolveRows(rows, sheet, context)?.whole ?? 0);
  if (whole < 1) return refuse("no-room", words`no whole row fits; let the number of rows give way`);
  const terms: Terms = { offset: now.offset, count: exact(whole), row: now.height, gutter: now.gutter, height };
  if (term === "row") terms.row = typed;
  else if (term === "gutter") terms.gutter = typed;
  else if (term === "offset") terms.offset = typed;
  const given = repeatingTerm(gives, terms);
  if (given === null) return refuse("no-gap", words`one row has no gap, so no gutter can give way`);
  if (gives === "height") {
    const tall = sheetOf(given);
    return tall.ok ? { ok: true, rows: next, sheet: tall.sheet, gaveWay: gives } : tall;
  }
  const name = gives === "row" ? "the row" : gives === "gutter" ? "the gutter" : "the offset";
  if ((gives === "row" && sign(given) <= 0) || (gives === "gutter" && sign(given) < 0))
    return refuse("no-room", words`${name} would have to be ${given}: ${whole} rows take more than ${height}`);
  const said = declaredPx(given, name);
  if (!said.ok) return said;
  const tall = sheetOf(height);
  if (!tall.ok) return tall;
  const key = gives === "row" ? "height" : gives === "gutter" ? "gutter" : "offset";
  return { ok: true, rows: { ...next, [key]: said.text }, sheet: height, gaveWay: gives };
};

/** Why dividing rows are impossible: they would have no height. Null if they have one. */
const noRoom = (terms: ReturnType<typeof rowTerms>): Refusal | null => {
  if (terms.kind !== "dividing" || sign(terms.height) > 0) return null;
  const { section, margin, count, gutter, height } = terms;
  const gaps = multiply(exact(count - 1), gutter);
  return refuse(
    "no-room",
    words`(${section} − ${margin.start} − ${margin.end} − ${gaps}) ÷ ${count} = ${height}: no room is left for a row`,
  );
};

const changeDividing = (change: RowChange & { rows: Extract<Rows, { kind: "dividing" }> }, gives: RowGivesWay): RowChanged => {
  const { rows, sheet, context, term, value } = change;
  const now = rowTerms(rows, sheet, context);
  if (now.kind !== "dividing") return refuse("not-taken", words`these rows repeat`);
  const typed = toPx(value, context);
  const text = lengthText(value);
  if (text === null) return refuse("past-limit", words`type at most 6 decimals`);
  let next: Extract<Rows, { kind: "dividing" }> = rows;
  if (term === "gutter") next = { ...next, gutter: text };
  else if (term === "count") next = { ...next, count: toNumber(typed) };
  else if (term === "margin") next = { ...next, margin: { start: text, end: text } };
  else if (term === "margin-start") next = { ...next, margin: { ...next.margin, start: text } };
  else if (term === "margin-end") next = { ...next, margin: { ...next.margin, end: text } };
  const height = term === "height" ? typed : sheet;
  const tall = sheetOf(height);
  if (!tall.ok) return tall;
  const after = rowTerms(next, height, context);
  if (after.kind !== "dividing") return refuse("not-taken", words`these rows repeat`);
  if (gives === "row") return noRoom(after) ?? { ok: true, rows: next, sheet: height, gaveWay: gives };
  // The two equations of columns, with rows instead of columns and the section instead of the width.
  const solved = solve({
    width: sectionHeight(next, height, context),
    columns: after.count,
    column: term === "row" ? typed : now.height,
    gutter: after.gutter,
    margin: after.margin,
    givesWay: gives === "margin" ? "margin" : gives === "gutter" ? "gutter" : gives === "height" ? "width" : "columns",
  });
  if (solved.problem) return refuse(solved.problem.code === "negative" ? "no-room" : "not-taken", solveWords(solved.problem, rowNouns));
  if (gives === "count") {
    const count = solved.columns ?? 0;
    if (count > 1000) return refuse("past-limit", words`${count} rows fit; the most is 1,000`);
    return { ok: true, rows: { ...next, count }, sheet: height, gaveWay: gives };
  }
  if (gives === "height") {
    const section = solved.width ?? zero;
    const said = sheetOf(section);
    if (!said.ok) return said;
    if (!equals(sectionHeight(next, section, context), section))
      return refuse("held", words`the rows would take ${section}, outside the least and most height they are held to`);
    return { ok: true, rows: next, sheet: section, gaveWay: gives };
  }
  if (gives === "gutter") {
    const said = declaredPx(solved.gutter ?? zero, "the gutter");
    return said.ok ? { ok: true, rows: { ...next, gutter: said.text }, sheet: height, gaveWay: gives } : said;
  }
  const start = declaredPx(solved.margin?.start ?? zero, "the margin above");
  const end = declaredPx(solved.margin?.end ?? zero, "the margin below");
  if (!start.ok) return start;
  if (!end.ok) return end;
  return { ok: true, rows: { ...next, margin: { start: start.text, end: end.text } }, sheet: height, gaveWay: gives };
};

/**
 * Sets one term of the row sum and calculates the term that gives way (docs/arithmetic.md, section 2).
 *
 * Repeating: H = offset + k·h + (k − 1)·r, where k is the number of rows that fit, unless the count is typed. If the
 * count gives way, the rest below the last whole row remains. Dividing: S = mT + k·h + (k − 1)·r + mB, where the row is
 * calculated and never declared. The result is new rows and a new sheet height, or the reason why the sum cannot close,
 * with its arithmetic.
 */
export const changeRowTerm = (change: RowChange): RowChanged => {
  const { rows, term, value } = change;
  const gaveWay = rowGivingWayFor(rows.kind, term, change.givesWay);
  if (value.unit === "fr" || value.unit === "%") return refuse("not-taken", words`give rows in px or rem`);
  if (term === "count" && (!isWhole(value.value) || toNumber(value.value) < 1 || toNumber(value.value) > 1000))
    return refuse("not-taken", words`rows must be a whole number from 1 to 1,000`);
  if (term !== "offset" && sign(value.value) < 0) return refuse("not-taken", words`type a length from 0; it cannot be negative`);
  if (term === "row" && isZero(value.value)) return refuse("not-taken", words`a row must be higher than 0`);
  if (compare(value.value, exact(limits.lengthPx)) > 0 || compare(value.value, exact(-limits.lengthPx)) < 0)
    return refuse("past-limit", words`type at most ${limits.lengthPx.toLocaleString("en")}px`);
  if (rows.kind === "repeating") return changeRepeating({ ...change, rows }, gaveWay);
  const changed = changeDividing({ ...change, rows }, gaveWay);
  // Whatever gave way, the rows may still have no height.
  return changed.ok ? (noRoom(rowTerms(changed.rows, changed.sheet, change.context)) ?? changed) : changed;
};
