import { compare, exact, type Exact, one } from "../exact/exact";
import { lengthText } from "../exact/length";
import { toExactDecimal } from "../exact/show";
import { limits } from "../layout/limits";
import { type Words, words } from "../words/words";

/** Why a sum line cannot take what was typed. */
export type RefusalCode =
  /** The term does not take this value: wrong unit, sign or kind. */
  | "not-taken"
  /** What gives way would have to be below 0. */
  | "below-zero"
  /** What gives way would need a number that no decimal writes exactly. */
  | "no-decimal"
  /** Past a limit of the format. */
  | "past-limit"
  /** The other terms need more than there is. */
  | "no-room"
  /** There is no gap whose gutter could give way. */
  | "no-gap"
  /** A rest would be left that no term takes. */
  | "leaves-rest"
  /** A container or section has a fixed size that would have to change. */
  | "held"
  /** Another term would have to change too. */
  | "moves-another";

/** A sum that does not close: the reason, and the arithmetic in words. */
export type Refusal = { readonly ok: false; readonly code: RefusalCode; readonly said: Words };

export const refuse = (code: RefusalCode, said: Words): Refusal => ({ ok: false, code, said });

/** A length as it is declared, px; refused if no decimal of the format writes it. */
export const declaredPx = (value: Exact, what: string): { readonly ok: true; readonly text: string } | Refusal => {
  const text = lengthText({ value, unit: "px" });
  return text === null
    ? refuse("no-decimal", words`${what} would have to be ${value}, which no decimal says exactly; let another term give way`)
    : { ok: true, text };
};

/** Refuses a width or height outside the format: from 1 to 20,000 with at most 3 decimals. */
export const sizeFault = (size: Exact, what: "width" | "height"): Refusal | null => {
  if (compare(size, one) < 0 || compare(size, exact(limits.size)) > 0)
    return refuse("past-limit", words`the ${what} would be ${size}; it must be from 1 to ${limits.size.toLocaleString("en")}`);
  return toExactDecimal(size, limits.sizeDecimals) === null
    ? refuse("past-limit", words`the ${what} would be ${size}; it takes at most ${String(limits.sizeDecimals)} decimals`)
    : null;
};
