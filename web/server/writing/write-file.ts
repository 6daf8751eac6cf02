import { type Format, type Layout, writeIn, type WriteOptions } from "@ypsiline/core";
import type { Problem } from "../http/problem";

/** Writes a layout in a format, or says why not: no breakpoint was named, or there are too many rows to draw. */
export const writeFile = (
  layout: Layout,
  format: Format,
  breakpoint: string | null,
  options: WriteOptions,
): { readonly ok: true; readonly text: string; readonly mediaType: string } | { readonly ok: false; readonly problem: Problem } => {
  const written = writeIn(format, layout, breakpoint, options);
  if (written.ok) return { ok: true, text: written.text, mediaType: format.mediaType };
  const [first] = written.issues;
  return {
    ok: false,
    problem: {
      code: "unprocessable",
      detail: `${first?.path ?? ""} ${first?.message ?? "cannot be written"}.`.trim(),
      issues: written.issues,
    },
  };
};
