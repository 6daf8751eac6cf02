import { describe, expect, it } from "vitest";
import { type Box, type BoxList, edgeKey, exact, fromJsonNumber, type Layout, movedEdges } from "../../src/index";
import { margin, oneBreakpoint } from "../layouts";
import { seeded } from "../random";

const layoutOf = (count: number, gutter: number, side: number): Layout =>
  oneBreakpoint(1280, count, { gutter: `${gutter}px`, margin: margin(`${side}px`) });

const boxOf = (x: number, width: number): Box => ({
  name: "Card",
  x: fromJsonNumber(x),
  y: exact(0),
  width: fromJsonNumber(width),
  height: exact(120),
  area: null,
});

/** Starts and ends of columns in 64ths of a px, in plain integers: gutters, margins and columns of whole px. */
const lines = (count: number, gutter: number, side: number): readonly [ReadonlySet<number>, ReadonlySet<number>] => {
  const column = (1280 - 2 * side - (count - 1) * gutter) / count;
  const starts = Array.from({ length: count }, (_, index) => 64 * (side + index * (column + gutter)));
  return [new Set([...starts, 0]), new Set([...starts.map((start) => start + 64 * column), 64 * 1280])];
};
const near = (set: ReadonlySet<number>, at: number): boolean => [...set].some((line) => Math.abs(line - 64 * at) <= 1);

describe("what another layout does to a design", () => {
  it("counts the edges that leave the grid and those that join it, as looking at each line does (1,000 lists)", () => {
    const random = seeded("moved edges");
    const grids = [
      [12, 24, 64],
      [12, 12, 64],
      [8, 24, 60],
      [6, 20, 30],
      [4, 16, 16],
      [3, 16, 40],
    ].filter(([count = 1, gutter = 0, side = 0]) => (1280 - 2 * side - (count - 1) * gutter) % count === 0) as [number, number, number][];
    expect(grids.length).toBeGreaterThan(3);
    for (let round = 0; round < 1000; round += 1) {
      const [was, is] = [random.pick(grids), random.pick(grids)];
      const edgeIn = (which: 0 | 1): number => {
        const of = [...lines(...random.pick([was, is]))[which]];
        return random.pick(of) / 64 + random.pick([0, 0, 0, 1 / 64, -1 / 64, 2 / 64, 3]);
      };
      const boxes = Array.from({ length: random.integer(1, 12) }, () => {
        const [a, b] = [edgeIn(0), edgeIn(1)];
        return boxOf(a, Math.max(0, b - a));
      });
      const purposes = new Set(boxes.flatMap((_, index) => (random.integer(0, 4) === 0 ? [edgeKey(index, "left")] : [])));
      const list: BoxList = { width: exact(1280), height: null, boxes };
      const expected = { off: 0, on: 0, before: 0 };
      boxes.forEach(({ x, width }, index) =>
        ([0, 1] as const).forEach((which) => {
          if (which === 0 && purposes.has(edgeKey(index, "left"))) return;
          const at = Number(x.n) / Number(x.d) + (which === 1 ? Number(width.n) / Number(width.d) : 0);
          const [stood, stands] = [near(lines(...was)[which], at), near(lines(...is)[which], at)];
          expected.before += Number(stood);
          expected.off += Number(stood && !stands);
          expected.on += Number(!stood && stands);
        }),
      );
      expect(movedEdges(layoutOf(...was), layoutOf(...is), list, purposes)).toEqual(expected);
    }
  });

  it("checks each edge of a picture once, against the nearer kind of line", () => {
    // The end of column 1 (64 + 74) with gutters of 24 is no line with gutters of 12.
    const list: BoxList = { width: exact(1280), height: null, edges: true, boxes: [boxOf(138, 0), boxOf(64, 1), boxOf(300, 0)] };
    expect(movedEdges(layoutOf(12, 24, 64), layoutOf(12, 12, 64), list)).toEqual({ off: 1, on: 0, before: 2 });
    expect(movedEdges(layoutOf(12, 24, 64), layoutOf(12, 12, 64), list, new Set([edgeKey(0, "left")]))).toEqual({
      off: 0,
      on: 0,
      before: 1,
    });
  });
});
