import { fromJsonNumber, zero } from "../exact/exact";
import type { Parsed } from "../layout/parse";
import type { Breakpoint, Layout } from "../layout/schema";
import { type DrawnLine, linesBetween } from "./lines";
import { resolve, type Resolution } from "./resolve";

/** Everything that is drawn of one breakpoint at the size it is drawn at, CSS px, exact. */
export type Drawn = {
  readonly breakpoint: Breakpoint;
  readonly resolution: Resolution;
  /** Horizontal lines of the baseline. */
  readonly baseline: readonly DrawnLine[];
  readonly mesh: { readonly upright: readonly DrawnLine[]; readonly level: readonly DrawnLine[] };
};

/**
 * Everything that is drawn of a breakpoint at its drawn-at size: columns and rows from `resolve`, baseline lines at o +
 * k·b and mesh lines at k·step, including 0 and the last one inside. Returns an error if there is no such breakpoint.
 */
export const drawnAtSize = (layout: Layout, id: string): Parsed<Drawn> => {
  const breakpoint = layout.breakpoints.find((one) => one.id === id);
  const width = fromJsonNumber(breakpoint?.drawnAt.width ?? 1);
  const resolved = resolve(layout, { width, breakpoint: id });
  if (!breakpoint || !resolved.ok) return resolved.ok ? { ok: false, issues: [] } : resolved;
  const { height, baselineLines, mesh } = resolved.value;
  return {
    ok: true,
    value: {
      breakpoint,
      resolution: resolved.value,
      baseline: baselineLines ? linesBetween(baselineLines, zero, height) : [],
      mesh: { upright: mesh ? linesBetween(mesh, zero, width) : [], level: mesh ? linesBetween(mesh, zero, height) : [] },
    },
  };
};
