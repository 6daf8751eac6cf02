import { applyPatch, type Fix, type Layout, fixWords, name, type Words, words } from "@ypsiline/core";

/** A fix that is pointed at: the sheet shows its effect, and nothing is stored. */
export type Preview = { readonly fix: Fix; readonly where: string };

/** The layout with a fix applied; null if the fix no longer applies. */
export const previewLayout = (layout: Layout, preview: Preview | null): Layout | null => {
  if (!preview) return null;
  const patched = applyPatch(layout, preview.fix.patch);
  return patched.ok ? patched.value : null;
};

export const previewWords = ({ fix, where }: Preview): Words => {
  const { what, to } = fixWords(fix);
  return words`Preview: ${to === null ? what : words`${what} ${to}`} at ${name(where)}`;
};
