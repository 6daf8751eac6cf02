import { fromJsonNumber } from "../exact/exact";
import type { Layout } from "../layout/schema";
import { resolve, type Resolution } from "./resolve";

/**
 * The resolution of a breakpoint at its drawn-at size; null if there is no such breakpoint, or it cannot be resolved.
 */
export type Resolutions = (breakpoint: string) => Resolution | null;

/** The resolutions of a layout's breakpoints at their drawn-at sizes. Each is calculated once, on first use. */
export const resolutionsOf = (layout: Layout): Resolutions => {
  const known = new Map<string, Resolution | null>();
  return (id) => {
    const before = known.get(id);
    if (before !== undefined) return before;
    const breakpoint = layout.breakpoints.find((one) => one.id === id);
    const resolved = breakpoint && resolve(layout, { width: fromJsonNumber(breakpoint.drawnAt.width), breakpoint: id });
    const value = resolved?.ok ? resolved.value : null;
    known.set(id, value);
    return value;
  };
};
