import { add, divide, exact, type Exact, floor, isWhole, multiply, subtract } from "../exact/exact";

/**
 * How a length compares with the base unit u: on it (length/u is whole), on half a unit (length/(u/2) is whole), or
 * off.
 */
export type BaseStanding = "on" | "half" | "off";

export const onBase = (length: Exact, base: Exact): BaseStanding => {
  const units = divide(length, base);
  if (isWhole(units)) return "on";
  return isWhole(multiply(units, exact(2))) ? "half" : "off";
};

/** A length in base units: `units` includes halves, and `over` is the rest in px (0 on a whole or half unit). */
export type BaseUnits = { readonly standing: BaseStanding; readonly units: Exact; readonly over: Exact };

/**
 * How many base units a length has: exact on whole and half units, else the nearest whole number (the larger if two are
 * equally near) and the rest, which is negative if the length is shorter.
 */
export const baseUnits = (length: Exact, base: Exact): BaseUnits => {
  const standing = onBase(length, base);
  const units = divide(length, base);
  if (standing !== "off") return { standing, units, over: subtract(length, length) };
  const near = floor(add(units, exact(1, 2)));
  return { standing, units: near, over: subtract(length, multiply(near, base)) };
};
