import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  add,
  equals,
  exact,
  type Exact,
  type GivesWay,
  type Held,
  multiply,
  solve,
  type Solved,
  solveTerms,
  toJson,
  zero,
} from "../../src/index";

const n = (value: number, d = 1): Exact => exact(value, d);
const both = (value: number) => ({ start: n(value), end: n(value) });
const json = (solved: Solved) => ({
  width: solved.width && toJson(solved.width),
  columns: solved.columns,
  column: solved.column && toJson(solved.column),
  gutter: solved.gutter && toJson(solved.gutter),
  margin: solved.margin && [toJson(solved.margin.start), toJson(solved.margin.end)],
  container: solved.container && toJson(solved.container),
  leftover: solved.leftover && toJson(solved.leftover),
  problem: solved.problem?.code ?? null,
});

describe("computing the term that is left open", () => {
  const held = { width: n(1440), columns: 12, gutter: n(24), margin: both(96) };
  it.each<[string, Held, Partial<ReturnType<typeof json>>]>([
    ["the column", { ...held, givesWay: "column" }, { column: "82", container: "1248", leftover: "0" }],
    ["the gutter", { width: n(1440), columns: 12, column: n(82), margin: both(96), givesWay: "gutter" }, { gutter: "24" }],
    [
      "the margin",
      { width: n(1440), columns: 12, column: n(74), gutter: n(24), givesWay: "margin" },
      { margin: ["144", "144"], container: "1152" },
    ],
    ["the width", { columns: 12, column: n(82), gutter: n(24), margin: both(96), givesWay: "width" }, { width: "1440", container: "1248" }],
    ["the count", { width: n(1440), column: n(80), gutter: n(24), margin: both(96), givesWay: "columns" }, { columns: 12, leftover: "24" }],
    [
      "the count with edge gutters",
      { container: n(960), column: n(60), gutter: n(20), edgeGutters: "half", givesWay: "columns" },
      { columns: 12, leftover: "0" },
    ],
    [
      "the margin from a known container",
      { width: n(1440), container: n(1152), columns: 12, gutter: n(24), givesWay: "margin" },
      { margin: ["144", "144"], column: "74" },
    ],
    [
      "an unequal margin, keeping its difference",
      { width: n(1440), container: n(1152), margin: { start: n(10), end: n(30) }, givesWay: "margin" },
      { margin: ["134", "154"] },
    ],
    [
      "the column with a fraction",
      { width: n(1440), columns: 12, gutter: n(20), margin: both(96), givesWay: "column" },
      { column: "257/3" },
    ],
    [
      "one column without gutters known",
      { width: n(400), columns: 1, margin: both(16), givesWay: "column" },
      { column: "368", gutter: null, leftover: "0" },
    ],
  ])("is %s", (_, terms, expected) => {
    expect(json(solve(terms))).toMatchObject({ ...expected, problem: null });
  });

  it.each<[string, Held, string, Partial<ReturnType<typeof json>>]>([
    [
      "gutters that take all the room",
      { width: n(320), columns: 12, gutter: n(32), margin: both(16), givesWay: "column" },
      "negative",
      { column: null },
    ],
    [
      "columns that take all the room",
      { width: n(320), columns: 12, column: n(40), margin: both(16), givesWay: "gutter" },
      "negative",
      { gutter: null },
    ],
    ["a container wider than the width", { width: n(320), container: n(400), givesWay: "margin" }, "negative", { margin: null }],
    [
      "margins wider than the width",
      { width: n(320), columns: 4, gutter: n(8), margin: both(200), givesWay: "column" },
      "negative",
      { column: null, container: null },
    ],
    [
      "one column has no gap",
      { width: n(320), columns: 1, column: n(288), margin: both(16), givesWay: "gutter" },
      "no-gap",
      { gutter: null },
    ],
    [
      "not even one column fits",
      { container: n(50), column: n(60), gutter: n(8), givesWay: "columns" },
      "no-column-fits",
      { columns: null },
    ],
    [
      "a stated container of 1144 for 1140",
      { container: n(1144), columns: 12, column: n(230, 3), gutter: n(20), givesWay: "margin" },
      "contradiction",
      {},
    ],
    [
      "a stated container of 360 at 393 with margins of 16",
      { width: n(393), margin: both(16), container: n(360), columns: 4, gutter: n(16), givesWay: "column" },
      "contradiction",
      { column: null },
    ],
  ])("%s: %s", (_, terms, code, expected) => {
    expect(json(solve(terms))).toMatchObject({ ...expected, problem: code });
  });

  it("leaves undetermined what the held terms do not determine", () => {
    expect(json(solve({ columns: 12, gutter: n(24), givesWay: "column" }))).toEqual({
      width: null,
      columns: 12,
      column: null,
      gutter: "24",
      margin: null,
      container: null,
      leftover: null,
      problem: null,
    });
  });

  it("closes both sums from any closing numbers, whichever term is computed", () => {
    const size = fc.integer({ min: 1, max: 4000 }).map((value) => n(value, 4));
    fc.assert(
      fc.property(
        fc.record({ columns: fc.integer({ min: 2, max: 24 }), column: size, gutter: size, start: size, end: size }),
        fc.constantFrom(...solveTerms),
        fc.constantFrom("none" as const, "half" as const),
        ({ columns, column, gutter, start, end }, givesWay: GivesWay, edgeGutters) => {
          const gaps = columns - 1 + (edgeGutters === "half" ? 1 : 0);
          const container = add(multiply(n(columns), column), multiply(n(gaps), gutter));
          const width = add(add(start, container), end);
          const solved = solve({ width, columns, column, gutter, margin: { start, end }, edgeGutters, givesWay });
          expect(solved.problem).toBeNull();
          expect(
            [solved.width, solved.column, solved.gutter, solved.margin?.start, solved.margin?.end, solved.container].map((one, index) => {
              const expected = [width, column, gutter, start, end, container][index] ?? zero;
              return one !== null && one !== undefined && equals(one, expected);
            }),
          ).toEqual([true, true, true, true, true, true]);
          expect(solved.columns).toBe(columns);
        },
      ),
    );
  });
});
