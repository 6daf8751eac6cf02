import type { Issue } from "../layout/parse";
import { isMembers } from "../layout/member";
import type { Layout } from "../layout/schema";
import { applyChanges, type Change, compareLayouts, sameKindAt, valueAt } from "./changes";
import { asManyAsHold, ofWholeParts, putOver, wholeBreakpoint } from "./over";

/** What a layout follows: what the other spec is called, and which version of it was taken last. */
export type Follow = NonNullable<Layout["follows"]>;

/** Members that are a spec's own whatever it follows. */
const own: ReadonlySet<string> = new Set(["name", "follows", "stylesheet"]);

/**
 * A change of the followed spec that conflicts with an own change: `ours` is the own value (undefined if it was
 * removed).
 */
export type Met = { readonly change: Change; readonly ours: unknown };

/** What a later version of the followed spec would do. */
export type Following = {
  /** Changes that nothing of one's own meets, in the order in which they are made. */
  readonly taken: readonly Change[];
  /** Changes of numbers that were also changed here: the person chooses. */
  readonly met: readonly Met[];
  /**
   * Placements of areas and sizes of text roles at breakpoints that were removed here. They are taken if their
   * breakpoint is.
   */
  readonly leftOut: readonly Change[];
};

/** The breakpoint at which a change puts an area, or sizes a text role; null for any other change. */
const breakpointOf = ({ path: [root, , member, id] }: Change): string | null =>
  id !== undefined && ((root === "areas" && member === "placements") || (root === "text" && member === "at")) ? id : null;

/** What an area or a text role says of each breakpoint. */
const byBreakpoint: Readonly<Record<string, string>> = { areas: "placements", text: "at" };

/**
 * Changes with what they say of breakpoints that are not here taken out: of an area or text role that is new, the places or
 * sizes at them; changes inside of those wholly.
 */
const withoutAbsent = (
  changes: readonly Change[],
  isAbsent: (breakpoint: string) => boolean,
): { readonly changes: readonly Change[]; readonly leftOut: readonly Change[] } => {
  const leftOut: Change[] = [];
  const kept = changes.flatMap((change): readonly Change[] => {
    const at = breakpointOf(change);
    if (at !== null && isAbsent(at)) {
      leftOut.push(change);
      return [];
    }
    const { path, to } = change;
    const member = byBreakpoint[path[0] ?? ""];
    const said = path.length === 2 && member !== undefined && isMembers(to) ? to[member] : undefined;
    if (member === undefined || !isMembers(to) || !isMembers(said)) return [change];
    const absent = Object.entries(said).filter(([id]) => isAbsent(id));
    if (absent.length === 0) return [change];
    leftOut.push(...absent.map(([id, value]): Change => ({ path: [...path, member, id], to: value })));
    const left = Object.entries(said).filter(([id]) => !isAbsent(id));
    const { [member]: _said, ...others } = to;
    // An area always has placements; a text role has sizes at breakpoints only if there are any.
    const here = left.length > 0 || member === "placements" ? { [member]: Object.fromEntries(left) } : {};
    return [{ ...change, to: { ...others, ...here } }];
  });
  return { changes: kept, leftOut };
};

/**
 * Changes where parts that both sides added are split into their differences: what only the other has is taken, what
 * both have differently is asked, what only this side has is kept.
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

/**
 * The three-way merge of a later version of a followed spec: `base` is the version taken last, `theirs` the later one,
 * `mine` the following draft. What only the other changed is taken. What both changed to different values, or what
 * cannot be combined with changes made here, is asked. The name is kept.
 */
export const followOn = (base: Layout, theirs: Layout, mine: Layout): Following => {
  const there = compareLayouts(base, theirs).filter(({ path: [root = ""] }) => !own.has(root));
  // A breakpoint of the taken version that is missing here was removed here.
  const ids = ({ breakpoints }: Layout): ReadonlySet<string> => new Set(breakpoints.map(({ id }) => id));
  const [was, here] = [ids(base), ids(mine)];
  const { changes: standing, leftOut } = withoutAbsent(there, (id) => was.has(id) && !here.has(id));
  const { whole, changes } = ofWholeParts(insidePartsOfBoth(standing, theirs, mine), theirs, mine);
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
    leftOut,
  };
};

/** Whether what was met is taken from the other or stays one's own, in the order of `met`. */
export type FollowChoice = "ours" | "theirs";

/**
 * The draft after taking a later version as chosen, following it from now on. With a removed breakpoint, everything
 * about it is removed. @returns issues if the choices cannot be combined.
 */
export const settleFollowing = (
  mine: Layout,
  { taken, met, leftOut }: Following,
  choices: readonly FollowChoice[],
  follow: Follow,
): { readonly ok: true; readonly layout: Layout } | { readonly ok: false; readonly issues: readonly Issue[] } => {
  const chosen = met.flatMap(({ change }, index) => (choices[index] === "theirs" ? change : []));
  // A breakpoint that is restored by a choice is restored with everything at it.
  const back = new Set(chosen.flatMap((change) => ("to" in change ? (wholeBreakpoint(change) ?? []) : [])));
  const returned = leftOut.filter((change) => back.has(breakpointOf(change) ?? ""));
  const applied = putOver(mine, [...taken, ...chosen, ...returned]);
  if (applied.ok) return { ok: true, layout: { ...applied.layout, follows: follow } };
  return {
    ok: false,
    issues: applied.issues.length > 0 ? applied.issues : [{ path: "", message: "What was chosen cannot stand together." }],
  };
};
