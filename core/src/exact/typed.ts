import type { Length, LengthUnit } from "./length";
import { type SumFault, workOutSum } from "./sum";

const faultWords: Readonly<Record<SumFault, string>> = {
  empty: "Type a number",
  "too-long": "Too long: type at most 200 characters",
  unexpected: "Not a number or sum: type one like 24, 1.5rem or 1440-2*144",
  unfinished: "The sum is not finished",
  "division-by-zero": "The sum divides by 0",
  "mixed-units": "Use one unit in a sum",
};

/**
 * Reads typed text as a length in one of the given units; a bare number has the first. Otherwise returns what is wrong.
 */
export const readTyped = (text: string, units: readonly LengthUnit[]): { ok: true; value: Length } | { ok: false; message: string } => {
  const sum = workOutSum(text);
  if (!sum.ok) return { ok: false, message: faultWords[sum.code] };
  const unit = sum.unit ?? units[0] ?? "px";
  if (!units.includes(unit)) return { ok: false, message: `Use ${units.join(" or ")} here, not ${unit}` };
  return { ok: true, value: { value: sum.value, unit } };
};
