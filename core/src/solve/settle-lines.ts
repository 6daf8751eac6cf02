import {
  add,
  compare,
  divide,
  equals,
  exact,
  type Exact,
  floor,
  isZero,
  multiply,
  one,
  sign,
  subtract,
  toNumber,
  zero,
} from "../exact/exact";
import { type Length, lengthText, parseLength, toPx } from "../exact/length";
import { type ColumnTerms, columnTerms, gapCount } from "../grid/columns";
import { limits } from "../layout/limits";
import type { Columns } from "../layout/schema";
import { type Words, words } from "../words/words";
import { declaredPx, type Refusal, refuse } from "./refusal";
import type { GivesWay } from "./solve";

/** Terms of the sum lines that can be typed. */
export type SumTerm = "width" | "margin" | "margin-start" | "margin-end" | "columns" | "column" | "gutter" | "container";

export const isMargin = (term: SumTerm): term is "margin" | "margin-start" | "margin-end" =>
  term === "margin" || term === "margin-start" || term === "margin-end";

export type Declared = { readonly ok: true; readonly text: string } | Refusal;

/** A length as it would be declared, px; or that it cannot be, or not within the limits. */
export const declared = (value: Exact, what: string): Declared => {
  if (sign(value) < 0) return refuse("below-zero", words`${what} would have to be ${value}, below 0; let another term give way`);
  if (compare(value, exact(limits.lengthPx)) > 0)
    return refuse("past-limit", words`${what} would have to be ${value}; ${limits.lengthPx.toLocaleString("en")} is the most`);
  return declaredPx(value, what);
};

/** The part of a margin that does not depend on the width, px, and its share of the width. */
type MarginForm = { readonly px: Exact; readonly share: Exact };

const marginForm = (text: string, rootFontSize: Exact): MarginForm => {
  const length = parseLength(text);
  if (!length) throw new RangeError(`not a length: ${text}`);
  return length.unit === "%"
    ? { px: zero, share: divide(length.value, exact(100)) }
    : { px: toPx(length, { width: one, rootFontSize }), share: zero };
};

export const gutterShare = (text: string): Exact | null => {
  const length = parseLength(text);
  return length?.unit === "fr" ? length.value : null;
};

/** Today's numbers and the declared ones, as far as a change looks at them. */
export type Line = {
  readonly terms: ColumnTerms;
  readonly columns: Columns;
  readonly half: boolean;
  /** Whether the container is held by its own width or cap, so that the margins are what is left. */
  readonly held: boolean;
  readonly rootFontSize: Exact;
};

/** n·c + G·g; for a gutter in fr, g is a share of the column c. */
const filled = (count: number, column: Exact, gutter: Gutter, half: boolean): Exact =>
  add(multiply(exact(count), column), multiply(exact(gapCount(count, half)), gutter.share ? multiply(gutter.share, column) : gutter.px));

/** A gutter: px, or a share of the column that its px then follow. */
type Gutter = { readonly px: Exact; readonly share: Exact | null; readonly text: string };

const sumOf = (count: number, column: Exact, gutter: Gutter, half: boolean): Words => {
  const gaps = gapCount(count, half);
  const px = gutter.share ? multiply(gutter.share, column) : gutter.px;
  return gaps === 0 ? words`${count} × ${column}` : words`${count} × ${column} + ${gaps} × ${px}`;
};

/** The second line settled: container = columns × column + gaps × gutter. */
type Filled = { readonly ok: true; readonly count: number; readonly gutter: Gutter; readonly container: Exact } | Refusal;

/**
 * Closes the second sum for a given container. The term that is computed is the column (never declared), the gutter, or
 * the count, whose remainder the columns share unless the column was typed.
 */
const settleWithin = (
  container: Exact,
  given: { readonly count: number; readonly column: Exact; readonly gutter: Gutter },
  gives: GivesWay,
  typed: SumTerm,
  half: boolean,
): Filled => {
  const { count, column, gutter } = given;
  if (sign(container) <= 0) return refuse("no-room", words`the container would come to ${container}; nothing is left for columns`);
  if (gives === "gutter") {
    const gaps = gapCount(count, half);
    if (gaps === 0) return refuse("no-gap", words`one column without edge gutters has no gap, so no gutter can give way`);
    const px = divide(subtract(container, multiply(exact(count), column)), exact(gaps));
    if (sign(px) < 0)
      return refuse("no-room", words`(${container} − ${count} × ${column}) ÷ ${gaps} = ${px}: the columns take more than the container`);
    const text = declared(px, "the gutter");
    return text.ok ? { ok: true, count, container, gutter: { px, share: null, text: text.text } } : text;
  }
  if (gives === "columns") {
    const px = gutter.share ? multiply(gutter.share, column) : gutter.px;
    const pitch = add(column, px);
    if (sign(pitch) <= 0) return refuse("no-room", words`columns and gutters of 0 do not fill anything`);
    const fits = toNumber(floor(divide(add(container, half ? zero : px), pitch)));
    if (fits < 1) return refuse("no-room", words`one column takes ${filled(1, column, gutter, half)}, but the container is ${container}`);
    if (fits > limits.columns) return refuse("past-limit", words`${fits} columns fit; ${limits.columns} are the most`);
    const rest = subtract(container, filled(fits, column, gutter, half));
    if (typed === "column" && !isZero(rest))
      return refuse(
        "leaves-rest",
        words`${sumOf(fits, column, gutter, half)} = ${subtract(container, rest)}, which leaves ${rest} of ${container}; let the margin give way, or the gutter`,
      );
    return { ok: true, count: fits, container, gutter };
  }
  return { ok: true, count, container, gutter };
};

