import { breakpointsOrdered } from "./rules/breakpoints-ordered";
import { columnPositive } from "./rules/column-positive";
import { containerFits } from "./rules/container-fits";
import { gutterBelowColumn } from "./rules/gutter-below-column";
import { gutterOnBase } from "./rules/gutter-on-base";
import { marginLeast } from "./rules/margin-least";
import { marginOnBase } from "./rules/margin-on-base";
import { reflow320 } from "./rules/reflow-320";
import { sumCloses } from "./rules/sum-closes";
import { wholeColumns } from "./rules/whole-columns";
import { wholeSpans } from "./rules/whole-spans";
import type { Rule, RuleId } from "./types";

/** Every rule, in the order findings of one level are listed. */
export const rules: { readonly [R in RuleId]: Rule<R> } = {
  "sum-closes": sumCloses,
  "column-positive": columnPositive,
  "container-fits": containerFits,
  "breakpoints-ordered": breakpointsOrdered,
  "reflow-320": reflow320,
  "whole-columns": wholeColumns,
  "whole-spans": wholeSpans,
  "gutter-on-base": gutterOnBase,
  "margin-on-base": marginOnBase,
  "gutter-below-column": gutterBelowColumn,
  "margin-least": marginLeast,
};

export const ruleIds = Object.keys(rules) as readonly RuleId[];
