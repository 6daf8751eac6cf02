import type { Layout } from "../layout/schema";
import { listed, name, type Words, words } from "../words/words";
import type { Change } from "./changes";
import { versionLevel } from "./version-level";

/** The group a change is counted in for the reason of a version's level; `at` is its breakpoint. */
type Reason = { readonly part: keyof typeof parts; readonly at: string | null };

/** How each kind of change is said: at the places it is at, or how many of them there are. */
const parts = {
  "breakpoint-gone": (count: number) => words`${count} ${count === 1 ? "breakpoint was" : "breakpoints were"} removed`,
  "area-gone": (count: number) => words`${count} ${count === 1 ? "area was" : "areas were"} removed`,
  "step-gone": (count: number) => words`${count} spacing ${count === 1 ? "step was" : "steps were"} removed`,
  "breakpoint-new": (count: number) => words`${count} ${count === 1 ? "breakpoint was" : "breakpoints were"} added`,
  "area-new": (count: number) => words`${count} ${count === 1 ? "area was" : "areas were"} added`,
  widths: (_: number, at: Words) => words`the from-width changes at ${at}`,
  columns: (_: number, at: Words) => words`columns change at ${at}`,
  rows: (_: number, at: Words) => words`rows change at ${at}`,
  baseline: (_: number, at: Words) => words`the baseline changes at ${at}`,
  mesh: (_: number, at: Words) => words`the mesh changes at ${at}`,
  areas: (_: number, at: Words) => words`areas change at ${at}`,
  text: () => words`text roles change`,
  spacing: () => words`spacing steps change`,
  stylesheet: () => words`names in stylesheets change`,
  spec: () => words`numbers of the whole spec change`,
  words: () => words`only names, notes, order or drawn-at sizes change`,
} as const satisfies Readonly<Record<string, (count: number, at: Words) => Words>>;

const reasonOf = ({ path, ...values }: Change, patch: boolean): Reason => {
  const [root = "", entry = null, member, at] = path;
  if (patch) return { part: "words", at: null };
  const gone = !("to" in values);
  if (path.length === 2 && root === "breakpoints") return { part: gone ? "breakpoint-gone" : "breakpoint-new", at: null };
  if (path.length === 2 && root === "areas") return { part: gone ? "area-gone" : "area-new", at: null };
  if (path.length === 2 && root === "spacing" && gone) return { part: "step-gone", at: null };
  if (root === "breakpoints") {
    const part = member === "from" ? "widths" : member === "rows" || member === "baseline" || member === "mesh" ? member : "columns";
    return { part, at: entry };
  }
  if (root === "stylesheet") return { part: "stylesheet", at: null };
  if (root === "areas") return { part: "areas", at: at ?? null };
  return { part: root === "text" || root === "fonts" ? "text" : root === "spacing" ? "spacing" : "spec", at: null };
};

/** Why the changes between two layouts ask for the level they do: "columns change at Desk and areas change at Phone and Desk". */
export const versionReason = (before: Layout, after: Layout): Words => {
  const { level, because } = versionLevel(before, after);
  if (because.length === 0) return words`nothing changes`;
  const reasons = because.map((change) => reasonOf(change, level === "patch"));
  const found = (Object.keys(parts) as (keyof typeof parts)[]).flatMap((part): readonly Words[] => {
    const all = reasons.filter((reason) => reason.part === part);
    if (all.length === 0) return [];
    const at = [...after.breakpoints, ...before.breakpoints.filter(({ id }) => !after.breakpoints.some((one) => one.id === id))]
      .filter(({ id }) => all.some((reason) => reason.at === id))
      .map((one): Words => [name(one.name)]);
    const where = at.length === 0 ? words`every breakpoint` : listed(at);
    return [parts[part](all.length, where)];
  });
  return listed(found);
};
