import { absolute, type Exact, equals, exact, isWhole, divide, isZero, multiply, show, subtract, toNumber } from "@ypsiline/core";
import type { Facts, Held } from "../facts";
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

/** The gutter for a gap between columns, and the margin at a side for inline margins and paddings, if a length is theirs. */
const ownNumberOf = (property: string, px: Exact, { gutter, margins }: Facts): Held | null => {
  if (/^((column|grid-column)-)?gap$/i.test(property)) return gutter && equals(gutter.px, px) ? gutter : null;
  const side = /^(?:margin|padding)-inline-(start|end)$/i.exec(property)?.[1]?.toLowerCase();
  return margins.find((one) => side !== undefined && one.property.endsWith(side) && equals(one.px, px)) ?? null;
};

/** Lengths that a custom property of the spec holds already. */
export const heldNumber: LintRule = {
  id: "held-number",
  level: "note",
  source: "a length that a spacing step, the gutter or a margin of the spec has is written as its custom property",
  declaration: (declaration, facts) =>
    distancesIn(declaration, facts).flatMap(({ text, px, offset }) => {
      const step = isZero(px) ? null : stepOf(px, facts);
      const own = isZero(px) ? null : ownNumberOf(declaration.prop, px, facts);
      const place = placeInValue(declaration, offset);
      // Which of them is meant is for a person to say.
      if (own !== null && step !== null)
        return [
          { ...place, message: `${text} is a spacing step, and ${own.property}. Write var(${step.property}) or var(${own.property}).` },
        ];
      const held = step ?? own;
      if (held === null || held.property === "") return [];
      const to = `var(${held.property})`;
      const what = step === null ? held.property : "a spacing step";
      return [{ ...place, message: `${text} is ${what}. Write ${to}.`, fix: { from: text, to, at: offset } }];
    }),
};
