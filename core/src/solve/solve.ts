import { gapCount } from "../grid/columns";
import { add, compare, divide, equals, exact, type Exact, floor, isZero, multiply, sign, subtract, toNumber, zero } from "../exact/exact";
import { type Words, words } from "../words/words";

export const solveTerms = ["column", "gutter", "margin", "width", "columns"] as const;
/** The term of the sum that is worked out from the others. */
export type GivesWay = (typeof solveTerms)[number];

/** The terms a person holds, CSS px; what is left out is unknown. */
export type Held = {
  readonly width?: Exact;
  readonly columns?: number;
  readonly column?: Exact;
  readonly gutter?: Exact;
  readonly margin?: { readonly start: Exact; readonly end: Exact };
  readonly container?: Exact;
  readonly edgeGutters?: "none" | "half";
  readonly givesWay: GivesWay;
};

type SolveProblemCode =
  /** Held terms do not fit together. */
  | "contradiction"
  /** The term that gives way would be below 0, or a column or width 0. */
  | "negative"
  /** One column without edge gutters has no gap whose gutter could give way. */
  | "no-gap"
  /** Not even one column fits. */
  | "no-column-fits";

/** What contradicts, without the numbers. */
type SolveReason =
  | "container-held"
  | "columns-make"
  | "margins-over-width"
  | "column-over-container"
  | "no-room-for-column"
  | "no-gap"
  | "columns-over-container"
  | "container-over-width"
  | "no-width";

/**
 * Why the held terms contradict each other: the reason, the sum that shows it, and the number it is compared with, if
 * any.
 */
export type SolveProblem = {
  readonly code: SolveProblemCode;
  readonly reason: SolveReason;
  readonly sum: Words;
  readonly against: Exact | null;
};

/** What the terms of a sum are called: a sum of rows down a height is solved as one of columns across a width. */
export type SumNouns = { readonly column: string; readonly columns: string; readonly container: string; readonly width: string };
const columnNouns: SumNouns = { column: "column", columns: "columns", container: "container", width: "width" };
export const rowNouns: SumNouns = { column: "row", columns: "rows", container: "room between the margins", width: "height" };

const reasons: Readonly<Record<SolveReason, (nouns: SumNouns, against: Exact) => Words>> = {
  "container-held": ({ container }, against) => words`, but the ${container} is held at ${against}`,
  "columns-make": ({ columns }, against) => words`, but ${columns} and gaps make ${against}`,
  "margins-over-width": ({ width }) => words`: the margins take more than the ${width}`,
  "column-over-container": ({ column, container }, against) => words` for one ${column}, but the ${container} is ${against}`,
  "no-room-for-column": ({ column }) => words`: no room is left for a ${column}`,
  "no-gap": ({ column }) => words`one ${column} without edge gutters has no gap, so no gutter can give way`,
  "columns-over-container": ({ columns, container }) => words`: the ${columns} take more than the ${container}`,
  "container-over-width": ({ container, width }) => words`: the ${container} takes more than the ${width}`,
  "no-width": ({ width }) => words`: no ${width} is left`,
};

/** A problem of a sum in words. */
export const solveWords = ({ reason, sum, against }: SolveProblem, nouns: SumNouns = columnNouns): Words =>
  words`${sum}${reasons[reason](nouns, against ?? zero)}`;

/** All terms; null for those that the held ones do not determine. */
export type Solved = {
  readonly width: Exact | null;
  readonly columns: number | null;
  readonly column: Exact | null;
  readonly gutter: Exact | null;
  readonly margin: { readonly start: Exact; readonly end: Exact } | null;
  readonly container: Exact | null;
  /** What the columns leave of the container: 0 unless the count gives way. Null while undetermined. */
  readonly leftover: Exact | null;
  readonly problem: SolveProblem | null;
};

const two = exact(2);

/**
 * Works out the term that gives way from the held ones (docs/arithmetic.md, section 1):
 * W = mS + C + mE and C = n·c + G·g with G = n − 1 + 2e.
 *
 * Terms that the held ones determine on the way are worked out too; a term that is not determined is
 * null. A held value of the term that gives way is set aside, but an unequal margin pair keeps its
 * difference. Impossible results are reported as `problem`, with their arithmetic, and left null.
 */
