import { absolute, type Exact, equals, exact, isWhole, divide, isZero, multiply, show, subtract, toNumber } from "@ypsiline/core";
import type { Facts } from "../facts";
import { lengthsIn } from "../lengths";
import type { LintRule } from "../rule";
import { placeInValue } from "../sheet";

const spaced =
  /^(gap|(row|column|grid)-gap|grid-(row|column)-gap|(margin|padding|inset)(-(top|right|bottom|left|block|inline)(-(start|end))?)?|top|right|bottom|left)$/i;

/** The nearest whole number of base units. */
const nearestUnits = (px: Exact, base: Exact): number => Math.round(toNumber(divide(px, base)));

/** The spacing step that is as long as a length; null if none is. */
const stepOf = (px: Exact, { steps }: Facts) => steps.find((step) => equals(step.px, px)) ?? null;

/** Whether a length is a step, a whole number of base units, or nothing. */
const isSpacing = (px: Exact, facts: Facts): boolean => isZero(px) || isWhole(divide(px, facts.base)) || stepOf(px, facts) !== null;

/** Gaps, margins, paddings and insets. */
export const spacing: LintRule = {
  id: "off-base",
  level: "caution",
  source: "a gap, margin, padding or inset is a spacing step of the spec or whole base units",
  declaration: (declaration, facts) =>
    spaced.test(declaration.prop)
      ? lengthsIn(declaration, facts.rootFontSize)
          .filter(({ px }) => !isSpacing(absolute(px), facts))
          .map(({ text, px, offset }) => {
            const length = absolute(px);
            const units = nearestUnits(length, facts.base);
            const whole = multiply(facts.base, exact(units));
            const nearest = [...facts.steps].sort(
              (a, b) => Math.abs(toNumber(subtract(a.px, length))) - Math.abs(toNumber(subtract(b.px, length))),
            )[0];
            const closer = nearest && Math.abs(toNumber(subtract(nearest.px, length))) <= Math.abs(toNumber(subtract(whole, length)));
            const right = closer
              ? `${show(nearest.px)} px, ${nearest.property}`
              : `${show(whole)} px, ${units} ${units === 1 ? "unit" : "units"}`;
            return {
              ...placeInValue(declaration, offset),
              message: `${text} is no spacing step and not whole base units of ${show(facts.base)} px. The nearest is ${right}.`,
            };
          })
      : [],
};

/** Lengths that a custom property of the spec holds already. */
export const heldNumber: LintRule = {
  id: "held-number",
  level: "note",
  source: "a length that a spacing step of the spec has is written as its custom property",
  declaration: (declaration, facts) =>
    spaced.test(declaration.prop)
      ? lengthsIn(declaration, facts.rootFontSize).flatMap(({ text, px, offset }) => {
          const step = isZero(px) ? null : stepOf(px, facts);
          return step === null || step.property === ""
            ? []
            : [
                {
                  ...placeInValue(declaration, offset),
                  message: `${text} is a spacing step. Write var(${step.property}).`,
                  fix: { from: text, to: `var(${step.property})` },
                },
              ];
        })
      : [],
};
