import type { Layout } from "../layout/schema";
import { type BoxFit, fit } from "./against";
import type { BoxList } from "./boxes";

export const boxSides = ["left", "right"] as const;
export type BoxSide = (typeof boxSides)[number];

/** An edge that stands off the grid on purpose, and why. */
export type Purpose = { readonly box: number; readonly edge: BoxSide; readonly reason: string };

/** The name of an edge of a list, as purposes are kept by: "12 left". An edge of a picture is one, whichever line it is nearer to: "12 left" too. */
export const edgeKey = (box: number, edge: BoxSide): string => `${box} ${edge}`;

/** What another layout does to the edges of a design that was held against one before. */
export type Moved = {
  /** Edges that stood on the grid and no longer do, and those that come onto it. */
  readonly off: number;
  readonly on: number;
  /** Edges that were on it before. */
  readonly before: number;
};

/** Whether an edge of a box is on the grid; one of a picture by whichever of its sides is nearer. */
const isOn = ({ left, right }: BoxFit, side: BoxSide): boolean => (side === "left" ? (left ?? right) : (right ?? left))?.is === "on";

/**
 * Edges of a list that one layout has on its grid and another has not, and the other way round, each at the breakpoint that
 * applies at the list's width; on means within 1/64 px. Edges off on purpose are not asked. Null where one of the layouts
 * cannot be resolved at that width.
 */
export const movedEdges = (before: Layout, after: Layout, list: BoxList, onPurpose: ReadonlySet<string> = new Set()): Moved | null => {
  const [was, is] = [fit(before, list), fit(after, list)];
  if (!was.ok || !is.ok) return null;
  const found = { off: 0, on: 0, before: 0 };
  was.value.boxes.forEach((box, index) => {
    const now = is.value.boxes[index];
    if (!now || (box.left === null && box.right === null)) return;
    for (const side of list.edges ? (["left"] as const) : boxSides) {
      if (onPurpose.has(edgeKey(index, side))) continue;
      const [stood, stands] = [isOn(box, side), isOn(now, side)];
      found.before += Number(stood);
      found.off += Number(stood && !stands);
      found.on += Number(!stood && stands);
    }
  });
  return found;
};
