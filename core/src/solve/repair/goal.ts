import { rules } from "../../check/registry";
import type { Finding } from "../../check/types";

/**
 * Whether a repair is to leave a finding behind no longer: the problems and the cautions of rules that say what mends
 * them. A caution that was accepted has its reason and stays as it is.
 */
export const isToMend = ({ rule, level, accepted }: Finding): boolean =>
  rules[rule].mends !== null && (level === "problem" || (level === "caution" && accepted === null));
