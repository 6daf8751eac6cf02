import { describe, expect, it } from "vitest";
import {
  type BoxList,
  exact,
  fit,
  type Fit,
  fromJsonNumber,
  type Layout,
  toNumber,
  verdict,
  type BoxFit,
  type EdgeFit,
} from "../../src/index";
import { area, deskWith, own, placed, randomAreas } from "../areas";
import { withBreakpoint } from "../layouts";
import { seeded } from "../random";

const box = (name: string, x: number, y: number, width: number, height: number, at: string | null = null) => ({
  name,
  x: fromJsonNumber(x),
  y: fromJsonNumber(y),
  width: fromJsonNumber(width),
  height: fromJsonNumber(height),
  area: at,
});
const listOf = (boxes: BoxList["boxes"], width = 1280): BoxList => ({ width: fromJsonNumber(width), height: null, boxes });
/** A fit of boxes, which have both sides, unlike edges of a picture. */
type BoxesFit = Omit<Fit, "boxes"> & { readonly boxes: readonly (BoxFit & { readonly left: EdgeFit; readonly right: EdgeFit })[] };
const fitted = (layout: Layout, list: BoxList, tolerance?: number): BoxesFit => {
  const result = fit(layout, list, tolerance === undefined ? {} : { tolerance: fromJsonNumber(tolerance) });
  if (!result.ok) throw new Error(JSON.stringify(result.issues));
  const boxes = result.value.boxes.map((one) => {
    if (!one.left || !one.right) throw new Error("a box without a side");
    return { ...one, left: one.left, right: one.right };
  });
  return { ...result.value, boxes };
};
/** The verdicts on a box's left edge, right edge and width, in short. */
const said = ({ boxes }: BoxesFit) =>
  boxes.map(({ left, right, columns, rest }) => [
    left.to,
    toNumber(left.off),
    left.is,
    right.to,
    toNumber(right.off),
    right.is,
    columns,
    toNumber(rest),
  ]);

