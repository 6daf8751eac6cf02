import { applyChanges, type Change, compareLayouts, type Layout } from "@ypsiline/core";

/** One step that can be undone: the changes it made, and those that undo it (which know the order of lists before it). */
export type Step = { readonly forth: readonly Change[]; readonly back: readonly Change[] };

/** Steps that can be undone and redone, the latest last. Edits of the same name as `open` become one step: a drag. */
export type Steps = { readonly undo: readonly Step[]; readonly redo: readonly Step[]; readonly open: string | null };

export const noSteps: Steps = { undo: [], redo: [], open: null };

/** Steps that can be undone. */
const mostSteps = 500;

const stepBetween = (before: Layout, after: Layout): Step => ({
  forth: compareLayouts(before, after),
  back: compareLayouts(after, before),
});

/** The steps after an edit. One that changes nothing is no step; what was undone before it cannot be redone any more. */
export const stepMade = (steps: Steps, before: Layout, after: Layout, name: string | null = null): Steps => {
  const made = stepBetween(before, after);
  if (made.forth.length === 0) return steps;
  const last = steps.undo.at(-1);
  if (name === null || name !== steps.open || !last) return { undo: [...steps.undo.slice(1 - mostSteps), made], redo: [], open: name };
  const begun = applyChanges(before, last.back);
  return { undo: [...steps.undo.slice(0, -1), begun.ok ? stepBetween(begun.layout, after) : made], redo: [], open: name };
};

/** Ends a step, so that the next edit of the same name is one of its own. */
export const stepEnded = (steps: Steps): Steps => ({ ...steps, open: null });

/** Steps of an earlier page under those made since; whether they still fit shows when they are undone. */
export const stepsUnder = (steps: Steps, earlier: readonly Step[]): Steps => ({
  ...steps,
  undo: [...earlier, ...steps.undo].slice(-mostSteps),
});

/** The last step without some of its changes: they were kept aside and never saved. */
export const lastStepWithout = (steps: Steps, leftOut: (change: Change) => boolean): Steps => {
  const last = steps.undo.at(-1);
  if (!last) return steps;
  const rest = (changes: readonly Change[]): readonly Change[] => changes.filter((change) => !leftOut(change));
  return { ...steps, undo: [...steps.undo.slice(0, -1), { forth: rest(last.forth), back: rest(last.back) }] };
};

/** The outcome of undoing or redoing; `fits` is false if somebody has changed the same number since. */
export type Stepped = { readonly steps: Steps; readonly layout: Layout; readonly fits: boolean };

/** Undoes the last step. A step that no longer applies is dropped. Without steps, the same steps are returned. */
export const stepUndone = (steps: Steps, layout: Layout): Stepped => {
  const step = steps.undo.at(-1);
  if (!step) return { steps, layout, fits: true };
  const rest = { ...steps, undo: steps.undo.slice(0, -1), open: null };
  const applied = applyChanges(layout, step.back);
  return applied.ok
    ? { steps: { ...rest, redo: [...steps.redo, step] }, layout: applied.layout, fits: true }
    : { steps: rest, layout, fits: false };
};

/** Redoes the step that was undone last, likewise. */
export const stepRedone = (steps: Steps, layout: Layout): Stepped => {
  const step = steps.redo.at(-1);
  if (!step) return { steps, layout, fits: true };
  const rest = { ...steps, redo: steps.redo.slice(0, -1) };
  const applied = applyChanges(layout, step.forth);
  return applied.ok
    ? { steps: { ...rest, undo: [...steps.undo, step] }, layout: applied.layout, fits: true }
    : { steps: rest, layout, fits: false };
};
