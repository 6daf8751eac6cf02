import { isWhole, sign } from "../../exact/exact";
import { at } from "../fixes";
import type { Rule } from "../types";

/** c is whole at the drawn-at width. */
export const wholeColumns: Rule<"whole-columns"> = {
  id: "whole-columns",
  level: "caution",
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
