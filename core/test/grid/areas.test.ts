import { describe, expect, it } from "vitest";
import { type Area, type AreaGeometry, exact, type Layout, parseLayout, resolve, toJson } from "../../src/index";
import { area, deskWith, own, placed, randomAreas } from "../areas";
import { seeded } from "../random";

const areasOf = (layout: Layout, width = 1280): readonly AreaGeometry[] => {
  const resolved = resolve(layout, { width: exact(width) });
  if (!resolved.ok) throw new Error(JSON.stringify(resolved.issues));
  return resolved.value.areas;
};
const said = ({ area: { id }, left, right, top, bottom, row }: AreaGeometry) =>
  `${id} ${toJson(left)}–${toJson(right)} ${top ? toJson(top) : "?"}–${bottom ? toJson(bottom) : "?"} r${row}`;
const told = (layout: Layout, width?: number) => areasOf(layout, width).map(said);

describe("positions of areas", () => {
  it("are sums of their columns and rows: 760 = 8 × 74 + 7 × 24, 248 = 16 × 8 + 15 × 8", () => {
    const layout = deskWith([
      area("masthead", { desk: placed(1, 12, { row: 1, rowSpan: 4, leaves: "both", reason: "Bar colour." }) }),
      area("search", { desk: placed(1, 4, { row: 7, rowSpan: 24 }) }),
      area("sailings", { desk: placed(5, 8, { row: 7, rowSpan: 16 }) }),
      area("map", { desk: placed(9, 4, { row: 25, rowSpan: 22, leaves: "end", by: "24px", reason: "Open sea." }) }),
    ]);
    expect(told(layout)).toEqual([
      "masthead 0–1280 0–56 r1",
      "search 64–432 96–472 r7",
      "sailings 456–1216 96–344 r7",
      "map 848–1240 384–728 r25",
    ]);
    const sailings = areasOf(layout)[2];
    expect([sailings && toJson(sailings.width), sailings?.height && toJson(sailings.height)]).toEqual(["760", "248"]);
  });

  it("continue in further sections where rows divide: the seventh of six is the first of the next", () => {
    const rows = { kind: "dividing", count: 6, gutter: "20px", margin: { start: "20px", end: "20px" } } as const;
    const layout = deskWith(
      [
        area("a", { desk: placed(1, 6, { row: 1, rowSpan: 3 }) }),
        area("b", { desk: placed(1, 6, { row: 7 }) }),
        area("c", { desk: placed(7, 6, { row: 6, rowSpan: 2 }) }),
      ],
      { rows, height: 800 },
    );
    // (800 − 40 − 100) ÷ 6 = 110; the next section begins at 800.
    expect(told(layout)).toEqual(["a 64–628 20–390 r1", "b 64–628 820–930 r7", "c 652–1216 670–930 r6"]);
  });

  it("give the order and no height where rows are bands; an area with rows of its own has a height there", () => {
    const inside = own(2, { rows: { kind: "repeating", height: "12px", gutter: "4px", offset: "0px" } });
    const layout = deskWith(
      [
        area("first", { desk: placed(1, 12) }),
        area("second", { desk: placed(1, 6, { inside }) }),
        area("card", { desk: placed(2, 1, { row: 2, rowSpan: 3 }) }, { within: "second" }),
        area("third", { desk: placed(7, 6) }),
      ],
      { rows: null },
    );
    expect(told(layout)).toEqual(["first 64–1216 ?–? r1", "second 64–628 ?–? r2", "card 354–612 ?–? r2", "third 652–1216 ?–? r2"]);
    const card = areasOf(layout)[2];
    // 3 × 12 + 2 × 4
    expect(card?.height && toJson(card.height)).toBe("44");
  });

  it("keep outer lines inside, and count rows from the area's first", () => {
    const layout = deskWith([
      area("results", { desk: placed(5, 8, { row: 7, rowSpan: 16, inside: { kind: "same" } }) }),
      area("left", { desk: placed(1, 4, { row: 1, rowSpan: 4 }) }, { within: "results" }),
      area("right", { desk: placed(5, 4, { row: 5, rowSpan: 4 }) }, { within: "results" }),
      area("deep", { desk: placed(2, 2, { row: 2 }) }, { within: "right" }),
    ]);
    // Row 5 of results is row 11 of the sheet, from 160; row 2 of right is row 12.
    expect(told(layout)).toEqual([
      "results 456–1216 96–344 r7",
      "left 456–824 96–152 r1",
      "right 848–1216 160–216 r5",
      "deep 946–1118 176–184 r2",
    ]);
    expect(areasOf(layout).map(({ depth, inside }) => [depth, inside?.kind ?? null, inside?.count ?? null])).toEqual([
      [0, "same", 8],
      [1, null, null],
      [1, "same", 4],
      [2, null, null],
    ]);
  });

  it("use an area's own grid inside: its columns in the area's width, % of that width, rows that divide its height", () => {
    const rows = { kind: "dividing", count: 4, gutter: "8px", margin: { start: "0px", end: "0px" } } as const;
    const layout = deskWith([
      area("card", {
        desk: placed(5, 8, { row: 7, rowSpan: 16, inside: own(3, { gutter: "0.25fr", margin: { start: "10%", end: "1rem" }, rows }) }),
      }),
      area("part", { desk: placed(2, 2, { row: 3, rowSpan: 2 }) }, { within: "card" }),
    ]);
    // 760 − 76 − 16 = 668 = 3c + 2 · c/4, so c = 1336/7, g = 334/7; the second column starts at 456 + 76 + 1670/7.
    // Rows: (248 − 3 × 8) ÷ 4 = 56; the third starts at 96 + 2 × 64.
    expect(told(layout)[1]).toBe("part 5394/7–1200 224–344 r3");
  });

  it("leave out what is inside an area that is not shown there", () => {
    const layout = deskWith([
      area("outer", {}),
      area("inner", { desk: placed(1, 2) }, { within: "outer" }),
      area("other", { desk: placed(1, 2) }),
    ]);
    expect(areasOf(layout).map(({ area: { id } }) => id)).toEqual(["other"]);
  });

  it("match px computed independently in floating point, from the outside in (1,000 layouts, up to three deep)", () => {
    const random = seeded("areas");
    let depths = 0;
    for (let round = 0; round < 1000; round += 1) {
      const count = random.integer(1, 12);
      const rows = random.integer(0, 2) === 0 ? null : ({ kind: "repeating", height: "8px", gutter: "8px", offset: "4px" } as const);
      const areas = randomAreas(random, "desk", count, rows !== null);
      const layout = deskWith(areas, { count, rows, gutter: `${random.integer(0, 24)}px` });
      const width = random.integer(400, 1600);
      const geometry = new Map(areasOf(layout, width).map((one) => [one.area.id, one]));
      for (const { area: one, left, right, top, bottom, placement, row } of geometry.values()) {
        const outside = boxOf(layout, one, width, geometry);
        expect(toNumberOf(left), JSON.stringify(areas)).toBeCloseTo(outside.left, 6);
        expect(toNumberOf(right)).toBeCloseTo(outside.right, 6);
        expect(top && toNumberOf(top)).toSatisfy((value: number | null) =>
          outside.top === null ? value === null : Math.abs((value ?? NaN) - outside.top) < 1e-6,
        );
        expect(bottom === null).toBe(top === null);
        if (placement.row !== undefined) expect(row).toBe(placement.row);
        if (one.within !== undefined) depths += 1;
      }
    }
    expect(depths).toBeGreaterThan(1000);
  });
});

