import { words } from "../../words/words";
import { ceiling, compare, divide, exact, floor, multiply, smaller, subtract } from "../../exact/exact";
import { at, containerFix, gutterFix, marginFix } from "../fixes";
import type { Rule } from "../types";

/** Common practice: both effective margins at the drawn-at width are at least the gutter. */
export const marginsNotBelowGutter: Rule<"margins-not-below-gutter"> = {
  id: "margins-not-below-gutter",
  level: "note",
  source: "common practice",
  matters: "Content looks closer to the edge of the screen than to its neighbour.",
  checks: "Margins are at least as wide as the gutter.",
  accept: "On small screens where every pixel counts.",
  mends: null,
  says: ({ start, end, gutter }) => ({
    title: words`Margins are narrower than the gutter`,
    message: words`The margins come to ${start} and ${end}; the gutter is ${gutter}.`,
    sum: words`${smaller(start, end)} < ${gutter}`,
  }),
  find: ({ breakpoints, base }) =>
    breakpoints.flatMap((checked) => {
      const { terms } = checked;
      const { start, end } = terms.margin;
      if (terms.gaps === 0 || (compare(start, terms.gutter) >= 0 && compare(end, terms.gutter) >= 0)) return [];
      const margin = multiply(ceiling(divide(terms.gutter, base)), base);
      const gutter = multiply(floor(divide(smaller(start, end), base)), base);
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "columns/margin"),
          facts: { start, end, gutter: terms.gutter },
          fixes: [
            ...(terms.boundBy === "margins"
              ? marginFix(checked, margin)
              : containerFix(checked, subtract(terms.width, multiply(exact(2), margin)))),
            ...gutterFix(checked, gutter),
          ],
        },
      ];
    }),
};
