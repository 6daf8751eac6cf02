import { fromJsonNumber } from "../exact/exact";
import type { Layout } from "../layout/schema";
import { resolve, type Resolution } from "./resolve";

/** Asks for what a layout says at a breakpoint's drawn-at size; null where there is no such breakpoint or it cannot be resolved. */
export type Resolutions = (breakpoint: string) => Resolution | null;

/** A layout's breakpoints at the sizes they are drawn at. Each is resolved once, when it is first asked for. */
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
