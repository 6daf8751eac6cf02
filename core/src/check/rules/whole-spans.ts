import { joined, listed, words } from "../../words/words";
import { partNames } from "../sums";
import { exact, isWhole, sign } from "../../exact/exact";
import { spanWidth } from "../../grid/columns";
import { at, gutterFix, nearestWholeGutter } from "../fixes";
import type { CheckedBreakpoint, Fix, Rule } from "../types";

const wholeGutter = (checked: CheckedBreakpoint): readonly Fix[] => {
  const gutter = nearestWholeGutter(checked, exact(1));
  return gutter ? gutterFix(checked, gutter) : [];
};

/** Spans for a half, a third and a quarter of the columns, where the count divides, are whole at the drawn-at width. */
export const wholeSpans: Rule<"whole-spans"> = {
  id: "whole-spans",
  level: "caution",
  source: "common practice",
  mends: ["columns", "gutter", "margin", "container"],
  says: ({ terms, spans }) => ({
    title: words`${listed(spans.map(({ parts }, index) => [(index === 0 ? partNames[parts] : partNames[parts]?.toLowerCase()) ?? ""]))} miss the whole pixel`,
    message: joined(
      spans.map(({ parts, width }) => words`${partNames[parts] ?? ""} come out at ${width}.`),
      " ",
    ),
    sum: joined(
      spans.map(({ columns, width }) => words`${columns} × ${terms.column} + ${columns - 1} × ${terms.gutter} = ${width}`),
      "; ",
    ),
  }),
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
          // Whole columns with fractional spans have a fractional gutter: a whole one that closes mends them.
          fixes: isWhole(terms.column) ? wholeGutter(checked) : checked.wholeColumnFixes(),
        },
      ];
    }),
};
