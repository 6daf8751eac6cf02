import { type Exact, isName, shownNumber, type ShownNumber, toDecimal, type Words } from "@ypsiline/core";

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
 * An exact number as a whole and a small fraction or, by the reader's setting, as a decimal with two or three places.
 * All three are in the page, which shows one (theme.scss, data-numbers). It is read aloud as a decimal.
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

/** A sentence or a sum of core's, each number set as numbers are: "(1152 − 11 × 20) ÷ 12 = 77⅔". */
export const Said = ({ of, className = "" }: { readonly of: Words; readonly className?: string }) => (
  <span className={className}>
    {of.map((part, index) =>
      typeof part === "string" ? part : isName(part) ? part.name : <Num key={index} value={part} className="in-words" />,
    )}
  </span>
);
