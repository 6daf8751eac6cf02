import { add, compare, divide, exact, type Exact, isZero, larger, multiply, negate, smaller, subtract, zero } from "../exact/exact";
import { type LengthContext, parseLength, px, toPx } from "../exact/length";
import type { Columns } from "../layout/schema";

/**
 * The terms of the column sum at one width, in CSS px, exact:
 * W = margin.start + container + margin.end and container = count · column + gaps · gutter.
 */
export type ColumnTerms = {
  readonly width: Exact;
  readonly count: number;
  /** count − 1, and one more with half gutters at both edges. */
  readonly gaps: number;
  readonly column: Exact;
  readonly gutter: Exact;
  /** Gutter inside the container before the first column: 0 or half a gutter. */
  readonly edge: Exact;
  readonly container: { readonly start: Exact; readonly width: Exact };
  /** Effective margins, whatever was declared. Negative by the amount that the container overflows. */
  readonly margin: { readonly start: Exact; readonly end: Exact };
  /** Declared margins in px. */
  readonly declaredMargin: { readonly start: Exact; readonly end: Exact };
  /** What sets the container's width here. */
  readonly boundBy: "margins" | "cap" | "width";
};

const half = exact(1, 2);

/** Wanted start of a container: mS, (W − C + mS − mE)/2 or W − mE − C. */
const wantedStart = (align: "start" | "center" | "end", rest: Exact, start: Exact, end: Exact): Exact => {
  switch (align) {
    case "start":
      return start;
    case "center":
      return multiply(add(rest, subtract(start, end)), half);
    case "end":
      return subtract(rest, end);
    default:
      return align satisfies never;
  }
};

/** G = n − 1 + 2e: the gaps of n columns, e = ½ with half gutters at both edges. */
export const gapCount = (columns: number, halfAtEdges: boolean): number => columns - 1 + (halfAtEdges ? 1 : 0);

/**
 * Resolves declared columns at width W (docs/arithmetic.md, section 1).
 *
 * Container C: fluid W − mS − mE; capped min(W − mS − mE, max); fixed its width. Its start is the wanted
 * one held between 0 and max(0, W − C); the end margin is W − start − C.
 * With G = n − 1 + 2e gaps, c = (C − G·g)/n; a gutter of p fr gives c = C/(n + G·p), g = p·c.
 * A negative column or margin comes out negative; checks report it.
 */
export const columnTerms = (columns: Columns, context: LengthContext): ColumnTerms => {
  const { width } = context;
  const start = px(columns.margin.start, context);
  const end = columns.margin.end === columns.margin.start ? start : px(columns.margin.end, context);
  const between = subtract(subtract(width, start), end);

  let container = between;
  let boundBy: ColumnTerms["boundBy"] = "margins";
  let align: "start" | "center" | "end" = "start";
  if (columns.container.kind === "capped") {
    const max = px(columns.container.max, context);
    align = columns.container.align;
    if (compare(max, between) < 0) {
      container = max;
      boundBy = "cap";
    }
  } else if (columns.container.kind === "fixed") {
    container = px(columns.container.width, context);
    align = columns.container.align;
    boundBy = "width";
  }
  const rest = subtract(width, container);
  const wanted = boundBy === "margins" ? start : wantedStart(align, rest, start, end);
  const containerStart = larger(zero, smaller(wanted, larger(zero, rest)));

  const half01 = columns.edgeGutters === "half";
  const count = columns.count;
  const gaps = gapCount(count, half01);
  const gutterLength = parseLength(columns.gutter);
  if (!gutterLength) throw new RangeError(`not a length: ${columns.gutter}`);
  let column: Exact;
  let gutter: Exact;
  if (gutterLength.unit === "fr") {
    column = divide(container, add(exact(count), multiply(exact(gaps), gutterLength.value)));
    gutter = multiply(gutterLength.value, column);
  } else {
    gutter = toPx(gutterLength, context);
    column = divide(subtract(container, multiply(exact(gaps), gutter)), exact(count));
  }
  return {
    width,
    count,
    gaps,
    column,
    gutter,
    edge: half01 ? multiply(gutter, half) : zero,
    container: { start: containerStart, width: container },
    margin: { start: containerStart, end: subtract(rest, containerStart) },
    declaredMargin: { start, end },
    boundBy,
  };
};

/** Width of k columns together: k·c + (k − 1)·g. */
export const spanWidth = (terms: Pick<ColumnTerms, "column" | "gutter">, k: number): Exact =>
  add(multiply(exact(k), terms.column), multiply(exact(k - 1), terms.gutter));

/** The shares of a grid that are shown everywhere. */
export const shareNames = { 2: "Halves", 3: "Thirds", 4: "Quarters" } as const;
export type ShareOf = keyof typeof shareNames;
export const shareParts = [2, 3, 4] as const satisfies readonly ShareOf[];

export type Shares = Readonly<Record<ShareOf, Exact | null>>;

/** Half, a third and a quarter of the columns with the gutters between; null if the count does not divide. */
export const shares = (terms: Pick<ColumnTerms, "count" | "column" | "gutter">): Shares => {
  const share = (parts: ShareOf): Exact | null => (terms.count % parts === 0 ? spanWidth(terms, terms.count / parts) : null);
  return { 2: share(2), 3: share(3), 4: share(4) };
};

/** Start of column i, counted from 0: container start + edge + i·(c + g). */
export const columnStart = (terms: ColumnTerms, i: number): Exact =>
  add(add(terms.container.start, terms.edge), multiply(exact(i), add(terms.column, terms.gutter)));

export type ColumnTrack = { readonly start: Exact; readonly width: Exact };

/** Every column's start and width at one width. */
export const columnTracks = (terms: ColumnTerms): readonly ColumnTrack[] => {
  const first = add(terms.container.start, terms.edge);
  const pitch = add(terms.column, terms.gutter);
  return Array.from({ length: terms.count }, (_, i) => ({
    start: i === 0 ? first : add(first, multiply(exact(i), pitch)),
    width: terms.column,
  }));
};

/** The gutters between neighbouring columns. */
export const gutterTracks = (terms: ColumnTerms): readonly ColumnTrack[] =>
  columnTracks(terms)
    .slice(0, -1)
    .map(({ start, width }) => ({ start: add(start, width), width: terms.gutter }));

/** Widths of 1 to n columns together. */
export const spanWidths = (terms: ColumnTerms): readonly Exact[] => {
  const pitch = add(terms.column, terms.gutter);
  const back = negate(terms.gutter);
  return Array.from({ length: terms.count }, (_, i) => add(multiply(exact(i + 1), pitch), back));
};

/** A length as a share of the container; null if the container has no width. */
export const shareOfContainer = (terms: ColumnTerms, length: Exact): Exact | null =>
  isZero(terms.container.width) ? null : multiply(divide(length, terms.container.width), exact(100));
