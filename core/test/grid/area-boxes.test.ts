import { describe, expect, it } from "vitest";
import {
  areaBoxes,
  bandOf,
  columnAt,
  fromJsonNumber,
  type Layout,
  type Resolution,
  resolve,
  type Rows,
  rowAt,
  rowPitch,
  toNumber,
} from "../../src/index";
import { area, deskWith, own, placed, randomAreas } from "../areas";
import { seeded } from "../random";

const at = (layout: Layout, width = 1280): Resolution => {
  const resolved = resolve(layout, { width: fromJsonNumber(width) });
  if (!resolved.ok) throw new Error(JSON.stringify(resolved.issues));
  return resolved.value;
};
const drawn = (layout: Layout) =>
  areaBoxes(at(layout)).map(({ one, left, top, width, height, band }) => [one.area.id, left, top, width, height, band]);
const repeating = (height: number, gutter: number, offset = 0): Rows => ({
  kind: "repeating",
  height: `${height}px`,
  gutter: `${gutter}px`,
  offset: `${offset}px`,
});

describe("areas as they are drawn", () => {
  it("are where resolve says: 12 columns of 74 with gutters of 24 from 64, rows of 8 with 8 between", () => {
    const layout = deskWith([area("a", { desk: placed(4, 9, { row: 3, rowSpan: 4 }) })]);
    // Left 64 + 3 × 98, top 2 × 16; 9 × 74 + 8 × 24 wide, 4 × 8 + 3 × 8 high.
    expect(drawn(layout)).toEqual([["a", 358, 32, 858, 56, false]]);
  });

  it("are in bands of one height where there are no rows, nested ones in bands of their parent", () => {
    const layout = deskWith(
      [
        area("a", { desk: placed(1, 12, { rowSpan: 2, inside: own(2) }) }),
        area("b", { desk: placed(1, 6) }),
        area("c", { desk: placed(1, 1) }, { within: "a" }),
        area("d", { desk: placed(1, 2) }, { within: "a" }),
      ],
      { rows: null, height: 240 },
    );
    // Three bands of 240 / 3; the two nested areas share the 160 of the first.
    expect(drawn(layout).map(([id, , top, , height, band]) => [id, top, height, band])).toEqual([
      ["a", 0, 160, true],
      ["b", 160, 80, true],
      ["c", 0, 80, true],
      ["d", 80, 80, true],
    ]);
    expect(bandOf(areaBoxes(at(layout)))).toBe(80);
  });

  it("are drawn inside their parent, none narrower than nothing, in 300 random layouts", () => {
    const random = seeded("areas as boxes");
    for (let round = 0; round < 300; round += 1) {
      const count = random.integer(1, 12);
      const rows = random.pick([null, repeating(random.integer(4, 40), random.integer(0, 16))]);
      const resolved = at(deskWith(randomAreas(random, "desk", count, rows !== null), { count, rows }));
      const boxes = areaBoxes(resolved);
      expect(boxes.map(({ one }) => one)).toEqual(resolved.areas);
      for (const { one, left, width, top, height } of boxes) {
        expect([left, Math.max(0, toNumber(one.width))]).toEqual([toNumber(one.left), width]);
        expect(width >= 0 && height >= 0 && top >= -1e-9).toBe(true);
        const outer = boxes.find((other) => other.one.area.id === one.area.within);
        // Bands are inside their parent; an area's own rows may run past it, which a check reports.
        if (outer?.band && one.rowSpan >= 1 && boxes.every(({ band }) => band))
          expect(top + height <= outer.top + outer.height + 1e-6).toBe(true);
      }
    }
  });
});

describe("the column and row under the pointer", () => {
  const gridOf = (layout: Layout) => at(layout).grid;

  it("are those a position is in, with gutters split between their neighbours, and the outermost beyond the edges", () => {
    const grid = gridOf(deskWith([]));
    expect([-50, 0, 64, 149.9, 150.1, 64 + 98 * 3 + 1, 1216, 5000].map((x) => columnAt(grid, x))).toEqual([1, 1, 1, 1, 2, 4, 12, 12]);
  });

  it("are found from the middle of each column and just below the start of each row (2,000 random grids)", () => {
    const random = seeded("positions to columns and rows");
    for (let round = 0; round < 2000; round += 1) {
      const count = random.integer(1, 24);
      const rows = repeating(random.integer(1, 60), random.integer(0, 30), random.integer(0, 40));
      const resolved = at(deskWith([], { count, rows, gutter: `${random.integer(0, 20)}px` }), random.integer(700, 1600));
      const grid = resolved.grid;
      const column = random.integer(1, count);
      const track = resolved.columns[column - 1];
      if (!track) throw new Error("no such column");
      expect(columnAt(grid, toNumber(track.start) + toNumber(track.width) / 2)).toBe(column);
      const row = random.integer(1, 1500);
      const height = Number(rows.kind === "repeating" ? rows.height.replace("px", "") : 0);
      const gutter = Number(rows.kind === "repeating" ? rows.gutter.replace("px", "") : 0);
      const start = Number(rows.kind === "repeating" ? rows.offset.replace("px", "") : 0) + (row - 1) * (height + gutter);
      expect(rowAt(grid, start + 0.25, 120)).toBe(row);
      expect(rowPitch(grid, row, 120)).toBe(height + gutter);
    }
  });

  it("count bands by their drawn height", () => {
    const grid = gridOf(deskWith([], { rows: null }));
    expect([-5, 0, 79, 80, 400].map((y) => rowAt(grid, y, 80))).toEqual([1, 1, 1, 2, 6]);
    expect(rowPitch(grid, 3, 80)).toBe(80);
  });
});
