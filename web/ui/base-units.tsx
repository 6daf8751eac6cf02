import { absolute, baseUnits, type Exact, isZero, show, sign } from "@ypsiline/core";
import { NumText } from "./num";

/** A length in base units: "3 u" on the base, "2½ u" on the half step, "3 u − 2" where it is off by that much. */
export const BaseUnits = ({
  value,
  base,
  className = "",
}: {
  readonly value: Exact;
  readonly base: Exact;
  readonly className?: string;
}) => {
  const { units, over, standing } = baseUnits(value, base);
  const off = isZero(over) ? "" : ` ${sign(over) < 0 ? "\u2212" : "+"} ${show(absolute(over))}`;
  const words = `${show(units)} base units${isZero(over) ? "" : `, ${show(absolute(over))} ${sign(over) < 0 ? "short of it" : "over"}`}`;
  return (
    <span className={`base-units num ${standing} ${className}`} title={words}>
      <NumText text={`${show(units)} u${off}`} />
    </span>
  );
};
