import { applyPatch, type Fix, type Layout, fixWords, name, type Words, words } from "@ypsiline/core";

/** A fix that is looked at before it is taken: the sheet shows it, nothing is stored. */
export type Trial = { readonly fix: Fix; readonly where: string };

/** Whether two trials are of the same fix. */
export const sameTrial = (a: Trial | null, b: Trial): boolean => a !== null && JSON.stringify(a.fix.patch) === JSON.stringify(b.fix.patch);

/** The layout as a trial would make it; null where it no longer fits. */
export const triedLayout = (layout: Layout, trial: Trial | null): Layout | null => {
  if (!trial) return null;
  const patched = applyPatch(layout, trial.fix.patch);
  return patched.ok ? patched.value : null;
};

export const trialWords = ({ fix, where }: Trial): Words => {
  const { what, to } = fixWords(fix);
  const change = to === null ? what : words`${what} → ${to}`;
  return words`Trying ${change} at ${name(where)}: nothing is changed yet.`;
};
