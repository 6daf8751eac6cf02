import { compare, equals, exact, type Exact, isWhole, multiply, sign, toNumber } from "../exact/exact";
import { type Length, lengthText, toPx } from "../exact/length";
import { type ColumnTerms, columnTerms } from "../grid/columns";
import { limits } from "../layout/limits";
import type { Columns } from "../layout/schema";
import { type Declared, declared, gutterShare, isMargin, type Line, type Settled, settle, type SumTerm } from "./settle-lines";
import { words } from "../words/words";
import { type Refusal, refuse, sizeFault } from "./refusal";
import type { GivesWay } from "./solve";

export type { SumTerm } from "./settle-lines";

export type TermChange = {
  readonly columns: Columns;
  /** The width of the sum (the probe), CSS px. */
  readonly width: Exact;
  readonly rootFontSize: Exact;
  readonly term: SumTerm;
  /** The typed value with its unit (a count has px, which is ignored). */
  readonly value: Length;
  readonly givesWay: GivesWay;
};

export type TermChanged =
  | { readonly ok: true; readonly columns: Columns; readonly width: Exact; readonly gaveWay: GivesWay }
  | (Refusal & {
      /** Set if a width was typed that needs no change but does not close. It can be shown anyway. */
      readonly looksAt?: Exact;
    });

/** The giving-way term of a term of the sum lines; none for the container, which joins the two lines. */
const givesOf: Readonly<Record<SumTerm, GivesWay | null>> = {
  width: "width",
  margin: "margin",
  "margin-start": "margin",
  "margin-end": "margin",
  columns: "columns",
  column: "column",
  gutter: "gutter",
  container: null,
};

/** What gives way if a person types into the term that gave way until now. */
const insteadOf: Readonly<Record<GivesWay, GivesWay>> = {
  column: "margin",
  gutter: "column",
  margin: "column",
  width: "column",
  columns: "column",
};

/** The term that gives way when `term` is typed: the chosen one, unless that is `term` itself. */
export const givingWayFor = (term: SumTerm, chosen: GivesWay): GivesWay => (givesOf[term] === chosen ? insteadOf[chosen] : chosen);

/** The declared container with another size. */
const withSize = (columns: Columns, size: string): Columns["container"] =>
  columns.container.kind === "fixed"
    ? { ...columns.container, width: size }
    : columns.container.kind === "capped"
      ? { ...columns.container, max: size }
      : columns.container;

/** Declares the result; a container with its own size gets that size. */
const declare = ({ columns, held }: Line, settled: Settled): { readonly ok: true; readonly columns: Columns } | Refusal => {
  const { count, gutter, container, margins, marginTexts = {} } = settled;
  let next: Columns = { ...columns, count, gutter: gutter.text };
  if (held) {
    const size = declared(container, "the container");
    if (!size.ok) return size;
    next = { ...next, container: withSize(columns, size.text) };
  }
  if (margins) {
    const side = (which: "start" | "end"): Declared =>
      marginTexts[which] === undefined ? declared(margins[which], "the margin") : { ok: true, text: marginTexts[which] };
    const [start, end] = [side("start"), side("end")];
    if (!start.ok) return start;
    if (!end.ok) return end;
    next = { ...next, margin: { start: start.text, end: end.text } };
  }
  return { ok: true, columns: next };
};

/** Whether the typed value is within the limits and in a unit of the term. */
const typedFault = (term: SumTerm, value: Length): Refusal | null => {
  if (term === "columns") {
    const count = toNumber(value.value);
    return isWhole(value.value) && count >= 1 && count <= limits.columns
      ? null
      : refuse("not-taken", words`columns must be a whole number from 1 to ${limits.columns}`);
  }
  if (value.unit === "fr" && term !== "gutter") return refuse("not-taken", words`only the gutter can be given in fr`);
  if (value.unit === "%" && (term === "gutter" || term === "column" || term === "width"))
    return refuse("not-taken", words`only margins and the container can be given in %`);
  if (sign(value.value) < 0) return refuse("not-taken", words`type a length from 0; it cannot be negative`);
  if (sign(value.value) === 0 && (term === "column" || term === "container" || term === "width"))
    return refuse("not-taken", words`the ${term} must be above 0`);
  const most = value.unit === "px" ? limits.lengthPx : limits.lengthPx / 10;
  if (compare(value.value, exact(most)) > 0) return refuse("past-limit", words`type at most ${most.toLocaleString("en")}${value.unit}`);
  return lengthText(value) === null ? refuse("past-limit", words`type at most 6 decimals`) : null;
};

/**
 * Sets one term of the two sum lines at a width and calculates the term that gives way (docs/arithmetic.md, section 1):
 * W = mS + C + mE and C = n·c + G·g.
 *
 * The typed value is declared as typed (px, rem, %, fr). If the term that gives way is in the other line, the container
 * between the lines follows. A typed container changes both lines: the margins follow it in the first, unless the width
 * gives way; the column follows in the second, unless count or gutter gives way. If the container has its own width or
 * cap, that size changes and the margins take the rest. If the number of columns gives way, the rest is shared by the
 * columns, unless the column was typed.
 *
 * The result is new declared columns, and a new width if the width gave way or was typed. They resolve to the typed
 * value exactly, with every other term unchanged. Otherwise the result is the reason why the sum cannot close, with its
 * arithmetic.
 */
