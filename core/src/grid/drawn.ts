import { px } from "../exact/length";
import { add, compare, exact, type Exact, fromJsonNumber, multiply, sign, zero } from "../exact/exact";
import type { Parsed } from "../layout/parse";
import type { Breakpoint, Layout } from "../layout/schema";
import { lengthContext, resolve, type Resolution } from "./resolve";

/** A line drawn right across a sheet, CSS px from its top left; every so many are emphasised. */
export type DrawnLine = { readonly at: Exact; readonly emphasised: boolean };

/** Everything that is drawn of one breakpoint at the size it is drawn at, CSS px, exact. */
export type Drawn = {
  readonly breakpoint: Breakpoint;
  readonly resolution: Resolution;
  /** Level lines of the baseline. */
  readonly baseline: readonly DrawnLine[];
  readonly mesh: { readonly upright: readonly DrawnLine[]; readonly level: readonly DrawnLine[] };
};

/** Most lines of one kind: a step of 1 px on the largest sheet. */
const mostLines = 20_000;

const linesTo = (offset: Exact, step: Exact, emphasis: number, end: Exact): readonly DrawnLine[] => {
  const lines: DrawnLine[] = [];
  for (let k = 0; k < mostLines; k += 1) {
    const at = add(offset, multiply(exact(k), step));
    if (compare(at, end) > 0) break;
    if (sign(at) >= 0) lines.push({ at, emphasised: k % emphasis === 0 });
  }
  return lines;
};

/**
 * What is drawn of a breakpoint at its drawn-at size: columns and rows as `resolve` has them, baseline lines at
 * o + k·b and mesh lines at k·step, 0 and the last that lies inside included. Says so where there is no such breakpoint.
 */
export const drawnAtSize = (layout: Layout, id: string): Parsed<Drawn> => {
  const breakpoint = layout.breakpoints.find((one) => one.id === id);
  const width = fromJsonNumber(breakpoint?.drawnAt.width ?? 1);
  const resolved = resolve(layout, { width, breakpoint: id });
  if (!breakpoint || !resolved.ok) return resolved.ok ? { ok: false, issues: [] } : resolved;
  const { height } = resolved.value;
  const context = lengthContext(layout, width);
  const { baseline, mesh } = breakpoint;
  const step = mesh && px(mesh.step, context);
  return {
    ok: true,
    value: {
      breakpoint,
      resolution: resolved.value,
      baseline: baseline ? linesTo(px(baseline.offset, context), px(baseline.step, context), baseline.emphasis, height) : [],
      mesh:
        mesh && step
          ? { upright: linesTo(zero, step, mesh.emphasis, width), level: linesTo(zero, step, mesh.emphasis, height) }
          : { upright: [], level: [] },
    },
  };
};
