import { applyChanges, type Change, type Conflict, type Layout, ofWholeParts, valueAt } from "@ypsiline/core";

/**
 * Applies changes to a layout as far as they fit; the others are returned as conflicts. Changes that are only invalid together
 * are all returned, so that none is dropped.
 */
export const mergeChanges = (
  onto: Layout,
  changes: readonly Change[],
): { readonly layout: Layout; readonly conflicts: readonly Conflict[] } => {
  const applied = applyChanges(onto, changes);
  if (applied.ok) return { layout: applied.layout, conflicts: [] };
  const clashing = new Set(applied.conflicts.map(({ change }) => change));
  const rest =
    clashing.size > 0
      ? applyChanges(
          onto,
          changes.filter((change) => !clashing.has(change)),
        )
      : applied;
  if (rest.ok) return { layout: rest.layout, conflicts: applied.conflicts };
  return { layout: onto, conflicts: changes.map((change) => ({ change, theirs: valueAt(onto, change.path) })) };
};

/**
 * Conflicts as they are shown: a change inside a part that somebody removed or replaced meanwhile is shown as the whole part,
 * because keeping one's own value restores it.
 */
export const inWholeParts = (conflicts: readonly Conflict[], theirs: Layout, mine: Layout): readonly Conflict[] => {
  const of = new Map(conflicts.map((conflict) => [conflict.change, conflict]));
  const { changes } = ofWholeParts([...of.keys()], mine, theirs);
  return changes.map((change) => of.get(change) ?? { change, theirs: valueAt(theirs, change.path) });
};
