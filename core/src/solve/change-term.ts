import {
  add,
  compare,
  divide,
  equals,
  exact,
  type Exact,
  floor,
  isWhole,
  isZero,
  multiply,
  one,
  sign,
  subtract,
  toNumber,
  zero,
} from "../exact/exact";
import { type Length, lengthText, parseLength, toPx } from "../exact/length";
import { show, toExactDecimal } from "../exact/show";
import { type ColumnTerms, columnTerms } from "../grid/columns";
import { limits } from "../layout/limits";
import type { Columns } from "../layout/schema";
import type { GivesWay } from "./solve";

/** Terms of the sum lines that can be typed. */
export type SumTerm = "width" | "margin" | "margin-start" | "margin-end" | "columns" | "column" | "gutter" | "container";

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
  | {
      readonly ok: false;
      readonly message: string;
      /** Where a width was typed that nothing has to change for but that does not close: it can be looked at all the same. */
      readonly looksAt?: Exact;
    };

const isMargin = (term: SumTerm): term is "margin" | "margin-start" | "margin-end" =>
  term === "margin" || term === "margin-start" || term === "margin-end";

/** The term that can give way that a term of the sum lines is; the container is none, it joins the two lines. */
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

/** What gives way when the person types into the very term that gave way until now. */
const insteadOf: Readonly<Record<GivesWay, GivesWay>> = {
  column: "margin",
  gutter: "column",
  margin: "column",
  width: "column",
  columns: "column",
};

/** The term that gives way once `term` is typed: the chosen one, unless that is the one typed into. */
export const givingWayFor = (term: SumTerm, chosen: GivesWay): GivesWay => (givesOf[term] === chosen ? insteadOf[chosen] : chosen);

const fail = (message: string): { readonly ok: false; readonly message: string } => ({ ok: false, message });

type Declared = { readonly ok: true; readonly text: string } | { readonly ok: false; readonly message: string };

/** A length as it would be declared, px; or that it cannot be, or not within the limits. */
const declared = (value: Exact, what: string): Declared => {
  if (sign(value) < 0) return fail(`${what} would have to be ${show(value)}, below 0; let another term give way`);
  if (compare(value, exact(limits.lengthPx)) > 0)
    return fail(`${what} would have to be ${show(value)}; ${limits.lengthPx.toLocaleString("en")} is the most`);
  const text = lengthText({ value, unit: "px" });
  return text === null
    ? fail(`${what} would have to be ${show(value)}, which no decimal says exactly; let another term give way`)
    : { ok: true, text };
};

/** What of a margin does not depend on the width, px, and its share of the width. */
type MarginForm = { readonly px: Exact; readonly share: Exact };

const marginForm = (text: string, rootFontSize: Exact): MarginForm => {
  const length = parseLength(text);
  if (!length) throw new RangeError(`not a length: ${text}`);
  return length.unit === "%"
    ? { px: zero, share: divide(length.value, exact(100)) }
    : { px: toPx(length, { width: one, rootFontSize }), share: zero };
};

const gutterShare = (text: string): Exact | null => {
  const length = parseLength(text);
  return length?.unit === "fr" ? length.value : null;
};

/** Today's numbers and the declared ones, as far as a change looks at them. */
type Line = {
  readonly terms: ColumnTerms;
  readonly columns: Columns;
  readonly half: boolean;
  /** Whether the container is held by its own width or cap, so that the margins are what is left. */
  readonly held: boolean;
  readonly rootFontSize: Exact;
};

const gapsOf = (count: number, half: boolean): number => count - 1 + (half ? 1 : 0);

/** n·c + G·g, with g of a column of c where the gutter is declared in fr. */
const filled = (count: number, column: Exact, gutter: Gutter, half: boolean): Exact =>
  add(multiply(exact(count), column), multiply(exact(gapsOf(count, half)), gutter.share ? multiply(gutter.share, column) : gutter.px));

/** A gutter: px, or a share of the column that its px then follow. */
type Gutter = { readonly px: Exact; readonly share: Exact | null; readonly text: string };

