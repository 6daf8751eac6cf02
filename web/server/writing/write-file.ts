import { type FormatId, formats, type Layout, type WriteOptions } from "@ypsiline/core";
import type { Problem } from "../problem";

/** Writes a layout in a format, or says why that cannot be: a breakpoint that was not named, rows too many to draw. */
export const writeFile = (
  layout: Layout,
  format: FormatId,
  options: WriteOptions,
): { readonly ok: true; readonly text: string; readonly mediaType: string } | { readonly ok: false; readonly problem: Problem } => {
  const { ofBreakpoint, write, mediaType } = formats[format];
  const known = layout.breakpoints.some(({ id }) => id === options.breakpoint);
  const missing = options.breakpoint === null ? ofBreakpoint : !known;
  const ids = layout.breakpoints.map(({ id }) => id).join(", ");
  const written = missing
    ? { ok: false as const, issues: [{ path: "/breakpoint", message: `must name a breakpoint of the layout: ${ids}` }] }
    : write(layout, options);
  if (written.ok) return { ok: true, text: written.text, mediaType };
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
