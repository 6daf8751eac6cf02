import { type Exact, parseDecimal, add, exact, shownNumber, toDecimal, type ShownNumber } from "@ypsiline/core";
import type { ReactNode } from "react";

const Fraction = ({ shown }: { readonly shown: ShownNumber }) =>
  shown.numerator === 0 ? null : (
    <span className={shown.whole === "0" ? "frac frac-alone" : "frac"}>
      <span>{shown.numerator}</span>/<span>{shown.denominator}</span>
    </span>
  );

const Set = ({ shown }: { readonly shown: ShownNumber }) => (
  <>
    {shown.minus ? "\u2212" : ""}
    {shown.whole === "0" && shown.numerator !== 0 ? "" : shown.whole}
    <Fraction shown={shown} />
  </>
);

const decimal = (value: Exact, places: number): string => toDecimal(value, places).replace("-", "\u2212");

/**
 * An exact number as a whole and a small fraction, or, where the reader's account says so, as a decimal of two or three
 * places: all three stand there, and the page shows one (theme.scss, data-numbers). Read aloud as a decimal.
 */
export const Num = ({ value, className = "" }: { readonly value: Exact; readonly className?: string }) => {
  const shown = shownNumber(value);
  const [two, three] = [decimal(value, 2), decimal(value, 3)];
  if (shown.numerator === 0 && two === three)
    return (
      <span className={`num ${className}`}>
        <Set shown={shown} />
      </span>
    );
  return (
    <span className={`num ${className}`}>
      <span aria-hidden="true">
        <span className="as-fraction">
          <Set shown={shown} />
        </span>
        <span className="as-two">{two}</span>
        <span className="as-three">{three}</span>
      </span>
      <span className="visually-hidden">{toDecimal(value)}</span>
    </span>
  );
};

const glyphs: Readonly<Record<string, readonly [number, number]>> = {
  "½": [1, 2],
  "⅓": [1, 3],
  "⅔": [2, 3],
  "¼": [1, 4],
  "¾": [3, 4],
  "⅙": [1, 6],
  "⅚": [5, 6],
  "⅛": [1, 8],
  "⅜": [3, 8],
  "⅝": [5, 8],
  "⅞": [7, 8],
};

const numberInWords = /(-?)(\d*)([½⅓⅔¼¾⅙⅚⅛⅜⅝⅞])|(-?)(\d+ )?(\d+)\/(\d+)/g;

/** Running text of core (a sum, a sentence) with its fractions set small: "(1152 − 11 × 20) ÷ 12 = 77⅔". */
export const NumText = ({ text, className = "" }: { readonly text: string; readonly className?: string }) => {
  const parts: ReactNode[] = [];
  let last = 0;
  for (const match of text.matchAll(numberInWords)) {
    const [numerator, denominator] = match[3] ? (glyphs[match[3]] ?? [0, 1]) : [Number(match[6]), Number(match[7])];
    const whole = parseDecimal((match[2] ?? match[5] ?? "").trim() || "0") ?? exact(0);
    const minus = (match[1] ?? match[4]) === "-";
    const value = add(whole, exact(numerator, denominator));
    parts.push(text.slice(last, match.index), minus ? "\u2212" : "", <Num key={match.index} value={value} />);
    last = match.index + match[0].length;
  }
  parts.push(text.slice(last));
  return <span className={className}>{parts}</span>;
};
