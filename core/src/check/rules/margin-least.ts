import { joined, words } from "../../words/words";
import { ceiling, compare, divide, exact, multiply, subtract, equals } from "../../exact/exact";
import { at, containerFix, marginFix } from "../fixes";
import type { Rule } from "../types";

/** Common practice: margins of at least 16 px, so that content stays clear of the screen's edge. */
const leastMargin = exact(16);

/** Effective margins at the drawn-at width are at least 16 px. */
export const marginLeast: Rule<"margin-least"> = {
  id: "margin-least",
  level: "caution",
  source: "common practice",
  matters: "Text that close to the edge is hard to read and to touch.",
  checks: "Margins are at least 16 px.",
  accept: "When everything at the edge is a picture or a map, and text has a margin of its own.",
  mends: null,
  says: ({ start, end, least }) => ({
    title: words`Margins are smaller than ${least}`,
    message: equals(start, end)
      ? words`The margins come to ${start} each; common practice is at least ${least}.`
      : words`The margins come to ${start} and ${end}; common practice is at least ${least}.`,
    // Only a margin below it: "8 < 16", not "8, 52 < 16".
    sum: joined(
      [start, ...(equals(start, end) ? [] : [end])]
        .filter((margin) => compare(margin, least) < 0)
        .map((margin) => words`${margin} < ${least}`),
      "; ",
    ),
  }),
  find: ({ breakpoints, base }) =>
    breakpoints.flatMap((checked) => {
      const { terms } = checked;
      const { start, end } = terms.margin;
      if (compare(start, leastMargin) >= 0 && compare(end, leastMargin) >= 0) return [];
      const margin = multiply(ceiling(divide(leastMargin, base)), base);
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "columns/margin"),
          facts: { start, end, least: leastMargin },
          fixes:
            terms.boundBy === "margins"
              ? marginFix(checked, margin)
              : containerFix(checked, subtract(terms.width, multiply(exact(2), margin))),
        },
      ];
    }),
};
