import { applyChanges, type Change, type Conflict, type Layout, ofWholeParts, valueAt } from "@ypsiline/core";

/**
 * Puts changes on a layout as far as they fit; the others come back to be asked about. Changes that only together
 * make no layout are asked about one by one, like those of the same number: none is dropped.
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
 * What is asked about, told by the whole part where what was changed is inside of one that somebody removed meanwhile, or made of
 * another kind: letting one's own stand brings the part back.
 */
export const inWholeParts = (conflicts: readonly Conflict[], theirs: Layout, mine: Layout): readonly Conflict[] => {
  const of = new Map(conflicts.map((conflict) => [conflict.change, conflict]));
  const { changes } = ofWholeParts([...of.keys()], mine, theirs);
  return changes.map((change) => of.get(change) ?? { change, theirs: valueAt(theirs, change.path) });
};
