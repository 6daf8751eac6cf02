import { rules } from "../../check/registry";
import type { Finding } from "../../check/types";

/**
 * Whether a repair must remove a finding: problems and cautions of rules that a repair mends, but not accepted
 * cautions.
 */
export const isToMend = ({ rule, level, accepted }: Finding): boolean =>
  rules[rule].mends !== null && (level === "problem" || (level === "caution" && accepted === null));
