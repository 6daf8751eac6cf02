import { isWhole, sign } from "../../exact/exact";
import { spanWidth } from "../../grid/columns";
import { at } from "../fixes";
import type { Rule } from "../types";

/** Spans for a half, a third and a quarter of the columns, where the count divides, are whole at the drawn-at width. */
export const wholeSpans: Rule<"whole-spans"> = {
  id: "whole-spans",
  level: "caution",
  find: ({ breakpoints }) =>
    breakpoints.flatMap((checked) => {
      const { terms } = checked;
      if (sign(terms.column) <= 0) return [];
      const spans = [2, 3, 4]
        .filter((parts) => terms.count % parts === 0)
        .map((parts) => ({ parts, columns: terms.count / parts, width: spanWidth(terms, terms.count / parts) }))
        .filter((span) => !isWhole(span.width));
      if (spans.length === 0) return [];
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "columns"),
          facts: { terms, spans },
          fixes: isWhole(terms.column) ? [] : checked.wholeColumnFixes(),
        },
      ];
    }),
};
