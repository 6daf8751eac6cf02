import type { Layout } from "../layout/schema";
import type { WriteOptions } from "./options";
import type { Format, Written } from "./types";

/**
 * Writes a layout in a format. A format of one breakpoint needs that named; a name that is no breakpoint of the layout is
 * refused for any format, with those there are.
 */
export const writeIn = (format: Format, layout: Layout, breakpoint: string | null, options: WriteOptions): Written => {
  const ids = layout.breakpoints.map((one) => one.id);
  if (breakpoint === null ? format.of === "layout" : ids.includes(breakpoint)) {
    if (format.of === "layout") return format.write(layout, options);
    if (breakpoint !== null) return format.write(layout, breakpoint, options);
  }
  return { ok: false, issues: [{ path: "/breakpoint", message: `must name a breakpoint of the layout: ${ids.join(", ")}` }] };
};
