import type { Layout } from "../layout/schema";
import { check } from "./check";
import { checkMemory } from "./memory";
import { applyPatch } from "./patch";
import type { Finding, Fix, Level } from "./types";

export type TakenFix = { readonly finding: Finding; readonly fix: Fix };

/** A layout after applying fixes, the fixes, and the findings that are left. */
export type AllTaken = { readonly layout: Layout; readonly taken: readonly TakenFix[]; readonly left: readonly Finding[] };

const nameOf = ({ rule, breakpoint, path }: Finding): string => `${rule} ${breakpoint} ${path}`;

const gravity: Readonly<Record<Level, number>> = { note: 0, caution: 1, problem: 2 };

/** Whether one path is inside the other. */
const touches = (a: string, b: string): boolean => a === b || a.startsWith(`${b}/`) || b.startsWith(`${a}/`);

/**
 * Applies every fix that does not contradict another. Findings are taken gravest first; each gets its first fix that
 * changes no number of an earlier fix, mends it, adds no problem or caution and makes no finding graver. A finding that
 * an earlier fix has mended needs none.
 */
export const takeAll = (layout: Layout, among: (finding: Finding) => boolean = () => true): AllTaken => {
  const memory = checkMemory();
  const open = (of: Layout): readonly Finding[] => check(of, memory).findings.filter(({ accepted }) => accepted === null);
  const taken: TakenFix[] = [];
  const changed: string[] = [];
  let now = layout;
  let findings = open(now);
  for (const wanted of findings.filter(among)) {
    const finding = findings.find((one) => nameOf(one) === nameOf(wanted));
    if (!finding) continue;
    const known = new Map(findings.map((one) => [nameOf(one), gravity[one.level]]));
    for (const fix of finding.fixes) {
      if (fix.patch.some(({ path }) => changed.some((other) => touches(path, other)))) continue;
      const patched = applyPatch(now, fix.patch);
      if (!patched.ok) continue;
      const after = open(patched.value);
      const worse = (one: Finding): boolean => gravity[one.level] > (known.get(nameOf(one)) ?? gravity.note);
      if (after.some((one) => nameOf(one) === nameOf(finding) || worse(one))) continue;
      changed.push(...fix.patch.map(({ path }) => path));
      taken.push({ finding, fix });
      now = patched.value;
      findings = after;
      break;
    }
  }
  return { layout: now, taken, left: findings.filter(among) };
};
