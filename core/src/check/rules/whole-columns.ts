import { words } from "../../words/words";
import { columnSum } from "../sums";
import { isWhole, sign } from "../../exact/exact";
import { at } from "../fixes";
import { isWholeSpan } from "../mending";
import type { Rule } from "../types";

/** c is whole at the drawn-at width. */
export const wholeColumns: Rule<"whole-columns"> = {
  id: "whole-columns",
  level: "caution",
  source: "common practice",
  matters: "Browsers round each edge, so equal cards can differ by a pixel.",
  checks: "A column is a whole number of pixels at the width the breakpoint is drawn at.",
  accept: "When the container is fluid and the drawn width is one of many, or when no cards stand side by side.",
  mends: {
    cells: ["columns", "gutter", "margin", "container"],
    columns: (tried) => tried.drawn.column <= 0 || isWholeSpan(tried, tried.drawn, 1),
    narrowest: ({ unit }) => unit,
  },
  says: ({ terms }) => ({
    title: words`Columns are not whole pixels`,
    message: words`At ${terms.width}, each column is ${terms.column} wide.`,
    sum: columnSum(terms),
  }),
  find: ({ breakpoints }) =>
    breakpoints.flatMap((checked) =>
      isWhole(checked.terms.column) || sign(checked.terms.column) <= 0
        ? []
        : [
            {
              breakpoint: checked.breakpoint.id,
              path: at(checked, "columns"),
              facts: { terms: checked.terms },
              fixes: checked.wholeColumnFixes(),
            },
          ],
    ),
};
