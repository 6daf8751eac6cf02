import type { Finding, RuleId } from "../../check/types";

/** Cautions that a repair leaves none of, beside every problem. */
const mended: ReadonlySet<RuleId> = new Set<RuleId>([
  "whole-columns",
  "whole-spans",
  "gutter-on-base",
  "margin-on-base",
  "row-on-base",
  "baseline-on-base",
]);

/**
 * Whether a repair is to leave a finding behind no longer: every problem, and the whole-column, whole-span and
 * on-base cautions. A caution that was accepted has its reason and stays as it is.
 */
export const isToMend = ({ rule, level, accepted }: Finding): boolean =>
  level === "problem" || (level === "caution" && accepted === null && mended.has(rule));
