import { type Exact, fromJsonNumber } from "../exact/exact";
import { breakpointRanges } from "../grid/breakpoint-at";
import { columnTerms, px } from "../grid/columns";
import { rootFontSize as rootFontSizeOf } from "../grid/resolve";
import type { Layout } from "../layout/schema";
import { ruleIds, rules } from "./registry";
import { wholeColumnFixes } from "./fixes";
import type { Checked, CheckedBreakpoint, Finding, FindingOf, Fix, Level, RuleId } from "./types";

export type CheckResult = {
  /** Gravest first; within a level by breakpoint, then in the registry's order. */
  readonly findings: readonly Finding[];
  /** Rules without a finding at any breakpoint. */
  readonly held: readonly RuleId[];
};

const gravity: Readonly<Record<Level, number>> = { problem: 0, caution: 1, note: 2 };

/** The layout as rules look at it: everything they share is computed once here. */
const prepare = (layout: Layout): Checked => {
  const rootFontSize = rootFontSizeOf(layout);
  const context = { width: fromJsonNumber(1), rootFontSize };
  const base = px(layout.base, context);
  return {
    layout,
    rootFontSize,
    base,
    leastColumn: px(layout.leastColumn, context),
    breakpoints: breakpointRanges(layout).map((range) => {
      const at = (width: Exact) => columnTerms(range.breakpoint.columns, { width, rootFontSize });
      let fixes: readonly Fix[] | null = null;
      const checked: CheckedBreakpoint = {
        ...range,
        index: layout.breakpoints.indexOf(range.breakpoint),
        terms: at(fromJsonNumber(range.breakpoint.drawnAt.width)),
        at,
        wholeColumnFixes: () => (fixes ??= wholeColumnFixes(checked, base)),
      };
      return checked;
    }),
  };
};

const findingsOf = <R extends RuleId>(id: R, checked: Checked): readonly FindingOf<R>[] => {
  const rule = rules[id];
  return rule.find(checked).map(({ level, ...found }) => {
    const accepted = checked.layout.accepted.find((entry) => entry.rule === id && entry.breakpoint === found.breakpoint);
    return { rule: id, ...found, level: level ?? rule.level, accepted: accepted?.reason ?? null };
  });
};

/** Runs every rule over a layout. */
export const check = (layout: Layout): CheckResult => {
  const checked = prepare(layout);
  const place = new Map(checked.breakpoints.map(({ breakpoint }, index) => [breakpoint.id, index]));
  const order = (id: string): number => place.get(id) ?? place.size;
  const all = ruleIds.flatMap((id): readonly Finding[] => findingsOf(id, checked) as readonly Finding[]);
  const broken = new Set(all.map(({ rule }) => rule));
  return {
    findings: [...all].sort((a, b) => gravity[a.level] - gravity[b.level] || order(a.breakpoint) - order(b.breakpoint)),
    held: ruleIds.filter((id) => !broken.has(id)),
  };
};
