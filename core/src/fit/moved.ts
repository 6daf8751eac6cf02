import type { Layout } from "../layout/schema";
import { type BoxSide, boxSides, fit } from "./against";
import type { BoxList } from "./boxes";

/** An edge that is off the grid on purpose, and why. */
export type Purpose = { readonly box: number; readonly edge: BoxSide; readonly reason: string };

/** The name of an edge of a list, as purposes are kept by: "12 left". An edge of a picture is one, whichever line it is nearer to: "12 left" too. */
export const edgeKey = (box: number, edge: BoxSide): string => `${box} ${edge}`;

/** How another layout changes the fit of a design. */
export type Moved = {
  /** Edges that leave the grid, and edges that come onto it. */
  readonly off: number;
  readonly on: number;
  /** Edges that were on it before. */
  readonly before: number;
};

/**
 * Edges of a list that are on one layout's grid and off the other's, each at the breakpoint that applies at the list's
 * width; on means within 1/64 px. Edges that are off on purpose are left out, and those that a layout has no lines for.
 * Null if one of the layouts cannot be resolved at that width.
 */
export const movedEdges = (before: Layout, after: Layout, list: BoxList, onPurpose: ReadonlySet<string> = new Set()): Moved | null => {
  const [was, is] = [fit(before, list), fit(after, list)];
  if (!was.ok || !is.ok) return null;
  const found = { off: 0, on: 0, before: 0 };
  was.value.boxes.forEach((box, index) => {
    const now = is.value.boxes[index];
    if (!now) return;
    // An edge of a picture is one, whichever of its sides is nearer.
    for (const sides of list.edges ? [boxSides] : boxSides.map((side) => [side])) {
      const [first = "left"] = sides;
      const [stood, stands] = [box, now].map((one) => sides.flatMap((side) => one[side] ?? [])[0]?.is);
      if (stood === undefined || stands === undefined || onPurpose.has(edgeKey(index, first))) continue;
      found.before += Number(stood === "on");
      found.off += Number(stood === "on" && stands !== "on");
      found.on += Number(stood !== "on" && stands === "on");
    }
  });
  return found;
};
