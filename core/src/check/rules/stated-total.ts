import { words } from "../../words/words";
import { columnSum } from "../sums";
import { add, divide, equals, exact, type Exact, floor, isWhole, multiply, subtract, negate, sign } from "../../exact/exact";
import { pxText, px } from "../../exact/length";
import { type ColumnTerms } from "../../grid/columns";
import { at, containerFix, marginFix } from "../fixes";
import type { CheckedBreakpoint, Fix, Found, Rule } from "../types";

type Which = "container" | "column";

/**
 * The column rounded to a whole px, if rounded columns and gaps add up to the stated container but exact ones do not.
 */
const roundedTo = (terms: ColumnTerms, stated: Exact): Exact | null => {
  if (isWhole(terms.column)) return null;
  const rounded = floor(add(terms.column, exact(1, 2)));
  const total = add(multiply(exact(terms.count), rounded), multiply(exact(terms.gaps), terms.gutter));
  return equals(total, stated) ? rounded : null;
};

/** Fixes that give the stated container: the container itself, or equal margins that leave it. */
const toStated = (checked: CheckedBreakpoint, container: Exact): readonly Fix[] =>
  checked.terms.boundBy === "margins"
    ? marginFix(checked, divide(subtract(checked.terms.width, container), exact(2)))
    : containerFix(checked, container);

const statementFix = (checked: CheckedBreakpoint, which: Which, is: Exact): Fix => {
  const path = at(checked, `columns/stated/${which}`);
  const text = pxText(is);
  return text === null
    ? { term: "not-stated", which, patch: [{ op: "remove", path }] }
    : { term: which === "container" ? "stated-container" : "stated-column", to: [text], patch: [{ op: "replace", path, value: text }] };
};

/** The stated container and column are what the other numbers give at the drawn-at width. */
export const statedTotal: Rule<"stated-total"> = {
  id: "stated-total",
  level: "caution",
  source: "common practice",
  matters: "Whoever was given that total will build another grid.",
  checks: "A container or column that somebody was told to expect is what the numbers give.",
  accept: "Rarely. Correct the number you were given instead, so that the next person is not misled.",
  mends: null,
  says: ({ which, stated, is, terms, rounded }) => {
    const by = subtract(stated, is);
    const off = sign(by) > 0 ? words`${by} too many` : words`${negate(by)} too few`;
    return {
      title: words`The expected ${which} is not what the numbers give`,
      message: words`${stated} is expected, which is ${off}.${
        rounded ? words` Columns rounded to ${rounded} make ${stated}; the exact column is ${terms.column}.` : ""
      }`,
      sum:
        which === "column"
          ? columnSum(terms)
          : terms.gaps === 0
            ? words`${terms.count} × ${terms.column} = ${is}`
            : words`${terms.count} × ${terms.column} + ${terms.gaps} × ${terms.gutter} = ${is}`,
    };
  },
  find: ({ breakpoints, rootFontSize }) =>
    breakpoints.flatMap((checked) => {
      const { terms, breakpoint } = checked;
      const found: Found<"stated-total">[] = [];
      for (const which of ["container", "column"] as const) {
        const text = breakpoint.columns.stated?.[which];
        if (text === undefined) continue;
        const stated = px(text, { width: terms.width, rootFontSize });
        const is = which === "container" ? terms.container.width : terms.column;
        if (equals(stated, is)) continue;
        const container =
          which === "container" ? stated : add(multiply(exact(terms.count), stated), multiply(exact(terms.gaps), terms.gutter));
        found.push({
          breakpoint: breakpoint.id,
          path: at(checked, `columns/stated/${which}`),
          facts: { which, stated, is, terms, rounded: which === "container" ? roundedTo(terms, stated) : null },
          fixes: [
            statementFix(checked, which, is),
            ...(breakpoint.columns.gutter.endsWith("fr") && which === "column" ? [] : toStated(checked, container)),
          ],
        });
      }
      return found;
    }),
};
