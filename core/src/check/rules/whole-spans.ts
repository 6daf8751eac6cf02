import { joined, listed, words } from "../../words/words";
import { exact, isWhole, sign } from "../../exact/exact";
import { shareNames, shares, shareParts } from "../../grid/columns";
import { isWholeSpan } from "../mending";
import { at, gutterFix, nearestWholeGutter } from "../fixes";
import type { CheckedBreakpoint, Fix, Rule } from "../types";

const wholeGutter = (checked: CheckedBreakpoint): readonly Fix[] => {
  const gutter = nearestWholeGutter(checked, exact(1));
  return gutter ? gutterFix(checked, gutter) : [];
};

/** Spans for a half, a third and a quarter of the columns, if the count divides, are whole at the drawn-at width. */
export const wholeSpans: Rule<"whole-spans"> = {
  id: "whole-spans",
  level: "caution",
  source: "common practice",
  matters: "Browsers round each edge, so equal cards can differ by a pixel.",
  checks: "Halves, thirds and quarters of the container are whole pixels where a single column is.",
  accept: "When the page never uses those shares.",
  mends: {
    cells: ["columns", "gutter", "margin", "container"],
    columns: (tried) =>
      tried.drawn.column <= 0 ||
      shareParts.every((parts) => tried.count % parts !== 0 || isWholeSpan(tried, tried.drawn, tried.count / parts)),
  },
  says: ({ terms, spans }) => ({
    title: words`${listed(spans.map(({ parts }, index) => [index === 0 ? shareNames[parts] : shareNames[parts].toLowerCase()]))} are not whole pixels`,
    message: joined(
      spans.map(({ parts, width }) => words`${shareNames[parts]} come to ${width}.`),
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
      const all = shares(terms);
      const spans = shareParts.flatMap((parts) => {
        const width = all[parts];
        return width && !isWhole(width) ? [{ parts, columns: terms.count / parts, width }] : [];
      });
      if (spans.length === 0) return [];
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "columns"),
          facts: { terms, spans },
          // Whole columns with fractional spans have a fractional gutter; a whole gutter that closes mends them.
          fixes: isWhole(terms.column) ? wholeGutter(checked) : checked.wholeColumnFixes(),
        },
      ];
    }),
};
