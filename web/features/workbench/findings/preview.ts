import { applyPatch, type Fix, type Layout, fixWords, name, type Words, words } from "@ypsiline/core";

/** A fix that is pointed at: the sheet shows what it would do, and nothing is stored. */
export type Preview = { readonly fix: Fix; readonly where: string };

/** The layout as a fix would make it; null where the fix no longer fits it. */
export const previewLayout = (layout: Layout, preview: Preview | null): Layout | null => {
  if (!preview) return null;
  const patched = applyPatch(layout, preview.fix.patch);
  return patched.ok ? patched.value : null;
};

export const previewWords = ({ fix, where }: Preview): Words => {
  const { what, to } = fixWords(fix);
  return words`Preview: ${to === null ? what : words`${what} ${to}`} at ${name(where)}`;
};