export const solve = (held: Held): Solved => {
  const edge = held.edgeGutters === "half";
  const gives = held.givesWay;
  let width = gives === "width" ? null : (held.width ?? null);
  let columns = gives === "columns" ? null : (held.columns ?? null);
  let column = gives === "column" ? null : (held.column ?? null);
  let gutter = gives === "gutter" ? null : (held.gutter ?? null);
  let margin = gives === "margin" ? null : (held.margin ?? null);
  let container = held.container ?? null;
  let leftover: Exact | null = null;
  let problem: SolveProblem | null = null;
  const fail = (code: SolveProblemCode, reason: SolveReason, sum: Words, against: Exact | null = null): void => {
    problem ??= { code, reason, sum, against };
  };

  /** C from the count's side of the sum, where all of it is known. */
  const filled = (): Exact | null =>
    columns !== null && column !== null && (gutter !== null || gapCount(columns, edge) === 0)
      ? add(multiply(exact(columns), column), multiply(exact(gapCount(columns, edge)), gutter ?? zero))
      : null;
  const between = (): Exact | null => (width !== null && margin !== null ? subtract(subtract(width, margin.start), margin.end) : null);

  const fromColumns = filled();
  const fromMargins = between();
  if (container === null) container = gives === "columns" ? fromMargins : (fromColumns ?? fromMargins);
  if (container !== null && fromColumns !== null && !equals(container, fromColumns))
    fail(
      "contradiction",
      "container-held",
      words`${columns ?? 0} × ${column ?? zero} + ${gapCount(columns ?? 1, edge)} × ${gutter ?? zero} = ${fromColumns}`,
      container,
    );
  if (container !== null && fromMargins !== null && !equals(container, fromMargins))
    fail(
      "contradiction",
      held.container ? "container-held" : "columns-make",
      words`${width ?? zero} − ${margin?.start ?? zero} − ${margin?.end ?? zero} = ${fromMargins}`,
      container,
    );
  const answer = (): Solved => ({ width, columns, column, gutter, margin, container, leftover, problem });
  if (problem !== null) return answer();
  if (container !== null && sign(container) < 0) {
    fail("negative", "margins-over-width", words`${width ?? zero} − ${margin?.start ?? zero} − ${margin?.end ?? zero} = ${container}`);
    container = null;
    return answer();
  }

  // C = n·c + G·g
  if (container !== null && columns === null && column !== null && gutter !== null && gives === "columns") {
    const pitch = add(column, gutter);
    const room = add(container, edge ? zero : gutter);
    const fits = isZero(pitch) ? zero : floor(divide(room, pitch));
    if (sign(fits) <= 0) {
      fail("no-column-fits", "column-over-container", words`${add(column, edge ? gutter : zero)}`, container);
    } else {
      columns = toNumber(fits);
      leftover = subtract(container, filled() ?? zero);
    }
  } else if (container !== null && columns !== null) {
    const gaps = gapCount(columns, edge);
    if (column === null && (gutter !== null || gaps === 0)) {
      const gapsTake = multiply(exact(gaps), gutter ?? zero);
      const result = divide(subtract(container, gapsTake), exact(columns));
      if (sign(result) > 0) column = result;
      else fail("negative", "no-room-for-column", words`(${container} − ${gaps} × ${gutter ?? zero}) ÷ ${columns} = ${result}`);
    } else if (gutter === null && column !== null) {
      const columnsTake = multiply(exact(columns), column);
      if (gaps === 0) {
        if (gives === "gutter") fail("no-gap", "no-gap", []);
      } else {
        const result = divide(subtract(container, columnsTake), exact(gaps));
        if (sign(result) >= 0) gutter = result;
        else fail("negative", "columns-over-container", words`(${container} − ${columns} × ${column}) ÷ ${gaps} = ${result}`);
      }
    }
    const made = filled();
    if (made !== null && equals(made, container)) leftover = zero;
  }

  // W = mS + C + mE
  if (container !== null && margin === null && width !== null) {
    const difference = held.margin ? subtract(held.margin.end, held.margin.start) : zero;
    const start = divide(subtract(subtract(width, container), difference), two);
    const end = add(start, difference);
    if (sign(start) >= 0 && sign(end) >= 0) margin = { start, end };
    else
      fail(
        "negative",
        "container-over-width",
        words`(${width} − ${container}${isZero(difference) ? [] : words` − ${difference}`}) ÷ 2 = ${start}`,
      );
  }
  if (container !== null && width === null && margin !== null) {
    const result = add(add(margin.start, container), margin.end);
    if (compare(result, zero) > 0) width = result;
    else fail("negative", "no-width", words`${margin.start} + ${container} + ${margin.end} = ${result}`);
  }
  return answer();
};
