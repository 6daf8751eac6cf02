import { words, name } from "../../words/words";
import { add, compare, exact, multiply, sign, subtract } from "../../exact/exact";
import { at, countFix, gutterFix, largestCount, largestGutter } from "../fixes";
import type { Rule } from "../types";

/**
 * margins + container = width, and columns + gaps = container, with nothing below 0: at the drawn-at width the margins
 * leave a container, and the gaps leave columns. (container-fits finds a fixed container that is too wide.)
 */
export const sumCloses: Rule<"sum-closes"> = {
  id: "sum-closes",
  level: "problem",
  source: "the sum of arithmetic.md, section 1",
  matters: "No room is left for the columns.",
  checks: "Margins and gutters together are narrower than the width they stand in, at every width of the breakpoint.",
  accept: null,
  mends: {
    cells: ["from", "drawn-at", "columns", "gutter", "margin", "container"],
    columns: ({ drawn }) => drawn.container >= 0 && drawn.column >= 0,
  },
  says: ({ width, margins, gaps, gutter, container, over }, where) =>
    sign(container) < 0
      ? {
          title: words`The sum does not close`,
          message: words`At ${name(where)}, the margins take ${over} px more than the width.`,
          sum: words`${width} − ${margins} = ${container}`,
        }
      : {
          title: words`The sum does not close`,
          message: words`At ${name(where)}, the gutters alone take ${over} px more than the container.`,
          sum: words`${gaps} × ${gutter} = ${multiply(exact(gaps), gutter)} > ${container}`,
        },
  find: ({ breakpoints, base, leastColumn }) =>
    breakpoints.flatMap((checked) => {
      const { terms } = checked;
      const gapsTake = multiply(exact(terms.gaps), terms.gutter);
      const container = terms.container.width;
      const overMargins = sign(container) < 0;
      const overGaps = !overMargins && compare(gapsTake, container) > 0;
      if (!overMargins && !overGaps) return [];
      const margins = add(terms.margin.start, terms.margin.end);
      const gutter = largestGutter(checked, terms.width, leastColumn, base);
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, overMargins ? "columns/margin" : "columns/gutter"),
          facts: {
            width: terms.width,
            margins,
            gaps: terms.gaps,
            gutter: terms.gutter,
            container,
            over: overMargins ? subtract(margins, terms.width) : subtract(gapsTake, container),
          },
          fixes: overMargins
            ? []
            : [...countFix(checked, largestCount(checked, terms.width, leastColumn)), ...(gutter ? gutterFix(checked, gutter) : [])],
        },
      ];
    }),
};
