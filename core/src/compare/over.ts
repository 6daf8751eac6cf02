import { isMembers } from "../layout/member";
import { isOptionalPart } from "../layout/schema-places";
import type { Layout } from "../layout/schema";
import { withoutDangling } from "../layout/dangling";
import { type Applied, applyChanges, type Change, sameKindAt, valueAt } from "./changes";

/** The part around a change that is missing in this layout, or of another kind; null if the change has its place. */
const partGone = ({ path }: Change, there: Layout, here: Layout): readonly string[] | null => {
  for (let length = 2; length < path.length; length += 1) {
    const part = path.slice(0, length);
    const [made, now] = [valueAt(there, part), valueAt(here, part)];
    // A part that may be left out with all its members is made by the first of them that is set.
    if (now === undefined && isOptionalPart(part)) continue;
    if (isMembers(made) && (!isMembers(now) || !sameKindAt(part, now, made))) return part;
  }
  return null;
};

/**
 * Merges changes inside a part that is missing, or of another kind, in `here` into one change of the whole part as it
 * is in `there`, where they were made. Then either side can be chosen.
 */
export const ofWholeParts = (
  changes: readonly Change[],
  there: Layout,
  here: Layout,
): { readonly whole: readonly Change[]; readonly changes: readonly Change[] } => {
  const parts = new Map<string, Change>();
  const all = changes.flatMap((change): readonly Change[] => {
    const part = partGone(change, there, here);
    if (!part) return [change];
    const key = part.join("/");
    if (parts.has(key)) return [];
    const made: Change = { path: part, to: valueAt(there, part) };
    parts.set(key, made);
    return [made];
  });
  return { whole: [...parts.values()], changes: all };
};

/** The breakpoint that a change takes away or puts there, whole; null for any other change. */
export const wholeBreakpoint = ({ path }: Change): string | null =>
  path[0] === "breakpoints" && path.length === 2 ? (path[1] ?? null) : null;

/** The breakpoints that changes remove. */
const goingOf = (changes: readonly Change[]): ReadonlySet<string> =>
  new Set(changes.flatMap((change) => ("to" in change ? [] : (wholeBreakpoint(change) ?? []))));

/**
 * Applies changes over whatever is at their paths, all together, without checking what they were made on. With a
 * removed breakpoint, everything about it is removed. @returns issues if the result is not a layout.
 */
export const putOver = (layout: Layout, changes: readonly Change[]): Applied => {
  const going = goingOf(changes);
  const left =
    going.size === 0 ? layout : withoutDangling({ ...layout, breakpoints: layout.breakpoints.filter(({ id }) => !going.has(id)) }, layout);
  const over = changes
    .filter((change) => !going.has(wholeBreakpoint(change) ?? ""))
    .map(({ path, ...values }): Change => {
      const now = valueAt(left, path);
      return { path, ...(now === undefined ? {} : { from: now }), ...("to" in values ? { to: values.to } : {}) };
    });
  return applyChanges(left, over);
};

/** Changes that are applied together or not at all: of one entry, or of one member. */
const together = (changes: readonly Change[]): readonly (readonly Change[])[] => {
  const groups = new Map<string, Change[]>();
  for (const change of changes) {
    const key = change.path.slice(0, 2).join("/");
    const group = groups.get(key);
    if (group) group.push(change);
    else groups.set(key, [change]);
  }
  return [...groups.values()];
};

/** How changes are applied to a layout: only if they still apply, or over any present value. */
type Put = (layout: Layout, changes: readonly Change[]) => Applied;

/** Applies as many changes as keep the layout valid, entry by entry; `left` are the others. */
export const asManyAsHold = (
  onto: Layout,
  changes: readonly Change[],
  put: Put = applyChanges,
): { readonly layout: Layout; readonly taken: readonly Change[]; readonly left: readonly Change[] } => {
  const all = put(onto, changes);
  if (all.ok) return { layout: all.layout, taken: changes, left: [] };
  const taken: Change[] = [];
  let layout = onto;
  let open = together(changes);
  for (let before = -1; before !== open.length;) {
    before = open.length;
    open = open.filter((group) => {
      const applied = put(layout, group);
      if (!applied.ok) return true;
      ({ layout } = applied);
      taken.push(...group);
      return false;
    });
  }
  return { layout, taken, left: open.flat() };
};