export const changeTerm = (change: TermChange): TermChanged => {
  const { columns, term, value, rootFontSize } = change;
  const gives = givingWayFor(term, change.givesWay);
  const fault = typedFault(term, value);
  if (fault !== null) return fault;
  const terms = columnTerms(columns, { width: change.width, rootFontSize });
  const held = terms.boundBy !== "margins";
  const line: Line = { terms, columns, held, rootFontSize, half: columns.edgeGutters === "half" };
  const looks = term === "width" && gives === "column" && sizeFault(value.value, "width") === null ? { looksAt: value.value } : {};
  const settled = settle(line, term, value, gives);
  if (!settled.ok) return { ...settled, ...looks };
  const { value: sum } = settled;
  const tooWide = sizeFault(sum.width, "width");
  if (tooWide !== null) return tooWide;
  const next = declare(line, sum);
  if (!next.ok) return next;
  const after = columnTerms(next.columns, { width: sum.width, rootFontSize });
  const wrong = unmet(line, after, sum, term, value, gives);
  return wrong === null ? { ok: true, columns: next.columns, width: sum.width, gaveWay: gives } : { ...wrong, ...looks };
};

/**
 * The part of the promise that a result breaks; null if it keeps all of it: the typed term is exact, columns have room,
 * no margin is below 0, all other terms are unchanged. It checks the resulting numbers, not how they were found.
 */
const unmet = (line: Line, after: ColumnTerms, sum: Settled, term: SumTerm, value: Length, gives: GivesWay): Refusal | null => {
  const { terms, held, rootFontSize } = line;
  if (sign(after.column) <= 0)
    return after.gaps === 0
      ? refuse("no-room", words`${after.container.width} ÷ ${after.count} = ${after.column}: no room is left for a column`)
      : refuse(
          "no-room",
          words`(${after.container.width} − ${after.gaps} × ${after.gutter}) ÷ ${after.count} = ${after.column}: no room is left for a column`,
        );
  if (sign(after.margin.start) < 0 || sign(after.margin.end) < 0)
    return refuse(
      "no-room",
      words`${after.container.width} does not fit in ${after.width}: the margins would come to ${after.margin.start} and ${after.margin.end}`,
    );
  if (!equals(after.container.width, sum.container)) {
    const { container } = line.columns;
    return container.kind === "capped" && compare(sum.container, after.container.width) > 0
      ? refuse("held", words`the container would be ${sum.container}, past the ${after.container.width} it is held to at most`)
      : refuse("held", words`the container would come to ${after.container.width}, not ${sum.container}`);
  }
  // A % refers to the new width.
  const typed = value.unit === "fr" ? multiply(value.value, after.column) : toPx(value, { width: after.width, rootFontSize });
  const got = ((): Exact => {
    switch (term) {
      case "width":
        return after.width;
      case "margin":
      case "margin-start":
        return after.margin.start;
      case "margin-end":
        return after.margin.end;
      case "columns":
        return exact(after.count);
      case "column":
        return after.column;
      case "gutter":
        return after.gutter;
      case "container":
        return after.container.width;
      default:
        return term satisfies never;
    }
  })();
  const wanted = term === "columns" ? value.value : term === "container" && gives === "width" && value.unit === "%" ? sum.container : typed;
  if (!equals(got, wanted))
    return refuse("moves-another", words`the ${term.replace("-", " ")} would come to ${got}, not ${wanted}; let another term give way`);
  if (term === "margin" && !equals(after.margin.end, wanted))
    return refuse("moves-another", words`the end margin would come to ${after.margin.end}, not ${wanted}; let another term give way`);
  const moved = (what: string, was: Exact, is: Exact): Refusal | null =>
    equals(was, is) ? null : refuse("moves-another", words`the ${what} would go from ${was} to ${is}; let another term give way`);
  const share = gutterShare(line.columns.gutter) !== null;
  return (
    (term !== "width" && gives !== "width" ? moved("width", terms.width, after.width) : null) ??
    (term !== "columns" && gives !== "columns" ? moved("number of columns", exact(terms.count), exact(after.count)) : null) ??
    (term !== "gutter" && gives !== "gutter" && !share ? moved("gutter", terms.gutter, after.gutter) : null) ??
    (term !== "column" &&
    gives !== "column" &&
    gives !== "columns" &&
    !(term === "width" && held) &&
    !(term === "container" && gives !== "gutter")
      ? moved("column", terms.column, after.column)
      : null) ??
    (isMargin(term) && term !== "margin"
      ? moved(
          "other margin",
          term === "margin-start" ? terms.margin.end : terms.margin.start,
          term === "margin-start" ? after.margin.end : after.margin.start,
        )
      : null) ??
    (!isMargin(term) && term !== "container" && term !== "width" && gives !== "margin"
      ? (moved("start margin", terms.margin.start, after.margin.start) ?? moved("end margin", terms.margin.end, after.margin.end))
      : null)
  );
};
