import { describe, expect, it } from "vitest";
import { type BoxList, exact, fit, fromJsonNumber, otherNumbers, toNumber } from "../../src/index";
import { deskWith } from "../areas";
import { seeded } from "../random";
import { randomDesign } from "./designs";

const listOf = (boxes: readonly (readonly [x: number, width: number])[], width: number): BoxList => ({
  width: exact(width),
  height: null,
  boxes: boxes.map(([x, wide], index) => ({
    name: `Box ${index}`,
    x: fromJsonNumber(x),
    y: exact(0),
    width: fromJsonNumber(wide),
    height: exact(8),
    area: null,
  })),
});

describe("a number that would fit more edges", () => {
  it("is the margin that a design was drawn with", () => {
    // 1280 wide, margins of 60 and gutters of 24: columns of (1280 − 120 − 264)/12 = 74⅔; the layout has margins of 64.
    // The sixth column ends at 628 in both.
    const layout = deskWith([]);
    const at = (column: number, span: number): readonly [number, number] => [
      Math.round((60 + (column - 1) * (896 / 12 + 24)) * 1e6) / 1e6,
      Math.round(((span * 896) / 12 + (span - 1) * 24) * 1e6) / 1e6,
    ];
    const list = listOf([at(1, 12), at(1, 4), at(5, 4), at(9, 4), at(4, 3)], 1280);
    const today = fit(layout, list);
    if (!today.ok) throw new Error("does not resolve");
    const [margin] = otherNumbers(layout, list, today.value).filter(({ term }) => term === "margin");
    expect(margin && [toNumber(margin.from), toNumber(margin.to), margin.on, margin.gains, margin.loses]).toEqual([64, 60, 10, 9, 0]);
  });

  it("counts exactly, and is as good as the best value that trying each finds (120 designs, half of them pictures)", () => {
    const random = seeded("other numbers");
    let better = 0;
    for (let round = 0; round < 120; round += 1) {
      const edges = round % 2 === 1;
      const { grid, boxes } = randomDesign(random, true, 12);
      const change = random.pick(["margin", "gutter", "count"] as const);
      const { columns, width } = grid;
      const layout = deskWith([], {
        count: Math.max(1, columns + (change === "count" ? random.integer(-2, 2) : 0)),
        gutter: `${Math.max(0, grid.gutter + (change === "gutter" ? random.integer(-9, 9) : 0))}px`,
        margin: `${grid.margin + (change === "margin" ? random.integer(0, 9) : 0)}px`,
        width,
        rows: null,
      });
      const list: BoxList = {
        width: exact(width),
        height: null,
        ...(edges ? { edges } : {}),
        boxes: boxes.flatMap(({ left, right }) => {
          const upright = { name: "Box", y: exact(0), height: exact(8), area: null };
          return edges
            ? [left, right].map((x) => ({ ...upright, x, width: exact(random.integer(0, 2)) }))
            : [{ ...upright, x: left, width: fromJsonNumber(Math.round((toNumber(right) - toNumber(left)) * 1e6) / 1e6) }];
        }),
      };
      const today = fit(layout, list);
      if (!today.ok) throw new Error("does not resolve");
      const [desk] = layout.breakpoints;
      if (!desk) throw new Error("no breakpoint");
      for (const { term, to, layout: changed, on, gains, loses } of otherNumbers(layout, list, today.value)) {
        const held = fit(changed, list);
        expect(held.ok && held.value.across.on).toBe(on);
        expect(on).toBe(today.value.across.on + gains - loses);
        if (on > today.value.across.on) better += 1;
        for (let by = -16; by <= 16; by += 1) {
          const value = toNumber(to) + by;
          // Gutters that leave columns without width are never offered.
          const left = width - 2 * Number.parseFloat(desk.columns.margin.start) - (desk.columns.count - 1) * value;
          if (term !== "gutter" || value < 0 || left <= 0) continue;
          const columnsNow = { ...desk.columns, gutter: `${value}px` };
          const tried = fit({ ...layout, breakpoints: [{ ...desk, columns: columnsNow }] }, list);
          const near = Math.abs(value - Number.parseFloat(desk.columns.gutter)) <= 16 && value !== Number.parseFloat(desk.columns.gutter);
          if (near && tried.ok) expect(tried.value.across.on).toBeLessThanOrEqual(on);
        }
      }
    }
    expect(better).toBeGreaterThan(10);
  });
});
