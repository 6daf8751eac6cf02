import { px } from "../exact/length";
import { type Exact, fromJsonNumber } from "../exact/exact";
import { type AreaGeometry, resolveAreas } from "../grid/areas";
import { breakpointRanges } from "../grid/breakpoint-at";
import { columnTerms } from "../grid/columns";
import { rootFontSize as rootFontSizeOf } from "../grid/resolve";
import type { Layout } from "../layout/schema";
import { ruleIds, rules } from "./registry";
import { wholeColumnFixes } from "./fixes";
import { type CheckMemory, checkMemory } from "./memory";
import { applyPatch } from "./patch";
import type { Checked, CheckedBreakpoint, Finding, FindingOf, Fix, Level, RuleId } from "./types";

export type CheckResult = {
  /** Gravest first; within a level by breakpoint, then in the registry's order. */
  readonly findings: readonly Finding[];
  /** Rules without a finding at any breakpoint. */
  readonly held: readonly RuleId[];
};

const gravity: Readonly<Record<Level, number>> = { problem: 0, caution: 1, note: 2 };

/** The layout as rules look at it: everything they share is computed once here. */
export const checkedOf = (layout: Layout, memory: CheckMemory): Checked => {
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
      const remember = memory.of(layout, range.breakpoint);
      const checked: CheckedBreakpoint = {
        ...range,
        index: layout.breakpoints.indexOf(range.breakpoint),
        terms: at(fromJsonNumber(range.breakpoint.drawnAt.width)),
        at,
        wholeColumnFixes: () => (fixes ??= wholeColumnFixes(checked, base)),
        remember,
        areas: (): readonly AreaGeometry[] =>
          remember("areas", () =>
            resolveAreas(layout, range.breakpoint, {
              terms: checked.terms,
              sheet: fromJsonNumber(range.breakpoint.drawnAt.height),
              rootFontSize,
            }),
          ),
      };
      return checked;
    }),
  };
};

/** What tells a finding from others of a layout. */
const nameOf = ({ rule, breakpoint, path }: Pick<Finding, "rule" | "breakpoint" | "path">): string => `${rule} ${breakpoint} ${path}`;

/** What a rule says, before its fixes were tried. */
type Proposed = { readonly [R in RuleId]: Omit<FindingOf<R>, "fixes"> & { readonly proposed: readonly Fix[] } }[RuleId];

const proposedOf = <R extends RuleId>(id: R, checked: Checked): readonly Proposed[] => {
  const rule = rules[id];
  return rule.find(checked).map(({ level, fixes, ...found }) => {
    const accepted = checked.layout.accepted.find((entry) => entry.rule === id && entry.breakpoint === found.breakpoint);
    return { rule: id, ...found, level: level ?? rule.level, accepted: accepted?.reason ?? null, proposed: fixes } as unknown as Proposed;
  });
};

const proposed = (checked: Checked): readonly Proposed[] => ruleIds.flatMap((id) => proposedOf(id, checked));

/** Whether a proposed fix works: the result is a valid layout, the finding is gone, and there is no new problem. */
const mending =
  (layout: Layout, finding: Proposed, all: readonly Proposed[], memory: CheckMemory) =>
  ({ patch }: Fix): boolean => {
    const patched = applyPatch(layout, patch);
    if (!patched.ok) return false;
    const problems = new Set(all.filter(({ level }) => level === "problem").map(nameOf));
    return proposed(checkedOf(patched.value, memory)).every(
      (one) => nameOf(one) !== nameOf(finding) && (one.level !== "problem" || problems.has(nameOf(one))),
    );
  };

/** Functions that try the next proposed fix of a finding. They return false when none is left. */
const trials = new WeakMap<Finding, () => boolean>();

/**
 * Tries one more of the fixes proposed for a finding, which takes as long as a check. Returns false when all were
 * tried; then the finding's `fixes` are known. For pages that must not freeze meanwhile.
 */
export const tryNextFix = (finding: Finding): boolean => trials.get(finding)?.() ?? false;

/** A finding whose fixes are tried when they are first read; most never are. */
const finding = (layout: Layout, from: Proposed, all: readonly Proposed[], memory: CheckMemory): Finding => {
  const { proposed: untried, ...found } = from;
  const mends = mending(layout, from, all, memory);
  const fixes: Fix[] = [];
  let next = 0;
  const tryNext = (): boolean => {
    const fix = untried[next];
    next += 1;
    if (fix && mends(fix)) fixes.push(fix);
    return next < untried.length;
  };
  const made = {
    ...found,
    get fixes(): readonly Fix[] {
      while (next < untried.length) tryNext();
      return fixes;
    },
  } as Finding;
  trials.set(made, tryNext);
  return made;
};

/** Runs every rule on a layout. With a memory, what has not changed since an earlier layout is not calculated again. */
export const check = (layout: Layout, memory: CheckMemory = checkMemory()): CheckResult => {
  const checked = checkedOf(layout, memory);
  const place = new Map(checked.breakpoints.map(({ breakpoint }, index) => [breakpoint.id, index]));
  const order = (id: string): number => place.get(id) ?? place.size;
  const all = proposed(checked);
  const broken = new Set(all.map(({ rule }) => rule));
  return {
    findings: [...all]
      .sort((a, b) => gravity[a.level] - gravity[b.level] || order(a.breakpoint) - order(b.breakpoint))
      .map((one) => finding(layout, one, all, memory)),
    held: ruleIds.filter((id) => !broken.has(id)),
  };
};
