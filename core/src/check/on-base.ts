import { divide, exact, type Exact, isWhole, multiply } from "../exact/exact";

/** How a length stands to the base unit u: on it (length/u whole), on the half step (length/(u/2) whole), or off both. */
export type BaseStanding = "on" | "half" | "off";

export const onBase = (length: Exact, base: Exact): BaseStanding => {
  const units = divide(length, base);
  if (isWhole(units)) return "on";
  return isWhole(multiply(units, exact(2))) ? "half" : "off";
};
