import type { Issue } from "../layout/parse";
import { isMembers } from "../layout/member";
import { isOptionalPart } from "../layout/unions";
import type { Layout } from "../layout/schema";
import { withoutStrays } from "../layout/strays";
import { applyChanges, type Change, compareLayouts, sameKindAt, valueAt } from "./changes";

/** What a layout follows: what the other spec is called, and which version of it was taken last. */
export type Follow = NonNullable<Layout["follows"]>;

/** Members that are a spec's own whatever it follows. */
const own: ReadonlySet<string> = new Set(["name", "follows"]);

/** A change of what is followed that meets a change of one's own: `ours` stands where it would go (undefined where that was taken away). */
export type Met = { readonly change: Change; readonly ours: unknown };

/** What a later version of what is followed would do. */
export type Following = {
  /** Changes that nothing of one's own meets, in the order in which they are made. */
  readonly taken: readonly Change[];
  /** Changes of what one changed oneself: which stands is asked. */
  readonly met: readonly Met[];
};

/** The part of a layout that a change is inside of and that is not there here, or of another kind; null where the change has its place. */
const partGone = ({ path }: Change, theirs: Layout, mine: Layout): readonly string[] | null => {
  for (let length = 2; length < path.length; length += 1) {
    const part = path.slice(0, length);
    const [there, here] = [valueAt(theirs, part), valueAt(mine, part)];
    // A part that may be left out with all its members is made by the first of them that is set.
    if (here === undefined && isOptionalPart(part)) continue;
    if (isMembers(there) && (!isMembers(here) || !sameKindAt(part, here, there))) return part;
  }
  return null;
};

/**
 * Changes with those inside of parts that were taken away here, or made of another kind, told as one: the whole part as it
 * is there. Those are asked, whatever else fits; where both have come to the same nothing is left to do.
 */
const ofWholeParts = (
  changes: readonly Change[],
  theirs: Layout,
  mine: Layout,
): { readonly whole: readonly Change[]; readonly changes: readonly Change[] } => {
  const parts = new Map<string, Change>();
  const all = changes.flatMap((change): readonly Change[] => {
    const part = partGone(change, theirs, mine);
    if (!part) return [change];
    const key = part.join("/");
    if (parts.has(key)) return [];
    const made: Change = { path: part, to: valueAt(theirs, part) };
    parts.set(key, made);
    return [made];
  });
  return { whole: [...parts.values()], changes: all };
};

/**
 * Changes with parts that both made, each for itself, told by what differs in them: what stands in the other's alone is taken,
 * what both say otherwise is asked, what is one's own alone stays.
 */
const insidePartsOfBoth = (changes: readonly Change[], theirs: Layout, mine: Layout): readonly Change[] => {
  const ofBoth = ({ path, ...values }: Change): boolean => {
    const here = valueAt(mine, path);
    return !("from" in values) && isMembers(values.to) && isMembers(here) && sameKindAt(path, here, values.to);
  };
  if (!changes.some(ofBoth)) return changes;
  const differing = compareLayouts(mine, theirs).filter((change) => "to" in change);
  return changes.flatMap((change): readonly Change[] =>
    ofBoth(change)
      ? differing
          .filter(({ path }) => change.path.every((name, index) => path[index] === name))
          .map(({ path, to }): Change => ({ path, to }))
      : [change],
  );
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

/** As many of the changes as a layout holds together with what is its own, entry by entry; the others are those it does not. */
const asManyAsHold = (
  mine: Layout,
  changes: readonly Change[],
): { readonly taken: readonly Change[]; readonly left: readonly Change[] } => {
  const all = applyChanges(mine, changes);
  if (all.ok) return { taken: changes, left: [] };
  const taken: Change[] = [];
  let layout = mine;
  let open = together(changes);
  for (let before = -1; before !== open.length;) {
    before = open.length;
    open = open.filter((group) => {
      const applied = applyChanges(layout, group);
      if (!applied.ok) return true;
      ({ layout } = applied);
      taken.push(...group);
      return false;
    });
  }
  return { taken, left: open.flat() };
};

/**
 * What taking a later version of a followed spec comes to, three-way: `base` is the version taken last, `theirs` the later one,
 * `mine` the draft that follows. What only the other changed is taken; what both changed to different values, or what cannot
 * stand beside what was changed here, is asked. The name stays one's own.
 */
export const followOn = (base: Layout, theirs: Layout, mine: Layout): Following => {
  const there = compareLayouts(base, theirs).filter(({ path: [root = ""] }) => !own.has(root));
  const { whole, changes } = ofWholeParts(insidePartsOfBoth(there, theirs, mine), theirs, mine);
  const applied = applyChanges(mine, changes);
  const clashing = new Set([...whole, ...(applied.ok ? [] : applied.conflicts.map(({ change }) => change))]);
  const { taken, left } = asManyAsHold(
    mine,
    changes.filter((change) => !clashing.has(change)),
  );
  const asked = new Set([...clashing, ...left]);
  return {
    taken,
    met: changes.filter((change) => asked.has(change)).map((change) => ({ change, ours: valueAt(mine, change.path) })),
  };
};

/** Whether what was met is taken from the other or stays one's own, in the order of `met`. */
export type FollowChoice = "ours" | "theirs";

/**
 * The draft with a later version taken as chosen, following it from now on. A breakpoint that goes takes along what was said
 * of it. @returns issues where what was chosen cannot stand together.
 */
export const settleFollowing = (
  mine: Layout,
  { taken, met }: Following,
  choices: readonly FollowChoice[],
  follow: Follow,
): { readonly ok: true; readonly layout: Layout } | { readonly ok: false; readonly issues: readonly Issue[] } => {
  const chosen = met.filter((_, index) => choices[index] === "theirs");
  const goes = new Set(
    chosen.flatMap(({ change: { path, ...values } }) =>
      path[0] === "breakpoints" && path.length === 2 && !("to" in values) ? path[1] : [],
    ),
  );
  const left = goes.size === 0 ? mine : withoutStrays({ ...mine, breakpoints: mine.breakpoints.filter(({ id }) => !goes.has(id)) });
  const changes = [...taken, ...chosen.map(({ change }) => change)].map(({ path, ...values }): Change => {
    // What was chosen goes over whatever stands there.
    const now = valueAt(left, path);
    return { path, ...(now === undefined ? {} : { from: now }), ...("to" in values ? { to: values.to } : {}) };
  });
  const applied = applyChanges(
    left,
    changes.filter(({ path }) => !(path[0] === "breakpoints" && path.length === 2 && goes.has(path[1] ?? ""))),
  );
  if (applied.ok) return { ok: true, layout: { ...applied.layout, follows: follow } };
  return {
    ok: false,
    issues: applied.issues.length > 0 ? applied.issues : [{ path: "", message: "What was chosen cannot stand together." }],
  };
};
