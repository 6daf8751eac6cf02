import { type Exact, exact, multiply, divide, parseDecimal, sign } from "./exact";
import { toDecimal, toExactDecimal } from "./show";

export const lengthUnits = ["px", "rem", "%", "fr"] as const;
export type LengthUnit = (typeof lengthUnits)[number];

/** A length as declared: 16px, 1.5rem, 12.5% (of the viewport width), 0.25fr (of one column). */
export type Length = { readonly value: Exact; readonly unit: LengthUnit };

const pattern = /^(-?)(\d{1,12}(?:\.\d{1,6})?)(px|rem|%|fr)$/;

/**
 * Reads a length as the layout format writes it: lower case, no spaces, no exponent, at most six decimals, a unit; a
 * bare 0 is 0px. Null if the text is not a length.
 */
export const parseLength = (text: string): Length | null => {
  if (text === "0") return { value: exact(0), unit: "px" };
  const found = pattern.exec(text);
  if (!found) return null;
  const value = parseDecimal((found[1] ?? "") + (found[2] ?? ""));
  return value && { value, unit: found[3] as LengthUnit };
};

/** Writes a length as the layout format does; null if it needs more than six decimals. */
export const lengthText = (length: Length): string | null => {
  const decimal = toExactDecimal(length.value, 6);
  return decimal === null ? null : `${decimal}${length.unit}`;
};

/** An exact value as px text, rounded to six decimals if it has more. */
export const pxText = (value: Exact): string | null => lengthText({ value, unit: "px" });

/** What relative units refer to. */
export type LengthContext = { readonly width: Exact; readonly rootFontSize: Exact };

/**
 * A length in px: rem × root font size, % of the viewport width.
 * fr is a share of a column and is resolved with the columns, not here.
 * @throws RangeError for fr.
 */
export const toPx = (length: Length, context: LengthContext): Exact => {
  switch (length.unit) {
    case "px":
      return length.value;
    case "rem":
      return multiply(length.value, context.rootFontSize);
    case "%":
      return divide(multiply(length.value, context.width), exact(100));
    case "fr":
      throw new RangeError("fr is resolved with the columns");
    default:
      return length.unit satisfies never;
  }
};

/**
 * A declared length in px.
 * @throws RangeError for text that is no length, and for fr.
 */
export const px = (text: string, context: LengthContext): Exact => {
  const length = parseLength(text);
  if (!length) throw new RangeError(`not a length: ${text}`);
  return toPx(length, context);
};

/** A declared length as people read and type it: 24 for 24px, other units written out. */
export const declaredText = (text: string): string => {
  const length = parseLength(text);
  return length?.unit === "px" ? toDecimal(length.value, 6) : text;
};

/** A typed gutter as the layout declares it: people type a share of a column in %, the layout has fr. 25% is 0.25fr. */
export const gutterLength = (typed: Length): Length =>
  typed.unit === "%" ? { value: divide(typed.value, exact(100)), unit: "fr" } : typed;

/** A declared gutter as people read it: "24", "1.5rem", "25%" of a column. */
export const gutterText = (text: string): string => {
  const length = parseLength(text);
  return length?.unit === "fr" ? `${toDecimal(multiply(length.value, exact(100)), 6)}%` : declaredText(text);
};

export const isNegative = (length: Length): boolean => sign(length.value) < 0;