const sumOf = (count: number, column: Exact, gutter: Gutter, half: boolean): string => {
  const gaps = gapsOf(count, half);
  const px = gutter.share ? multiply(gutter.share, column) : gutter.px;
  return gaps === 0 ? `${count} × ${show(column)}` : `${count} × ${show(column)} + ${gaps} × ${show(px)}`;
};

/** The second line settled: container = columns × column + gaps × gutter. */
type Filled =
  | { readonly ok: true; readonly count: number; readonly gutter: Gutter; readonly container: Exact }
  | { readonly ok: false; readonly message: string };

/**
 * Settles the second line where its container is given: what gives way is the column (worked out, never declared), the
 * gutter, or the count, whose rest the columns share unless the column was typed.
 */
const settleWithin = (
  container: Exact,
  given: { readonly count: number; readonly column: Exact; readonly gutter: Gutter },
  gives: GivesWay,
  typed: SumTerm,
  half: boolean,
): Filled => {
  const { count, column, gutter } = given;
  if (sign(container) <= 0) return fail(`the container would come to ${show(container)}; nothing is left for columns`);
  if (gives === "gutter") {
    const gaps = gapsOf(count, half);
    if (gaps === 0) return fail("one column without edge gutters has no gap, so no gutter can give way");
    const px = divide(subtract(container, multiply(exact(count), column)), exact(gaps));
    if (sign(px) < 0)
      return fail(`(${show(container)} − ${count} × ${show(column)}) ÷ ${gaps} = ${show(px)}: the columns take more than the container`);
    const text = declared(px, "the gutter");
    return text.ok ? { ok: true, count, container, gutter: { px, share: null, text: text.text } } : text;
  }
  if (gives === "columns") {
    const px = gutter.share ? multiply(gutter.share, column) : gutter.px;
    const pitch = add(column, px);
    if (sign(pitch) <= 0) return fail("columns and gutters of 0 do not fill anything");
    const fits = toNumber(floor(divide(add(container, half ? zero : px), pitch)));
    if (fits < 1) return fail(`one column takes ${show(filled(1, column, gutter, half))}, but the container is ${show(container)}`);
    if (fits > limits.columns) return fail(`${fits} columns fit; ${limits.columns} are the most`);
    const rest = subtract(container, filled(fits, column, gutter, half));
    if (typed === "column" && !isZero(rest))
      return fail(
        `${sumOf(fits, column, gutter, half)} = ${show(subtract(container, rest))}, which leaves ${show(rest)} of ${show(container)}; let the margin give way, or the gutter`,
      );
    return { ok: true, count: fits, container, gutter };
  }
  return { ok: true, count, container, gutter };
};

const align = (columns: Columns): "start" | "center" | "end" => (columns.container.kind === "fluid" ? "center" : columns.container.align);

/** The declared container with another size. */
const withSize = (columns: Columns, size: string): Columns["container"] =>
  columns.container.kind === "fixed"
    ? { ...columns.container, width: size }
    : columns.container.kind === "capped"
      ? { ...columns.container, max: size }
      : columns.container;

/** The width at which a container stands between its margins as they are: W = (C + mS + mE) / (1 − shares of W). */
const widthAround = ({ terms, columns, held, rootFontSize }: Line, container: Exact): Exact | null => {
  if (held) return add(add(terms.margin.start, container), terms.margin.end);
  const [start, end] = [marginForm(columns.margin.start, rootFontSize), marginForm(columns.margin.end, rootFontSize)];
  const left = subtract(one, add(start.share, end.share));
  return sign(left) <= 0 ? null : divide(add(container, add(start.px, end.px)), left);
};

type Margins = { readonly start: Exact; readonly end: Exact };

/** Margins that leave a container room in a width, keeping what one is more than the other. */
const marginsAround = (width: Exact, container: Exact, today: Margins): Margins => {
  const difference = subtract(today.end, today.start);
  const start = divide(subtract(subtract(width, container), difference), exact(2));
  return { start, end: add(start, difference) };
};

/** What was typed into a margin, as margins; the other side stays. */
const typedMargins = (term: SumTerm, px: Exact, today: Margins): Margins =>
  term === "margin" ? { start: px, end: px } : term === "margin-start" ? { ...today, start: px } : { ...today, end: px };

