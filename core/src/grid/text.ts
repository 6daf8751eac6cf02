import type { TextRole } from "../layout/schema";
import { add, ceiling, divide, exact, type Exact, floor, isWhole, isZero, modulo, multiply, sign, subtract, zero } from "../exact/exact";
import type { FontMetrics } from "./fonts";

/** The size of a role at a breakpoint: its own there, or the general one. */
export const roleAt = (role: TextRole, breakpoint: string): Pick<TextRole, "size" | "lineHeight"> =>
  role.at && Object.hasOwn(role.at, breakpoint) ? (role.at[breakpoint] ?? role) : role;

/** A text role in px: font size s and line height L. */
export type TextSize = { readonly size: Exact; readonly lineHeight: Exact };

/** How a text role compares with a baseline of step b, px. */
export type TextOnBaseline = {
  /** Line height in baseline lines, L/b. */
  readonly lines: Exact;
  readonly whole: boolean;
  /** The whole multiples of the step next below (null if there is none) and next above L; both are L if it is one. */
  readonly below: Exact | null;
  readonly above: Exact;
};

/** Line height against the baseline step (docs/arithmetic.md, section 3). */
export const textOnBaseline = ({ lineHeight }: TextSize, step: Exact): TextOnBaseline => {
  const lines = divide(lineHeight, step);
  const down = floor(lines);
  return {
    lines,
    whole: isWhole(lines),
    below: sign(down) > 0 ? multiply(down, step) : null,
    above: multiply(ceiling(lines), step),
  };
};

const perEm = (units: number, { unitsPerEm }: FontMetrics): Exact => exact(units, unitsPerEm);

/** To the nearest whole px, halves up, as browsers do with a font's ascent and descent. */
const rounded = (length: Exact): Exact => floor(add(length, exact(1, 2)));

/**
 * Distance from the top of the line box to its baseline, as browsers draw it: ⌊(L − ‖A·s‖ − ‖D·s‖)/2⌋ + ‖A·s‖, with A
 * and D the ascent and descent per em and ‖x‖ rounded to a whole px. Half of the extra line height is above the text,
 * which is negative for tight lines. Source: measured in Chromium (arithmetic.md, section 3); CSS Inline Layout Module
 * Level 3 leaves the rounding to browsers.
 */
export const firstBaseline = ({ size, lineHeight }: TextSize, metrics: FontMetrics): Exact => {
  const ascent = rounded(multiply(perEm(metrics.ascent, metrics), size));
  const descent = rounded(multiply(perEm(metrics.descent, metrics), size));
  return add(floor(divide(subtract(subtract(lineHeight, ascent), descent), exact(2))), ascent);
};

/** How far text that starts on a baseline line must move down so that its first baseline is on one; 0 if it is. */
export const baselineShift = (text: TextSize, metrics: FontMetrics, step: Exact): Exact => {
  const rest = modulo(firstBaseline(text, metrics), step);
  return isZero(rest) ? zero : subtract(step, rest);
};

/**
 * Height of t lines trimmed to cap height and alphabetic baseline (CSS `text-box: trim-both cap alphabetic`):
 * (t − 1)·L + cap·s. Source: CSS Inline Layout Module Level 3, text-box-edge.
 */
export const trimmedHeight = ({ size, lineHeight }: TextSize, metrics: FontMetrics, lines: number): Exact =>
  add(multiply(exact(lines - 1), lineHeight), multiply(perEm(metrics.capHeight, metrics), size));