const align = (columns: Columns): "start" | "center" | "end" => (columns.container.kind === "fluid" ? "center" : columns.container.align);

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
export type Settled = {
  readonly width: Exact;
  readonly count: number;
  readonly gutter: Gutter;
  readonly container: Exact;
  /** Margins to declare; null if they stay as declared. */
  readonly margins: Margins | null;
  /** Their texts, if they were typed. */
  readonly marginTexts?: Partial<Record<"start" | "end", string>>;
};

/**
 * Whether a fixed container's declared margins have to follow: they decide its position if they are unequal or it is
 * aligned to one end, and keep it off the edges.
 */
const needsMargins = (columns: Columns, wanted: Margins, today: Margins, declaredNow: Margins): boolean =>
  (!equals(wanted.start, today.start) || !equals(wanted.end, today.end)) &&
  (align(columns) !== "center" ||
    !equals(wanted.start, wanted.end) ||
    !equals(declaredNow.start, declaredNow.end) ||
    compare(wanted.start, declaredNow.start) < 0 ||
    compare(wanted.end, declaredNow.end) < 0);

type Settlement = { readonly ok: true; readonly value: Settled } | Refusal;

/** Closes both sums after a term was typed: returns their numbers, or what does not close. */
export const settle = (line: Line, term: SumTerm, value: Length, gives: GivesWay): Settlement => {
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
  if (sign(column) <= 0 && gives !== "column")
    return refuse("no-room", words`the column comes to ${column} today; let the column give way first`);

  /** Second line given, first line to follow: the container changes, and with it the margins or the width. */
  const outward = (container: Exact): Settlement => {
    if (gives === "width") {
      const width = widthAround(line, container);
      if (width === null) return refuse("no-room", words`the margins take all of the width, whatever it is`);
      return { ok: true, value: { width, count, gutter, container, margins: null } };
    }
    const margins = marginsAround(terms.width, container, today);
    if (sign(margins.start) < 0 || sign(margins.end) < 0)
      return refuse(
        "no-room",
        words`(${terms.width} − ${container}) ÷ 2 = ${divide(subtract(terms.width, container), exact(2))}: the container takes more than the width`,
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
      if (width === null) return refuse("no-room", words`the margins take all of the width, whatever it is`);
      return { ok: true, value: { width, count, gutter, container: typed, margins: null } };
    }
    const margins = marginsAround(terms.width, typed, today);
    if (sign(margins.start) < 0 || sign(margins.end) < 0)
      return refuse(
        "no-room",
        words`a container of ${typed} does not fit in ${terms.width}${equals(today.start, today.end) ? [] : [" with margins that differ as they do"]}`,
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
      if (width === null) return refuse("no-room", words`the margins take all of the width, whatever it is`);
      return {
        ok: true,
        value: { width, count, gutter, container, margins, marginTexts: { ...columns.margin, ...texts } },
      };
    }
    const container = subtract(subtract(terms.width, margins.start), margins.end);
    if (sign(container) <= 0)
      return refuse(
        "no-room",
        words`${terms.width} − ${margins.start} − ${margins.end} = ${container}: the margins take more than the width`,
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
      if (sign(rest) < 0) return refuse("no-room", words`the container is held at ${terms.container.width} and does not fit in ${typed}`);
      return { ok: true, value: { width: typed, count, gutter, container: terms.container.width, margins: null } };
    }
    if (gives === "margin") {
      const container = terms.container.width;
      const margins = marginsAround(typed, container, today);
      if (sign(margins.start) < 0 || sign(margins.end) < 0)
        return refuse(
          "no-room",
          words`(${typed} − ${container}) ÷ 2 = ${divide(subtract(typed, container), exact(2))}: the container takes more than the width`,
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
