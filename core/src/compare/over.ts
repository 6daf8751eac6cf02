import { isMembers } from "../layout/member";
import { isOptionalPart } from "../layout/schema-places";
import type { Layout } from "../layout/schema";
import { withoutDangling } from "../layout/dangling";
import { type Applied, applyChanges, type Change, sameKindAt, valueAt } from "./changes";

/** The part of a layout that a change is inside of and that is not there here, or of another kind; null where the change has its place. */
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
 * Changes with those inside of parts that are not `here`, or of another kind here, told as one: the whole part as it is `there`,
 * where they were made. Asked about like this, either side can stand.
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

/** The breakpoints that changes take away. */
const goingOf = (changes: readonly Change[]): ReadonlySet<string> =>
  new Set(changes.flatMap((change) => ("to" in change ? [] : (wholeBreakpoint(change) ?? []))));

/**
 * Changes put over whatever stands at their places, all together: what they were made on is not asked. A breakpoint that goes
 * takes along what was said of it. @returns issues where what comes out is no layout.
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

/** Changes that stand or fall together: of one entry, or of one member. */
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

/** How changes are put on a layout: where they fit, or over whatever stands. */
type Put = (layout: Layout, changes: readonly Change[]) => Applied;

/** As many of the changes as a layout holds together with what stands in it, entry by entry; `left` are those it does not hold. */
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
