import { words } from "../../words/words";
import { columnSum } from "../sums";
import { isWhole, sign } from "../../exact/exact";
import { at } from "../fixes";
import type { Rule } from "../types";

/** c is whole at the drawn-at width. */
export const wholeColumns: Rule<"whole-columns"> = {
  id: "whole-columns",
  level: "caution",
  source: "common practice",
  mends: ["columns", "gutter", "margin", "container"],
  says: ({ terms }) => ({
    title: words`Columns miss the whole pixel`,
    message: words`At ${terms.width} each column measures ${terms.column}.`,
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
