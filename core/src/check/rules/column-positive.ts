import { words, name } from "../../words/words";
import { columnSum } from "../sums";
import { compare, fromJsonNumber, sign } from "../../exact/exact";
import { lastWidth } from "../../grid/breakpoint-at";
import { isWideEnough } from "../mending";
import { at, countFix, gutterFix, largestCount, largestGutter } from "../fixes";
import type { Rule } from "../types";

/**
 * c > 0, and no less than the spec's least column, at every width of the breakpoint. The column grows linearly with the
 * width until a cap holds and is constant from there, so its least value is at one end of the range: at `from`, or at
 * the last whole px before the next breakpoint.
 */
export const columnPositive: Rule<"column-positive"> = {
  id: "column-positive",
  level: "problem",
  source: "the sum of arithmetic.md, section 1",
  matters: "Columns that narrow cannot hold content.",
  checks: "At the narrowest width of a breakpoint, a column is wider than zero and at least as wide as the spec’s minimum column.",
  accept: null,
  mends: {
    cells: ["from", "drawn-at", "columns", "gutter", "margin", "container"],
    columns: (tried) => isWideEnough(tried, tried.first()) && isWideEnough(tried, tried.last()),
    narrowest: ({ least }) => least,
  },
  says: ({ width, terms, column, least }, where) => ({
    title: sign(column) > 0 ? words`Columns are narrower than the minimum` : words`No room for the columns`,
    message:
      sign(column) > 0
        ? words`At ${name(where)}, a column is ${column} wide at ${width}; the minimum is ${least}.`
        : words`At ${name(where)}, a column would be ${column} wide at ${width}.`,
    sum: columnSum(terms),
  }),
  find: ({ breakpoints, base, leastColumn }) =>
    breakpoints.flatMap((checked) => {
      const atFirst = checked.at(fromJsonNumber(checked.from));
      const atLast = checked.at(fromJsonNumber(lastWidth(checked)));
      const terms = compare(atLast.column, atFirst.column) < 0 ? atLast : atFirst;
      if (sign(terms.column) > 0 && compare(terms.column, leastColumn) >= 0) return [];
      const gutter = largestGutter(checked, terms.width, leastColumn, base);
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "columns/count"),
          facts: { width: terms.width, terms, column: terms.column, least: leastColumn },
          fixes: [...countFix(checked, largestCount(checked, terms.width, leastColumn)), ...(gutter ? gutterFix(checked, gutter) : [])],
        },
      ];
    }),
};