const toNumberOf = ({ n, d }: { readonly n: number; readonly d: number }): number => n / d;
const number = (text: string): number => Number.parseFloat(text);

/**
 * An area's box in floating point, computed another way: the lines of its grid one after the other, from its parent's
 * box.
 */
const boxOf = (
  layout: Layout,
  one: Area,
  width: number,
  geometry: ReadonlyMap<string, AreaGeometry>,
): { left: number; right: number; top: number | null } => {
  const [breakpoint] = layout.breakpoints;
  const placement = one.placements["desk"];
  const row = geometry.get(one.id)?.row ?? 0;
  if (!breakpoint || !placement) throw new Error("not placed");
  const lines = (outer: Area | null): { starts: number[]; ends: number[]; rowTop: ((row: number) => number) | null } => {
    if (!outer) {
      const { count, gutter, margin } = breakpoint.columns;
      const column = (width - number(margin.start) - number(margin.end) - (count - 1) * number(gutter)) / count;
      const starts = Array.from({ length: count }, (_, i) => number(margin.start) + i * column + i * number(gutter));
      const { rows } = breakpoint;
      return {
        starts,
        ends: starts.map((start) => start + column),
        rowTop: rows?.kind === "repeating" ? (at) => number(rows.offset) + (at - 1) * (number(rows.height) + number(rows.gutter)) : null,
      };
    }
    const standing = outer.placements["desk"];
    if (!standing) throw new Error("not shown");
    const box = boxOf(layout, outer, width, geometry);
    if (standing.inside?.kind === "own") {
      const { count, gutter, margin, rows } = standing.inside;
      const column = (box.right - box.left - number(margin.start) - number(margin.end) - (count - 1) * number(gutter)) / count;
      const starts = Array.from({ length: count }, (_, i) => box.left + number(margin.start) + i * (column + number(gutter)));
      const { top } = box;
      return {
        starts,
        ends: starts.map((start) => start + column),
        rowTop: rows?.kind === "repeating" && top !== null ? (at) => top + (at - 1) * (number(rows.height) + number(rows.gutter)) : null,
      };
    }
    const around = lines(layout.areas.find(({ id }) => id === outer.within) ?? null);
    const at = standing.column - 1;
    const outerRow = geometry.get(outer.id)?.row ?? 0;
    const { rowTop } = around;
    return {
      starts: around.starts.slice(at, at + standing.span),
      ends: around.ends.slice(at, at + standing.span),
      rowTop: rowTop && ((inner) => rowTop(outerRow + inner - 1)),
    };
  };
  const grid = lines(layout.areas.find(({ id }) => id === one.within) ?? null);
  const start = grid.starts[placement.column - 1] ?? NaN;
  const end = grid.ends[placement.column + placement.span - 2] ?? NaN;
  const { leaves, by } = placement;
  return {
    left: leaves === "start" || leaves === "both" ? (by === undefined ? 0 : start - number(by)) : start,
    right: leaves === "end" || leaves === "both" ? (by === undefined ? width : end + number(by)) : end,
    top: grid.rowTop ? grid.rowTop(row) : null,
  };
};

