import { applyChanges, type Change, type Conflict, type Layout, valueAt } from "@ypsiline/core";

/**
 * Puts changes on a layout as far as they fit; the others come back to be asked about. Changes that only together
 * make no layout are asked about one by one, like those of the same number: none is dropped.
 */
export const putOn = (onto: Layout, changes: readonly Change[]): { readonly layout: Layout; readonly conflicts: readonly Conflict[] } => {
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

/** The breakpoint of a change's path in a layout. */
const breakpointOf = (layout: Layout, [root, id]: readonly string[]) =>
  root === "breakpoints" ? layout.breakpoints.find((one) => one.id === id) : undefined;

/**
 * Changes inside a breakpoint that somebody removed meanwhile become one: the breakpoint as it stands here,
 * so that letting one's own stand brings it back.
 */
export const wholeEntries = (conflicts: readonly Conflict[], theirs: Layout, mine: Layout): readonly Conflict[] => {
  const whole = new Map<string, Conflict>();
  for (const conflict of conflicts) {
    const { path } = conflict.change;
    const breakpoint = path.length > 2 && !breakpointOf(theirs, path) ? breakpointOf(mine, path) : undefined;
    const entry = breakpoint && { change: { path: path.slice(0, 2), to: breakpoint }, theirs: undefined };
    whole.set((entry ?? conflict).change.path.join("/"), entry ?? conflict);
  }
  return [...whole.values()];
};
