import { words } from "../../words/words";
import { px } from "../../exact/length";
import { absolute, compare, divide, exact, isWhole, multiply, subtract } from "../../exact/exact";
import { at, baselineFix } from "../fixes";
import type { Rule } from "../types";
import type { Exact } from "../../exact/exact";

/** Whether the base unit is a whole multiple of the step, or the step of the base unit. */
const stepOnBase = (step: Exact, base: Exact): boolean => isWhole(divide(base, step)) || isWhole(divide(step, base));

/** Steps that fit a base unit u, in rising order: u/4, u/3, u/2, u, 2u, 3u, 4u. */
const stepsOnBase = (base: Exact): readonly Exact[] => [
  ...[4, 3, 2].map((parts) => divide(base, exact(parts))),
  ...[1, 2, 3, 4].map((times) => multiply(base, exact(times))),
];

/** The steps that have at most six decimals; a third of the base may have more. */
const writtenSteps = (base: Exact): Exact[] => stepsOnBase(base).filter((one) => isWhole(multiply(one, exact(1_000_000))));

/** Of the baseline step and the base unit, one is a whole multiple of the other. */
export const baselineOnBase: Rule<"baseline-on-base"> = {
  id: "baseline-on-base",
  level: "caution",
  source: "common practice",
  matters: "Spacing and lines of text drift apart down the page.",
  checks: "The baseline step is a multiple of the base unit, or divides it evenly.",
  accept: "When text and spacing are aligned separately on purpose.",
  mends: {
    cells: ["baseline"],
    lengths: ({ baseline }, base, context) => {
      const step = baseline && px(baseline.step, context);
      if (!step || stepOnBase(step, base)) return [];
      const distance = (one: Exact): Exact => absolute(subtract(one, step));
      const [nearest = null] = writtenSteps(base).sort((a, b) => compare(distance(a), distance(b)));
      return [{ cell: "baseline", length: step, nearest }];
    },
  },
  says: ({ step, base }) => ({
    title: words`Baseline does not fit the base unit`,
    message: words`Neither is a whole multiple of the other: the baseline step is ${step}, the base unit ${base}.`,
    sum: words`${base} ÷ ${step} = ${divide(base, step)}`,
  }),
  find: ({ breakpoints, base, rootFontSize }) =>
    breakpoints.flatMap((checked) => {
      const { baseline } = checked.breakpoint;
      if (!baseline) return [];
      const step = px(baseline.step, { width: checked.terms.width, rootFontSize });
      if (stepOnBase(step, base)) return [];
      const written = writtenSteps(base);
      const below = written.filter((one) => compare(one, step) < 0).at(-1);
      const above = written.find((one) => compare(one, step) > 0);
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "baseline/step"),
          facts: { step, base },
          fixes: [below, above].flatMap((one) => (one ? baselineFix(checked, one) : [])),
        },
      ];
    }),
};
