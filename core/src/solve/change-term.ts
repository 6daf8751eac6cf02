import { add, compare, divide, exact, type Exact, isZero, multiply, subtract, sign } from "../exact/exact";
import { type Length, lengthText, parseLength, toPx } from "../exact/length";
import { show, toExactDecimal } from "../exact/show";
import { type ColumnTerms, columnTerms } from "../grid/columns";
import { limits } from "../layout/limits";
import type { Columns } from "../layout/schema";
import { type GivesWay, type Held, solve } from "./solve";

/** Terms of the sum line that can be typed. */
export type SumTerm = "width" | "margin" | "margin-start" | "margin-end" | "columns" | "column" | "gutter" | "container";

const isMargin = (term: SumTerm): boolean => term === "margin" || term === "margin-start" || term === "margin-end";

export type TermChange = {
  readonly columns: Columns;
  /** The width the sum is looked at (the probe), CSS px. */
  readonly width: Exact;
  readonly rootFontSize: Exact;
  readonly term: SumTerm;
  /** What was typed, with its unit (a count has px, which is not looked at). */
  readonly value: Length;
  readonly givesWay: GivesWay;
};

export type TermChanged =
  | { readonly ok: true; readonly columns: Columns; readonly width: Exact; readonly gaveWay: GivesWay }
  | { readonly ok: false; readonly message: string };

/** The term of `solve` that a term of the sum line belongs to; the container is the sum of the others. */
const solveTerm: Readonly<Record<SumTerm, GivesWay | null>> = {
  width: "width",
  margin: "margin",
  "margin-start": "margin",
  "margin-end": "margin",
  columns: "columns",
  column: "column",
  gutter: "gutter",
  container: null,
};

/** What gives way when the person types into the very term that gave way until now. */
const insteadOf: Readonly<Record<GivesWay, GivesWay>> = {
  column: "margin",
  gutter: "column",
  margin: "column",
  width: "column",
  columns: "column",
};

/** The term that gives way once `term` is typed: the chosen one, unless that is the one typed into. */
export const givingWayFor = (term: SumTerm, chosen: GivesWay): GivesWay => {
  if (solveTerm[term] === chosen) return insteadOf[chosen];
  if (term === "container" && chosen === "width") return "column";
  return chosen;
};

const declared = (value: Exact, what: string): { ok: true; text: string } | { ok: false; message: string } => {
  const text = lengthText({ value, unit: "px" });
  if (text !== null) return { ok: true, text };
  return {
    ok: false,
    message: `${what} would have to be ${show(value)}, which no decimal says exactly; let another term give way`,
  };
};

const withContainer = (columns: Columns, width: string): Columns["container"] =>
  columns.container.kind === "fixed"
    ? { ...columns.container, width }
    : columns.container.kind === "capped"
      ? { ...columns.container, max: width }
      : columns.container;

/**
 * Sets one term of the sum at a width and works out the term that gives way.
 *
 * With the column giving way and the margins free, the typed value is declared as typed (px, rem, %, fr).
 * Where the container is held by its own width or cap, a changed margin or column total changes that.
 * The answer is new declared columns (and a new width where width gave way or was typed), which resolve
 * to the typed value exactly, or a sentence with the arithmetic that does not close.
 */
