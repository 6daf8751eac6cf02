import { words } from "../../words/words";
import { px } from "../../exact/length";
import { add, ceiling, divide, exact, type Exact, floor, fromJsonNumber, isWhole, multiply, sign, subtract } from "../../exact/exact";
import { rowTerms } from "../../grid/rows";
import { at, rowFix } from "../fixes";
import type { Rule } from "../types";

/** Whole multiples of `unit` just below and just above a length, 0 included. */
const around = (length: Exact, unit: Exact): readonly Exact[] => {
  const count = divide(length, unit);
  return [floor(count), ceiling(count)].filter((n) => sign(n) >= 0).map((n) => multiply(n, unit));
};

/** The row pitch is a whole multiple of the baseline step, so that every row starts at the same place within a line. */
export const rowsOnBaseline: Rule<"rows-on-baseline"> = {
  id: "rows-on-baseline",
  level: "caution",
  source: "common practice",
  matters: "Text at the top of a row is on a baseline line in some rows and between two in others.",
  checks: "Every row starts on a line of the baseline: row height plus row gutter is a multiple of the baseline step.",
  accept: "When rows hold no text.",
  mends: null,
  says: ({ pitch, height, gutter, step }) => ({
    title: words`Rows are off the baseline`,
    message: words`A row starts every ${pitch}; the baseline step is ${step}.`,
    sum: words`${height} + ${gutter} = ${pitch} = ${divide(pitch, step)} × ${step}`,
  }),
  find: ({ breakpoints, rootFontSize }) =>
    breakpoints.flatMap((checked) => {
      const { rows, baseline, drawnAt } = checked.breakpoint;
      if (!rows || !baseline) return [];
      const context = { width: checked.terms.width, rootFontSize };
      const step = px(baseline.step, context);
      const terms = rowTerms(rows, fromJsonNumber(drawnAt.height), context);
      const pitch = add(terms.height, terms.gutter);
      if (isWhole(divide(pitch, step)) || sign(terms.height) <= 0) return [];
      const fixes =
        terms.kind === "repeating"
          ? around(pitch, step).flatMap((wanted) => [
              ...(sign(subtract(wanted, terms.gutter)) > 0 ? rowFix(checked, "height", subtract(wanted, terms.gutter)) : []),
              ...rowFix(checked, "gutter", subtract(wanted, terms.height)),
            ])
          : // k rows in S share pitch = (S − mT − mB + r)/k, so the gutter follows from the pitch wanted.
            around(pitch, step).flatMap((wanted) => {
              const room = subtract(subtract(terms.section, terms.margin.start), terms.margin.end);
              const gutter = subtract(multiply(exact(terms.count), wanted), room);
              return sign(subtract(wanted, gutter)) > 0 ? rowFix(checked, "gutter", gutter) : [];
            });
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, terms.kind === "repeating" ? "rows/height" : "rows/gutter"),
          facts: { pitch, height: terms.height, gutter: terms.gutter, step },
          fixes,
        },
      ];
    }),
};
