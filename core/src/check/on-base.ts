import { add, divide, exact, type Exact, floor, isWhole, multiply, subtract } from "../exact/exact";

/** How a length stands to the base unit u: on it (length/u whole), on the half step (length/(u/2) whole), or off both. */
export type BaseStanding = "on" | "half" | "off";

export const onBase = (length: Exact, base: Exact): BaseStanding => {
  const units = divide(length, base);
  if (isWhole(units)) return "on";
  return isWhole(multiply(units, exact(2))) ? "half" : "off";
};

/** A length in base units: `units` halves counted in, and how far it is from them, px (0 on the base and on the half step). */
export type BaseUnits = { readonly standing: BaseStanding; readonly units: Exact; readonly over: Exact };

/**
 * How many base units a length is: exactly where it stands on the base or the half step, else the nearest
 * whole number of them (the larger of two as near) and what it is over that, negative where it is short.
 */
export const baseUnits = (length: Exact, base: Exact): BaseUnits => {
  const standing = onBase(length, base);
  const units = divide(length, base);
  if (standing !== "off") return { standing, units, over: subtract(length, length) };
  const near = floor(add(units, exact(1, 2)));
  return { standing, units: near, over: subtract(length, multiply(near, base)) };
};
