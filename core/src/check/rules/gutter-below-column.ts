import { words } from "../../words/words";
import { compare, divide, exact, floor, multiply, sign } from "../../exact/exact";
import { at, countFix, gutterFix } from "../fixes";
import type { Rule } from "../types";

/** g ≤ c at the drawn-at width. */
export const gutterBelowColumn: Rule<"gutter-below-column"> = {
  id: "gutter-below-column",
  level: "caution",
  source: "common practice",
  matters: "Content looks further apart than it is wide.",
  checks: "The gutter is narrower than a column at every width of the breakpoint.",
  accept: "When there are many columns and content always spans several of them.",
  mends: null,
  says: ({ gutter, column }) => ({
    title: words`Gutters are wider than columns`,
    message: words`The gutter is ${gutter}, a column only ${column}.`,
    sum: words`${gutter} > ${column}`,
  }),
  find: ({ breakpoints, base }) =>
    breakpoints.flatMap((checked) => {
      const { terms } = checked;
      if (terms.gaps === 0 || compare(terms.gutter, terms.column) <= 0 || sign(terms.column) <= 0) return [];
      // g ≤ (C − G·g)/n holds up to g = C/(n + G).
      const largest = divide(terms.container.width, exact(terms.count + terms.gaps));
      const gutter = multiply(floor(divide(largest, base)), base);
      // and, g kept, up to n = (C + (1 − 2e)·g)/2g.
      const room = divide(terms.container.width, terms.gutter);
      const edge = terms.gaps === terms.count ? 0 : 1;
      let count = terms.count - 1;
      while (count > 0 && compare(exact(2 * count - edge), room) > 0) count -= 1;
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "columns/gutter"),
          facts: { gutter: terms.gutter, column: terms.column },
          fixes: [...countFix(checked, count), ...(sign(gutter) > 0 ? gutterFix(checked, gutter) : [])],
        },
      ];
    }),
};
