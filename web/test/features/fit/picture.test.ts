import { type BoxList, exact, toNumber } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { markedBetween, noSnaps, renamed, snapsOf, withMarked } from "@/features/fit/picture";

const edge = (x: number, y: number, width: number, height: number) => ({
  name: "Edge",
  x: exact(x),
  y: exact(y),
  width: exact(width),
  height: exact(height),
  area: null,
});
/** Edges of a card of 368 × 120 at (456, 96), with a border of 1 px. */
const found: BoxList = {
  width: exact(1280),
  height: null,
  edges: true,
  boxes: [edge(456, 96, 1, 120), edge(823, 96, 1, 120), edge(456, 96, 368, 1), edge(456, 215, 368, 1)],
};

describe("a box marked on a picture", () => {
  it("begins and ends at the outer sides of the edges beside which it was dragged, in any direction", () => {
    const card = { x: 456, y: 96, width: 368, height: 120 };
    const snaps = snapsOf(found);
    expect(markedBetween([458.3, 94], [821.7, 217], snaps, 6, 2)).toEqual(card);
    expect(markedBetween([821.7, 217], [458.3, 94], snaps, 6, 2)).toEqual(card);
  });
  it("snaps to all sides of boxes in a design of boxes", () => {
    const snaps = snapsOf({ ...found, edges: false, boxes: [edge(456, 96, 368, 120)] });
    expect(markedBetween([458, 98], [822, 214], snaps, 6, 1)).toEqual({ x: 456, y: 96, width: 368, height: 120 });
  });
  it("is on whole device px if no edge is near", () => {
    expect(markedBetween([10.2, 20.4], [30.3, 41.1], snapsOf(found), 6, 2)).toEqual({ x: 10, y: 20.5, width: 20.5, height: 20.5 });
    expect(markedBetween([458.3, 94], [821.7, 217], noSnaps, 6, 1)).toEqual({ x: 458, y: 94, width: 364, height: 123 });
  });
  it("takes its position from the edges, is numbered, and can be renamed", () => {
    const one = withMarked(found, { x: 456, y: 96, width: 368, height: 120 });
    const two = withMarked(one, { x: 1 / 3, y: 0, width: 10, height: 10 });
    expect(two.edges).toBe(false);
    expect(two.boxes.map(({ name, x }) => [name, toNumber(x)])).toEqual([
      ["Box 1", 456],
      ["Box 2", 0.333333],
    ]);
    expect(withMarked(renamed(two, 1, "Box 3"), { x: 0, y: 0, width: 1, height: 1 }).boxes.map(({ name }) => name)).toEqual([
      "Box 1",
      "Box 3",
      "Box 4",
    ]);
  });
});