describe("boxes against a layout", () => {
  // 1280 wide, 12 columns of 74, gutters of 24, margins of 64: starts 64, 162, 260 …; ends 138, 236 …. The numbers of mock/fit.png.
  const layout = deskWith([]);

  it("gives the nearest column, the offset, and the width in columns", () => {
    const list = listOf([
      box("Fares card", 456, 384, 371, 136),
      box("Timetable", 60, 672, 1156, 240),
      box("Price tag", 1012, 430, 65, 34),
      box("Harbour map", 848, 384, 432, 136),
      box("Help link", 64, 960, 73.5, 24),
    ]);
    expect(said(fitted(layout, list))).toEqual([
      [5, 0, "on", 8, 3, "off", 4, 3],
      [1, -4, "off", 12, 0, "on", 12, 4],
      [11, -32, "off", 11, -41, "off", 0, 65],
      [9, 0, "on", "viewport", 0, "on", 4, 64],
      [1, 0, "on", 1, -0.5, "near", 1, -0.5],
    ]);
    expect(fitted(layout, list).across).toEqual({ on: 5, near: 1, off: 4 });
  });

  it("counts limits as inside: 1/64 px off is on, the tolerance off is near", () => {
    const at = (x: number) => box("Edge", x, 0, 74, 8);
    const list = listOf([at(64 + 1 / 64), at(64.015626), at(65), at(65.000001), at(62), at(61.999999)]);
    expect(fitted(layout, list).boxes.map(({ left }) => left.is)).toEqual(["on", "near", "near", "off", "off", "off"]);
    expect(fitted(layout, list, 2).boxes.map(({ left }) => left.is)).toEqual(["on", "near", "near", "near", "near", "off"]);
  });

  it("checks tops and bottoms against the baseline where there are no rows, also through areas on the same grid (1,000 lists)", () => {
    const random = seeded("baseline");
    for (let round = 0; round < 1000; round += 1) {
      const [step, offset] = [random.integer(1, 32), random.integer(0, 40)];
      const areas = [area("same", { desk: placed(1, 6, { inside: { kind: "same" } }) })];
      const spec = withBreakpoint(deskWith(areas), "desk", (one) => ({
        ...one,
        rows: null,
        baseline: { step: `${step}px`, offset: `${offset}px`, emphasis: 4 },
      }));
      const [y, height] = [random.integer(0, 64_000) / 64, random.integer(1, 64_000) / 64];
      const far = (at: number): number => {
        const lines = Array.from({ length: 3000 }, (_, line) => at - (offset + line * step));
        return lines.reduce((best, off) => (Math.abs(off) < Math.abs(best) ? off : best));
      };
      for (const inside of [null, "same"]) {
        const [one] = fitted(spec, listOf([box("Box", 64, y, 74, height, inside)])).boxes;
        expect(
          [one?.top, one?.bottom].map((at) => at && Math.abs(toNumber(at.off))),
          `${step} ${offset} ${y} ${height}`,
        ).toEqual([Math.abs(far(y)), Math.abs(far(y + height))]);
      }
    }
  });

  it("calls a width within 1/64 px of whole columns those columns, whatever the tolerance", () => {
    const random = seeded("widths");
    for (let round = 0; round < 1000; round += 1) {
      const columns = random.integer(1, 12);
      const off = random.integer(-64, 64) / 4096;
      const width = columns * 74 + (columns - 1) * 24 + off;
      const { boxes } = fitted(layout, listOf([box("Box", 64, 0, width, 8)]), random.pick([0, 1 / 64, 1, 8]));
      expect(boxes.map((one) => [one.columns, toNumber(one.rest), one.width])).toEqual([[columns, off, "on"]]);
    }
  });

  it("gives the white space to the next box below that overlaps it sideways, and heights in base units", () => {
    const list = listOf([
      box("Top", 64, 0, 368, 136),
      box("Beside", 456, 150, 368, 10),
      box("Below", 162, 176, 74, 20),
      box("Far", 64, 400, 368, 8),
    ]);
    const { boxes } = fitted(layout, list);
    expect(boxes.map(({ below }) => below && [toNumber(below.gap), below.to.name])).toEqual([[40, "Below"], null, [204, "Far"], null]);
    expect(boxes.map(({ baseUnits }) => toNumber(baseUnits))).toEqual([17, 1.25, 2.5, 1]);
  });

  it("checks a box inside an area with a grid of its own against that grid, and a box with an area's name against the area", () => {
    // 456 to 848 − 24: 368 wide; inside 4 columns with gutters of 16 and margins of 16: (368 − 32 − 48)/4 = 72, starts 472, 560 ….
    const areas = [area("card", { desk: placed(5, 4, { row: 1, rowSpan: 10, inside: own(4) }) })];
    const list = listOf([
      box("Word", 560, 20, 160, 8),
      box("Card", 457, 0, 368, 152),
      box("Elsewhere", 560, 900, 160, 8),
      box("Named", 472, 900, 72, 8, "card"),
    ]);
    const { boxes } = fitted(deskWith(areas), list);
    expect(boxes.map(({ within, left, right }) => [within, left.to, left.is, right.to, right.is])).toEqual([
      ["card", 2, "on", 3, "on"],
      [null, 5, "near", 8, "near"],
      [null, 6, "off", 7, "off"],
      ["card", 1, "on", 1, "on"],
    ]);
    expect(boxes.map((one) => one.area && [one.area.id, toNumber(one.area.left), toNumber(one.area.right)])).toEqual([
      null,
      ["card", 1, 1],
      null,
      null,
    ]);
  });

  it("gives each box one verdict, that of its worst side not accepted, and counts every side that has a line (2,000 boxes)", () => {
    const random = seeded("verdicts");
    for (let round = 0; round < 200; round += 1) {
      const rows = random.pick([null, { kind: "repeating", height: "24px", gutter: "8px", offset: "5px" } as const]);
      const boxes = Array.from({ length: 10 }, () =>
        box(
          "Any",
          random.pick([64, 162, 65, 70, random.integer(0, 900)]),
          random.pick([5, 37, 38, random.integer(0, 400)]),
          random.pick([74, 75, 172, 99]),
          random.pick([24, 56, 30]),
        ),
      );
      const edges = random.integer(0, 1) === 1;
      const list = { ...listOf(boxes), ...(edges ? { edges } : {}) };
      const held = fit(deskWith([], { rows }), list);
      if (!held.ok) throw new Error(JSON.stringify(held.issues));
      const counts = { on: 0, near: 0, off: 0 };
      for (const one of held.value.boxes) {
        const sides = (["left", "right", "top", "bottom"] as const).filter((side) => one[side] !== null);
        if (edges) expect(sides.length).toBeLessThanOrEqual(1);
        const meant = new Set(sides.filter(() => random.integer(0, 3) === 0));
        const asked = sides.filter((side) => !meant.has(side)).map((side) => Math.abs(toNumber(one[side]?.off ?? exact(0))));
        const far = Math.max(0, ...asked);
        expect(verdict(one, (side) => meant.has(side))).toBe(far <= 1 / 64 ? "on" : far <= 1 ? "near" : "off");
        for (const side of sides) {
          const off = Math.abs(toNumber(one[side]?.off ?? exact(0)));
          counts[off <= 1 / 64 ? "on" : off <= 1 ? "near" : "off"] += 1;
        }
      }
      expect(held.value.edges).toEqual(counts);
    }
  });

  it("finds what trying every line finds, computed independently in whole 64ths (1,000 lists)", () => {
    const random = seeded("fit");
    let edges = 0;
    for (let round = 0; round < 1000; round += 1) {
      const count = random.integer(1, 24);
      const [gutter, margin] = [random.integer(0, 40), random.integer(0, 80)];
      // The width makes a column a whole number of 64ths of a px; everything below counts in 64ths.
      const column64 = random.integer(8, 90) * 64 + random.integer(0, 63);
      const width64 = count * column64 + (count - 1) * gutter * 64 + 2 * margin * 64;
      const width = Math.ceil(width64 / 64);
      if (width > 20_000) continue;
      const rest = width * 64 - width64;
      const rows = { kind: "repeating", height: "24px", gutter: "8px", offset: "5px" } as const;
      const layout = deskWith([], { count, gutter: `${gutter}px`, width, rows: round % 2 === 0 ? rows : null });
      const end = (margin * 64 + rest) / 64;
      const [desk] = layout.breakpoints;
      if (!desk) throw new Error("no breakpoint");
      const held: Layout = {
        ...layout,
        breakpoints: [{ ...desk, columns: { ...desk.columns, margin: { start: `${margin}px`, end: `${end}px` } } }],
      };
      const boxes = Array.from({ length: 5 }, () => {
        const x = random.integer(0, width * 64) / 64;
        return box(
          "Any",
          x,
          random.integer(0, 900 * 64) / 64,
          random.integer(0, Math.max(1, width * 64 - x * 64)) / 64,
          random.integer(1, 6400) / 64,
        );
      });
      const result = fitted(held, listOf(boxes, width));
      const starts = Array.from({ length: count }, (_, index) => margin * 64 + index * (column64 + gutter * 64));
      const nearest = (at: number, lines: readonly number[]): number => Math.min(...lines.map((line) => Math.abs(at - line)));
      result.boxes.forEach(({ box: { x, y, width: wide }, left, right, columns, rest: over, top }) => {
        const [from, until] = [toNumber(x) * 64, (toNumber(x) + toNumber(wide)) * 64];
        const [leftOff, rightOff] = [
          nearest(from, [...starts, 0]),
          nearest(until, [...starts.map((start) => start + column64), width * 64]),
        ];
        expect(Math.abs(toNumber(left.off)) * 64).toBe(leftOff);
        expect(Math.abs(toNumber(right.off)) * 64).toBe(rightOff);
        for (const [is, off] of [
          [left.is, leftOff],
          [right.is, rightOff],
        ] as const)
          expect(is).toBe(off <= 1 ? "on" : off <= 64 ? "near" : "off");
        const spans = [0, ...Array.from({ length: count }, (_, index) => (index + 1) * column64 + index * gutter * 64)];
        expect((spans[columns] ?? NaN) / 64 + toNumber(over)).toBe((until - from) / 64);
        const most = spans.filter((span) => span <= until - from).length - 1;
        const more = spans[most + 1];
        const short = more === undefined ? Infinity : more - (until - from);
        expect(columns).toBe(short <= 64 && short < until - from - (spans[most] ?? 0) ? most + 1 : most);
        if (round % 2 === 0)
          expect(Math.abs(toNumber(top?.off ?? exact(99)))).toBe(
            nearest(
              toNumber(y),
              Array.from({ length: 40 }, (_, row) => 5 + 32 * row),
            ),
          );
        else expect(top).toBeNull();
        edges += 2;
      });
    }
    expect(edges).toBeGreaterThan(5000);
  });

  it("finds every area in its own place: boxes made of areas are all on (200 pages)", () => {
    const random = seeded("fit of areas");
    for (let round = 0; round < 200; round += 1) {
      const layout = deskWith(randomAreas(random, "desk", 12, true));
      const empty = fitted(layout, listOf([box("None", 0, 0, 1, 1)]));
      expect(empty.boxes).toHaveLength(1);
      const shown = layout.areas
        .filter(({ within }) => within === undefined)
        .flatMap(({ id, name, placements: { desk } }) => (desk && desk.leaves === "none" ? [{ id, name, desk }] : []));
      const boxes = shown.map(({ name, desk: { column, span } }) => box(name, 64 + (column - 1) * 98, 0, span * 74 + (span - 1) * 24, 8));
      if (boxes.length === 0) continue;
      const result = fitted(layout, listOf(boxes));
      expect(result.across).toEqual({ on: 2 * boxes.length, near: 0, off: 0 });
      expect(result.boxes.map(({ area: of }) => of && [of.id, toNumber(of.left), toNumber(of.right)])).toEqual(
        shown.map(({ id }) => [id, 0, 0]),
      );
    }
  });

  it("checks an edge of a picture against the nearer of a start and an end, across or down by its direction", () => {
    const edge = (x: number, y: number, width: number, height: number) => box("Edge", x, y, width, height);
    // 12 columns of 74 with gutters of 24 from 64; rows of 8 with 8 between.
    const list = { ...listOf([edge(139, 0, 0, 200), edge(162, 0, 1, 200), edge(64, 23, 400, 1), edge(64, 16, 400, 0)]), edges: true };
    const held = fit(deskWith([]), list);
    if (!held.ok) throw new Error(JSON.stringify(held.issues));
    expect(held.value.across).toEqual({ on: 1, near: 1, off: 0 });
    expect(
      held.value.boxes.map(({ left, right, top, bottom }) =>
        [left, right, top, bottom].map((one) => one && [toNumber(one.at), toNumber(one.off)]),
      ),
    ).toEqual([
      [null, [139, 1], null, null],
      [[162, 0], null, null, null],
      [null, null, null, [24, 0]],
      [null, null, [16, 0], null],
    ]);
  });
});
