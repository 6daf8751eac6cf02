import { areasApart } from "./rules/areas-apart";
import { areasInside } from "./rules/areas-inside";
import { areasOrder } from "./rules/areas-order";
import { areasShown } from "./rules/areas-shown";
import { baselineOnBase } from "./rules/baseline-on-base";
import { breakpointsOrdered } from "./rules/breakpoints-ordered";
import { columnPositive } from "./rules/column-positive";
import { containerFits } from "./rules/container-fits";
import { dividesWell } from "./rules/divides-well";
import { equalGaps } from "./rules/equal-gaps";
import { gutterBelowColumn } from "./rules/gutter-below-column";
import { gutterOnBase } from "./rules/gutter-on-base";
import { heightRemainder } from "./rules/height-remainder";
import { insideColumns } from "./rules/inside-columns";
import { leavesReason } from "./rules/leaves-reason";
import { lineHeightOnBaseline } from "./rules/line-height-on-baseline";
import { marginLeast } from "./rules/margin-least";
import { marginOnBase } from "./rules/margin-on-base";
import { marginsNotBelowGutter } from "./rules/margins-not-below-gutter";
import { reflow320 } from "./rules/reflow-320";
import { rowOnBase } from "./rules/row-on-base";
import { rowsOnBaseline } from "./rules/rows-on-baseline";
import { statedTotal } from "./rules/stated-total";
import { stepsRise } from "./rules/steps-rise";
import { sumCloses } from "./rules/sum-closes";
import { wholeColumns } from "./rules/whole-columns";
import { wholeSpans } from "./rules/whole-spans";
import type { Level, Rule, RuleId } from "./types";

/** Every rule, in the order findings of one level are listed. */
export const rules: { readonly [R in RuleId]: Rule<R> } = {
  "sum-closes": sumCloses,
  "column-positive": columnPositive,
  "container-fits": containerFits,
  "breakpoints-ordered": breakpointsOrdered,
  "reflow-320": reflow320,
  "areas-inside": areasInside,
  "areas-apart": areasApart,
  "leaves-reason": leavesReason,
  "whole-columns": wholeColumns,
  "whole-spans": wholeSpans,
  "stated-total": statedTotal,
  "gutter-on-base": gutterOnBase,
  "margin-on-base": marginOnBase,
  "row-on-base": rowOnBase,
  "gutter-below-column": gutterBelowColumn,
  "margin-least": marginLeast,
  "steps-rise": stepsRise,
  "rows-on-baseline": rowsOnBaseline,
  "line-height-on-baseline": lineHeightOnBaseline,
  "baseline-on-base": baselineOnBase,
  "inside-columns": insideColumns,
  "areas-order": areasOrder,
  "margins-not-below-gutter": marginsNotBelowGutter,
  "divides-well": dividesWell,
  "height-remainder": heightRemainder,
  "equal-gaps": equalGaps,
  "areas-shown": areasShown,
};

/** Whether a name is a rule's. A document may accept findings of rules that only a later release has. */
export const isRuleId = (text: string): text is RuleId => Object.hasOwn(rules, text);

export const ruleIds = Object.keys(rules) as readonly RuleId[];

/** What a check examines, and when accepting its finding is right. For the guide; the rest is in the finding. */
type Explained = { readonly checks: string; readonly accept: string };

/** A check explained, for people who have never seen it. */
export const explained = (id: RuleId): Explained => {
  const { checks, accept } = rules[id];
  return { checks, accept: accept ?? "Never as it is: a problem stops a version from being published." };
};

/** A rule's level and its source: a publication, or "common practice". */
export const ruleOf = (id: RuleId): { readonly level: Level; readonly source: string } => {
  const { level, source } = rules[id];
  return { level, source };
};
