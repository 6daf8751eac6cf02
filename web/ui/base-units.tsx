import { absolute, baseUnits, type Exact, isZero, show, sign, words } from "@ypsiline/core";
import { Said } from "./num";

/** A length in base units: "3 u", "2½ u" on half a unit, "3 u − 2" if it is off by 2. */
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
  const spoken = `${show(units)} base units${isZero(over) ? "" : `, ${show(absolute(over))} ${sign(over) < 0 ? "short of it" : "over"}`}`;
  return (
    <span className={`base-units num ${standing} ${className}`} title={spoken}>
      <Said of={isZero(over) ? words`${units} u` : words`${units} u ${sign(over) < 0 ? "\u2212" : "+"} ${absolute(over)}`} />
    </span>
  );
};