describe("an areas document", () => {
  const parse = (areas: unknown) => parseLayout({ ...deskWith([]), areas });
  it.each([
    ["an area within itself", [area("a", {}, { within: "a" })], "/areas/0/within", "must not lead back to the area itself"],
    ["areas within each other", [area("a", {}, { within: "b" }), area("b", {}, { within: "a" })], "/areas/0/within", "must not lead back"],
    [
      "four deep",
      [area("a", {}), area("b", {}, { within: "a" }), area("c", {}, { within: "b" }), area("d", {}, { within: "c" })],
      "/areas/3/within",
      "must not go deeper than 3",
    ],
    ["within nothing", [area("a", {}, { within: "b" })], "/areas/0/within", "names no area; the areas are a"],
    [
      "at a breakpoint that is none",
      [area("a", { hall: placed(1, 2) })],
      "/areas/0/placements/hall",
      "names no breakpoint; the breakpoints are desk",
    ],
    ["half a column", [area("a", { desk: placed(1.5, 2) })], "/areas/0/placements/desk/column", "must be a whole number"],
    ["half a span", [area("a", { desk: placed(1, 2.5) })], "/areas/0/placements/desk/span", "must be a whole number"],
    ["201 areas", Array.from({ length: 201 }, (_, index) => area(`a${index}`, {})), "/areas", "must hold at most 200 areas; it holds 201"],
    ["an id that is none", [area("__proto__", {})], "/areas/0/id", "must be an id"],
    ["a name of nothing", [{ ...area("a", {}), name: " " }], "/areas/0/name", "must not be empty"],
    [
      "leaving by less than nothing",
      [area("a", { desk: placed(1, 2, { leaves: "start", by: "-4px" }) })],
      "/areas/0/placements/desk/by",
      "must",
    ],
    ["a text size at a breakpoint that is none", [], "/text/0/at/hall", "names no breakpoint"],
  ])("refuses %s, with its place and what would be right", (_, areas, path, message) => {
    const parsed = path.startsWith("/text")
      ? parseLayout({
          ...deskWith([]),
          text: [{ name: "Body", size: "16px", lineHeight: "24px", font: "", at: { hall: { size: "18px", lineHeight: "28px" } } }],
        })
      : parse(areas);
    expect(parsed.ok).toBe(false);
    if (!parsed.ok)
      expect(parsed.issues.map((issue) => `${issue.path} ${issue.message}`)).toContainEqual(expect.stringContaining(`${path} ${message}`));
  });

  it("accepts what a check reports: columns and rows outside the grid, overlapping areas", () => {
    expect(parse([area("a", { desk: placed(-3, 40, { row: -2, rowSpan: 3 }) }), area("b", { desk: placed(0, 1, { row: 0 }) })]).ok).toBe(
      true,
    );
  });
});
