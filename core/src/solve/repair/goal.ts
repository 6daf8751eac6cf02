import { rules } from "../../check/registry";
import type { Finding } from "../../check/types";

/**
 * Whether a repair is to leave a finding behind no longer: every problem, and the cautions of rules that say what mends
 * them. A caution that was accepted has its reason and stays as it is.
 */
export const isToMend = ({ rule, level, accepted }: Finding): boolean =>
  level === "problem" || (level === "caution" && accepted === null && rules[rule].mends !== null);
