import { words } from "../../words/words";
import { baseSum, baseStanding } from "../sums";
import { parseLength, toPx } from "../../exact/length";
import { at, gutterFix, nearestMultiples } from "../fixes";
import { onBase } from "../on-base";
import type { Rule } from "../types";

/** The declared gutter is a multiple of the base unit; half a unit is a note. A gutter in fr is not checked. */
export const gutterOnBase: Rule<"gutter-on-base"> = {
  id: "gutter-on-base",
  level: "caution",
  source: "common practice",
  matters: "Spacing inside components is in base units, so their edges miss the columns.",
  checks: "The gutter is a whole number of base units. A half unit is only a note.",
  accept: "When the gutter comes from something outside the spec, for example a third party’s embedded page.",
  mends: { cells: ["gutter"], gutter: (length, { half }) => length % half === 0 },
  says: ({ length, base }) => ({
    title: words`Gutter is ${baseStanding(length, base)}`,
    message: words`The gutter is ${length}; the base unit is ${base}.`,
    sum: baseSum(length, base),
  }),
  find: ({ breakpoints, base, rootFontSize }) =>
    breakpoints.flatMap((checked) => {
      const declared = parseLength(checked.breakpoint.columns.gutter);
      if (!declared || declared.unit === "fr") return [];
      const length = toPx(declared, { width: checked.terms.width, rootFontSize });
      const standing = onBase(length, base);
      if (standing === "on") return [];
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "columns/gutter"),
          facts: { length, base },
          fixes: nearestMultiples(length, base).flatMap((value) => gutterFix(checked, value)),
          level: standing === "half" ? ("note" as const) : ("caution" as const),
        },
      ];
    }),
};
