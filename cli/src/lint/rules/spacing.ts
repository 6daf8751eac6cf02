import { absolute, type Exact, equals, exact, isWhole, divide, isZero, multiply, show, subtract, toNumber } from "@ypsiline/core";
import type { Facts } from "../facts";
import type { Declaration } from "postcss";
import { type Found, lengthsIn } from "../lengths";
import type { LintRule } from "../rule";
import { placeInValue } from "../sheet";

const spaced =
  /^(gap|(row|column|grid)-gap|grid-(row|column)-gap|(margin|padding|inset)(-(top|right|bottom|left|block|inline)(-(start|end))?)?|top|right|bottom|left)$/i;

/** The spacing step that is as long as a length; null if none is. */
const stepOf = (px: Exact, { steps }: Facts) => steps.find((step) => equals(step.px, px)) ?? null;

/** Whether a length is a step, a whole number of base units, or nothing. */
const isSpacing = (px: Exact, facts: Facts): boolean => isZero(px) || isWhole(divide(px, facts.base)) || stepOf(px, facts) !== null;

/** The lengths of a declaration that sets distances; none of any other. */
const distancesIn = (declaration: Declaration, { rootFontSize }: Facts): readonly Found[] =>
  spaced.test(declaration.prop) ? lengthsIn(declaration, rootFontSize) : [];

/** The spacing step nearest to a length, or the whole base units if these are nearer: "24 px, --space-l". */
const nearestTo = (length: Exact, { base, steps }: Facts): string => {
  const distance = (px: Exact): number => Math.abs(toNumber(subtract(px, length)));
  const units = Math.round(toNumber(divide(length, base)));
  const whole = multiply(base, exact(units));
  const [step] = [...steps].sort((a, b) => distance(a.px) - distance(b.px));
  return step && distance(step.px) <= distance(whole)
    ? `${show(step.px)} px, ${step.property}`
    : `${show(whole)} px, ${units} ${units === 1 ? "unit" : "units"}`;
};

/** Gaps, margins, paddings and insets. */
export const spacing: LintRule = {
  id: "off-base",
  level: "caution",
  source: "a gap, margin, padding or inset is a spacing step of the spec or whole base units",
  declaration: (declaration, facts) =>
    distancesIn(declaration, facts)
      .filter(({ px }) => !isSpacing(absolute(px), facts))
      .map(({ text, px, offset }) => ({
        ...placeInValue(declaration, offset),
        message: `${text} is no spacing step and not whole base units of ${show(facts.base)} px. The nearest is ${nearestTo(absolute(px), facts)}.`,
      })),
};

/** Lengths that a custom property of the spec holds already. */
export const heldNumber: LintRule = {
  id: "held-number",
  level: "note",
  source: "a length that a spacing step of the spec has is written as its custom property",
  declaration: (declaration, facts) =>
    distancesIn(declaration, facts).flatMap(({ text, px, offset }) => {
      const step = isZero(px) ? null : stepOf(px, facts);
      if (step === null || step.property === "") return [];
      const to = `var(${step.property})`;
      return [
        { ...placeInValue(declaration, offset), message: `${text} is a spacing step. Write ${to}.`, fix: { from: text, to, at: offset } },
      ];
    }),
};