export const changeTerm = (change: TermChange): TermChanged => {
  const { columns, term, value, rootFontSize } = change;
  const gaveWay = givingWayFor(term, change.givesWay);
  const context = { width: change.width, rootFontSize };
  const terms = columnTerms(columns, context);
  const bound = terms.boundBy !== "margins";
  const fr = parseLength(columns.gutter)?.unit === "fr";

  const done = (next: Columns, width: Exact = change.width): TermChanged => ({ ok: true, columns: next, width, gaveWay });
  if (term === "columns") {
    const count = toExactDecimal(value.value, 0);
    if (count === null || Number(count) < 1 || Number(count) > limits.columns)
      return { ok: false, message: `columns must be a whole number from 1 to ${limits.columns}` };
  }
  const limit = value.unit === "px" ? limits.lengthPx : limits.lengthPx / 10;
  if (sign(value.value) < 0) return { ok: false, message: "type a length from 0; it cannot be negative" };
  if (compare(value.value, exact(limit)) > 0) return { ok: false, message: `type at most ${limit.toLocaleString("en")}${value.unit}` };
  if (gaveWay === "column") {
    const text = lengthText(value);
    if (term === "gutter" && text) return done({ ...columns, gutter: text });
    if (term === "columns") return done({ ...columns, count: Number(toExactDecimal(value.value, 0)) });
    if (term === "width") return done(columns, value.value);
    if (term === "margin" && text && !bound) return done({ ...columns, margin: { start: text, end: text } });
    if (term === "margin-start" && text && !bound) return done({ ...columns, margin: { ...columns.margin, start: text } });
    if (term === "margin-end" && text && !bound) return done({ ...columns, margin: { ...columns.margin, end: text } });
  }
  if (value.unit === "fr" && term !== "gutter") return { ok: false, message: "only the gutter can be given in fr" };

  const typed = value.unit === "fr" ? null : toPx(value, context);
  const held = heldTerms(terms, term, typed, gaveWay);
  if (value.unit === "fr" && term === "gutter") held.gutter = multiply(value.value, terms.column);
  else if (fr && term === "column" && typed) held.gutter = divide(multiply(terms.gutter, typed), terms.column);
  const solved = solve({ ...held, edgeGutters: columns.edgeGutters, givesWay: gaveWay });
  if (solved.problem) return { ok: false, message: solved.problem.message };
  if (solved.leftover !== null && !isZero(solved.leftover) && term !== "width")
    // A count that gives way leaves a rest; the columns then share it, so the typed column is a least width.
    return done({ ...columns, count: solved.columns ?? columns.count, ...declaredGutter(columns, term, value) });

  const { width, margin, gutter, container, columns: count } = solved;
  if (!width || !margin || !container || count === null) return { ok: false, message: "the other terms do not settle this one" };
  if (count > limits.columns) return { ok: false, message: `${count} columns fit; the most is ${limits.columns}` };
  let next: Columns = { ...columns, count };
  const keepsFr = fr && term !== "gutter" && gaveWay !== "gutter";
  if (term === "gutter" && value.unit !== "px" && gaveWay !== "gutter") {
    const text = lengthText(value);
    if (text) next = { ...next, gutter: text };
  } else if (gutter && !keepsFr && (term === "gutter" || gaveWay === "gutter")) {
    const text = declared(gutter, "the gutter");
    if (!text.ok) return text;
    next = { ...next, gutter: text.text };
  }
  const marginsChange = gaveWay === "margin" || isMargin(term) || term === "container";
  if (bound && (marginsChange || gaveWay === "width")) {
    const text = declared(container, "the container");
    if (!text.ok) return text;
    next = { ...next, container: withContainer(next, text.text) };
  }
  if (!bound ? marginsChange : marginsChange && columns.container.kind !== "fluid" && needsMargins(columns, margin, terms)) {
    const start = declared(margin.start, "the margin");
    const end = declared(margin.end, "the margin");
    if (!start.ok) return start;
    if (!end.ok) return end;
    next = { ...next, margin: { start: start.text, end: end.text } };
  }
  return done(next, width);
};

/** A held container is placed by its declared margins where they are unequal or it stands at an end, and held off the edges by them. */
const needsMargins = (columns: Columns, margin: { start: Exact; end: Exact }, { declaredMargin }: ColumnTerms): boolean =>
  (columns.container.kind !== "fluid" && columns.container.align !== "center") ||
  !isZero(subtract(margin.start, margin.end)) ||
  compare(margin.start, declaredMargin.start) < 0 ||
  compare(margin.end, declaredMargin.end) < 0;

const declaredGutter = (columns: Columns, term: SumTerm, value: Length): { gutter: string } => ({
  gutter: term === "gutter" ? (lengthText(value) ?? columns.gutter) : columns.gutter,
});

type HeldTerms = { -readonly [Term in keyof Omit<Held, "givesWay" | "edgeGutters">]: Held[Term] };

/** Today's terms with the typed one in place; `solve` sets aside the one that gives way. */
const heldTerms = (terms: ColumnTerms, term: SumTerm, typed: Exact | null, gaveWay: GivesWay): HeldTerms => {
  const { start, end } = terms.margin;
  const held: HeldTerms = { width: terms.width, columns: terms.count, column: terms.column, gutter: terms.gutter, margin: { start, end } };
  if (!typed) return held;
  switch (term) {
    case "width":
      return { ...held, width: typed };
    case "columns":
      return { ...held, columns: Number(toExactDecimal(typed, 0)) };
    case "column":
      return { ...held, column: typed };
    case "gutter":
      return { ...held, gutter: typed };
    case "margin":
      return { ...held, margin: { start: typed, end: typed } };
    case "margin-start":
      return { ...held, margin: { start: typed, end } };
    case "margin-end":
      return { ...held, margin: { start, end: typed } };
    case "container": {
      // The margins make room for a typed container and keep their difference; what the columns measure follows.
      const change = divide(subtract(terms.container.width, typed), exact(2));
      const margin = { start: add(start, change), end: add(end, change) };
      return { ...held, container: typed, margin, column: gaveWay === "margin" ? undefined : held.column };
    }
    default:
      return term satisfies never;
  }
};