/** The first and second line with everything settled, to be declared. */
type Settled = {
  readonly width: Exact;
  readonly count: number;
  readonly gutter: Gutter;
  readonly container: Exact;
  /** Margins to declare; null where they stay as declared. */
  readonly margins: Margins | null;
  /** Texts to declare them by, where they were typed. */
  readonly marginTexts?: Partial<Record<"start" | "end", string>>;
};

/** Declares what was settled; a container held by its own size gets that size. */
const declare = (
  { columns, held }: Line,
  settled: Settled,
): { readonly ok: true; readonly columns: Columns } | { readonly ok: false; readonly message: string } => {
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

/** Whether a held container's declared margins have to follow: they place it where they are unequal or it stands at an end, and hold it off the edges. */
const needsMargins = (columns: Columns, wanted: Margins, today: Margins, declaredNow: Margins): boolean =>
  (!equals(wanted.start, today.start) || !equals(wanted.end, today.end)) &&
  (align(columns) !== "center" ||
    !equals(wanted.start, wanted.end) ||
    !equals(declaredNow.start, declaredNow.end) ||
    compare(wanted.start, declaredNow.start) < 0 ||
    compare(wanted.end, declaredNow.end) < 0);

const sizeFits = (width: Exact): string | null => {
  if (compare(width, one) < 0 || compare(width, exact(limits.size)) > 0)
    return `the width would be ${show(width)}; it must be from 1 to ${limits.size.toLocaleString("en")}`;
  return toExactDecimal(width, limits.sizeDecimals) === null
    ? `the width would be ${show(width)}; it takes at most ${limits.sizeDecimals} decimals`
    : null;
};

/** What was typed is within the limits and of a unit the term takes. */
const typedFault = (term: SumTerm, value: Length): string | null => {
  if (term === "columns") {
    const count = toNumber(value.value);
    return isWhole(value.value) && count >= 1 && count <= limits.columns
      ? null
      : `columns must be a whole number from 1 to ${limits.columns}`;
  }
  if (value.unit === "fr" && term !== "gutter") return "only the gutter can be given in fr";
  if (value.unit === "%" && (term === "gutter" || term === "column" || term === "width"))
    return "only margins and the container can be given in %";
  if (sign(value.value) < 0) return "type a length from 0; it cannot be negative";
  if (sign(value.value) === 0 && (term === "column" || term === "container" || term === "width")) return `the ${term} must be above 0`;
  const most = value.unit === "px" ? limits.lengthPx : limits.lengthPx / 10;
  if (compare(value.value, exact(most)) > 0) return `type at most ${most.toLocaleString("en")}${value.unit}`;
  return lengthText(value) === null ? "type at most 6 decimals" : null;
};

/**
 * Sets one term of the two sum lines at a width and works out the term that gives way (docs/arithmetic.md, section 1):
 * W = mS + C + mE and C = n·c + G·g.
 *
 * The typed value is declared as typed (px, rem, %, fr). What gives way stands in one of the lines; where the typed term
 * stands in the other, the container between them follows. A container that is typed needs both: in the first line the
 * margins follow it unless the width gives way, in the second the column unless count or gutter does. Where the container
 * is held by its own width or cap, that size is what changes, and the margins are what is left over. Columns that give
 * way leave a rest, which the columns share unless the column was typed.
 *
 * The answer is new declared columns (and a new width where the width gave way or was typed) which resolve to the typed
 * value exactly, with every other term as it was; or a sentence with the arithmetic that does not close.
 */
export const changeTerm = (change: TermChange): TermChanged => {
  const { columns, term, value, rootFontSize } = change;
  const gives = givingWayFor(term, change.givesWay);
  const fault = typedFault(term, value);
  if (fault !== null) return fail(fault);
  const terms = columnTerms(columns, { width: change.width, rootFontSize });
  const held = terms.boundBy !== "margins";
  const line: Line = { terms, columns, held, rootFontSize, half: columns.edgeGutters === "half" };
  const looks = term === "width" && gives === "column" && sizeFits(value.value) === null ? { looksAt: value.value } : {};
  const settled = settle(line, term, value, gives);
  if (!settled.ok) return { ...settled, ...looks };
  const { value: sum } = settled;
  const tooWide = sizeFits(sum.width);
  if (tooWide !== null) return fail(tooWide);
  const next = declare(line, sum);
  if (!next.ok) return next;
  const after = columnTerms(next.columns, { width: sum.width, rootFontSize });
  const wrong = unmet(line, after, sum, term, value, gives);
  return wrong === null ? { ok: true, columns: next.columns, width: sum.width, gaveWay: gives } : { ...fail(wrong), ...looks };
};

type Settlement = { readonly ok: true; readonly value: Settled } | { readonly ok: false; readonly message: string };

const settle = (line: Line, term: SumTerm, value: Length, gives: GivesWay): Settlement => {
  const { terms, columns, held, half, rootFontSize } = line;
  const today = terms.margin;
  const context = { width: terms.width, rootFontSize };
  const text = lengthText(value) ?? "";
  const typed = value.unit === "fr" ? zero : toPx(value, context);
  const gutterNow: Gutter = { px: terms.gutter, share: gutterShare(columns.gutter), text: columns.gutter };
  const gutter: Gutter =
    term === "gutter"
      ? { px: value.unit === "fr" ? multiply(value.value, terms.column) : typed, share: value.unit === "fr" ? value.value : null, text }
      : gutterNow;
  const count = term === "columns" ? toNumber(value.value) : terms.count;
  const column = term === "column" ? typed : terms.column;
  const given = { count, column, gutter };
  if (sign(column) <= 0 && gives !== "column") return fail(`the column comes to ${show(column)} today; let the column give way first`);

  /** Second line given, first line to follow: the container changes, and with it the margins or the width. */
  const outward = (container: Exact): Settlement => {
    if (gives === "width") {
      const width = widthAround(line, container);
      if (width === null) return fail("the margins take all of the width, whatever it is");
      return { ok: true, value: { width, count, gutter, container, margins: null } };
    }
    const margins = marginsAround(terms.width, container, today);
    if (sign(margins.start) < 0 || sign(margins.end) < 0)
      return fail(
        `(${show(terms.width)} − ${show(container)}) ÷ 2 = ${show(divide(subtract(terms.width, container), exact(2)))}: the container takes more than the width`,
      );
    return {
      ok: true,
      value: {
        width: terms.width,
        count,
        gutter,
        container,
        margins: !held || needsMargins(columns, margins, today, terms.declaredMargin) ? margins : null,
      },
    };
  };

  /** First line given, second line to follow. */
  const inward = (container: Exact, first: Pick<Settled, "width" | "margins" | "marginTexts">): Settlement => {
    const within = settleWithin(container, given, gives, term, half);
    return within.ok ? { ok: true, value: { ...first, container, count: within.count, gutter: within.gutter } } : within;
  };

  if (term === "container") {
    if (gives === "width") {
      const width = widthAround(line, typed);
      if (width === null) return fail("the margins take all of the width, whatever it is");
      return { ok: true, value: { width, count, gutter, container: typed, margins: null } };
    }
    const margins = marginsAround(terms.width, typed, today);
    if (sign(margins.start) < 0 || sign(margins.end) < 0)
      return fail(
        `a container of ${show(typed)} does not fit in ${show(terms.width)}${equals(today.start, today.end) ? "" : " with margins that differ as they do"}`,
      );
    // 80 % of every width leaves margins of 10 % at each side.
    const share =
      !held && value.unit === "%" && equals(today.start, today.end) ? divide(subtract(exact(100), value.value), exact(2)) : null;
    const shareText = share && lengthText({ value: share, unit: "%" });
    return inward(typed, {
      width: terms.width,
      margins: !held || needsMargins(columns, margins, today, terms.declaredMargin) ? margins : null,
      ...(shareText ? { marginTexts: { start: shareText, end: shareText } } : {}),
    });
  }
  if (isMargin(term)) {
    const margins = typedMargins(term, typed, today);
    const texts = { ...(term === "margin-end" ? {} : { start: text }), ...(term === "margin-start" ? {} : { end: text }) };
    if (gives === "width") {
      const container = terms.container.width;
      if (held)
        return {
          ok: true,
          value: {
            width: add(add(margins.start, container), margins.end),
            count,
            gutter,
            container,
            margins: needsMargins(columns, margins, today, terms.declaredMargin) ? margins : null,
            marginTexts: texts,
          },
        };
      const width = widthAround({ ...line, columns: { ...columns, margin: { ...columns.margin, ...texts } } }, container);
      if (width === null) return fail("the margins take all of the width, whatever it is");
      return {
        ok: true,
        value: { width, count, gutter, container, margins, marginTexts: { ...columns.margin, ...texts } },
      };
    }
    const container = subtract(subtract(terms.width, margins.start), margins.end);
    if (sign(container) <= 0)
      return fail(
        `${show(terms.width)} − ${show(margins.start)} − ${show(margins.end)} = ${show(container)}: the margins take more than the width`,
      );
    if (!held) return inward(container, { width: terms.width, margins, marginTexts: { ...columns.margin, ...texts } });
    return inward(container, {
      width: terms.width,
      margins: needsMargins(columns, margins, today, terms.declaredMargin) ? margins : null,
      marginTexts: texts,
    });
  }
  if (term === "width") {
    if (held) {
      // The container stays as it is held; the margins are what is left.
      const rest = subtract(typed, terms.container.width);
      if (sign(rest) < 0) return fail(`the container is held at ${show(terms.container.width)} and does not fit in ${show(typed)}`);
      return { ok: true, value: { width: typed, count, gutter, container: terms.container.width, margins: null } };
    }
    if (gives === "margin") {
      const container = terms.container.width;
      const margins = marginsAround(typed, container, today);
      if (sign(margins.start) < 0 || sign(margins.end) < 0)
        return fail(
          `(${show(typed)} − ${show(container)}) ÷ 2 = ${show(divide(subtract(typed, container), exact(2)))}: the container takes more than the width`,
        );
      return { ok: true, value: { width: typed, count, gutter, container, margins } };
    }
    const container = columnTerms(columns, { width: typed, rootFontSize }).container.width;
    return inward(container, { width: typed, margins: null });
  }
  // Count, column or gutter: in the second line.
  if (gives === "margin" || gives === "width") return outward(filled(count, column, gutter, half));
  return inward(terms.container.width, { width: terms.width, margins: null });
};

/**
 * What of the promise is not met by what would be declared, in a sentence; null where all of it is. It looks at the
 * numbers that come out, not at how they were found: the typed term, room for columns, no margin below 0, the rest unmoved.
 */
const unmet = (line: Line, after: ColumnTerms, sum: Settled, term: SumTerm, value: Length, gives: GivesWay): string | null => {
  const { terms, held, rootFontSize } = line;
  if (sign(after.column) <= 0)
    return after.gaps === 0
      ? `${show(after.container.width)} ÷ ${after.count} = ${show(after.column)}: no room is left for a column`
      : `(${show(after.container.width)} − ${after.gaps} × ${show(after.gutter)}) ÷ ${after.count} = ${show(after.column)}: no room is left for a column`;
  if (sign(after.margin.start) < 0 || sign(after.margin.end) < 0)
    return `${show(after.container.width)} does not fit in ${show(after.width)}: the margins would come to ${show(after.margin.start)} and ${show(after.margin.end)}`;
  if (!equals(after.container.width, sum.container)) {
    const { container } = line.columns;
    return container.kind === "capped" && compare(sum.container, after.container.width) > 0
      ? `the container would be ${show(sum.container)}, past the ${show(after.container.width)} it is held to at most`
      : `the container would come to ${show(after.container.width)}, not ${show(sum.container)}`;
  }
  // A % is of the width it now stands at.
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
    return `the ${term.replace("-", " ")} would come to ${show(got)}, not ${show(wanted)}; let another term give way`;
  if (term === "margin" && !equals(after.margin.end, wanted))
    return `the end margin would come to ${show(after.margin.end)}, not ${show(wanted)}; let another term give way`;
  const moved = (what: string, was: Exact, is: Exact): string | null =>
    equals(was, is) ? null : `the ${what} would go from ${show(was)} to ${show(is)}; let another term give way`;
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
