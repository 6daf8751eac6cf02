import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  add,
  compare,
  divide,
  exact,
  fromToday,
  type Exact,
  isWhole,
  multiply,
  rankSets,
  setAt,
  type SetSearch,
  type SetsFound,
  type Steps,
  subtract,
  toJson,
  wholePixelSets,
  type WholePixelSet,
} from "../../src/index";
import { seedOf } from "../seed";

const steps = (from: number, to: number, step: number): Steps => ({ from: exact(from), to: exact(to), step: exact(step) });
const line = ({ columns, column, gutter, margin, container }: WholePixelSet): string =>
  [columns, ...[column, gutter, margin, container].map(toJson)].join(" ");

const listed = (found: SetsFound): readonly string[] =>
  found.ok ? Array.from({ length: found.list.length }, (_, index) => line(setAt(found.list, index))) : ["faulty"];

/** The plain triple loop: tries every combination. */
const tried = ({ width, outer, columns, gutter, edgeGutters, leastColumn }: SetSearch): readonly string[] => {
  const values = ({ from, to, step }: Steps): readonly Exact[] => {
    const list = [from];
    for (let next = add(from, step); compare(next, to) <= 0 && compare(step, exact(0)) > 0; next = add(next, step)) list.push(next);
    return list;
  };
  const margins = "margin" in outer ? values(outer.margin) : [divide(subtract(width, outer.container), exact(2))];
  const found: string[] = [];
  for (const n of [...new Set(columns)].sort((a, b) => a - b))
    for (const g of values(gutter))
      for (const m of margins) {
        const container = subtract(width, multiply(exact(2), m));
        const gaps = exact(n - 1 + (edgeGutters === "half" ? 1 : 0));
        const column = divide(subtract(container, multiply(gaps, g)), exact(n));
        if (isWhole(column) && compare(column, leastColumn) >= 0 && compare(column, exact(1)) >= 0)
          found.push(line({ columns: n, column, gutter: g, margin: m, container }));
      }
  return found;
};

const eighths = (least: number, most: number) => fc.integer({ min: least * 8, max: most * 8 }).map((n) => exact(n, 8));
const range = (most: number): fc.Arbitrary<Steps> =>
  fc
    .tuple(eighths(0, most), fc.integer({ min: 0, max: 30 }), fc.constantFrom(exact(1), exact(8), exact(1, 2), exact(3, 4), exact(1, 3)))
    .map(([from, count, step]) => ({ from, to: add(from, multiply(step, exact(count))), step }));

describe("whole-pixel sets", () => {
  it("are those that trying every combination finds, in the same order", () => {
    fc.assert(
      fc.property(
        fc.record({
          width: fc.oneof(
            fc.integer({ min: 200, max: 2600 }).map((n) => exact(n)),
            eighths(200, 2600),
          ),
          outer: fc.oneof(
            range(200).map((margin) => ({ margin })),
            eighths(100, 2000).map((container) => ({ container })),
          ),
          columns: fc.array(fc.integer({ min: 1, max: 24 }), { minLength: 1, maxLength: 6 }),
          gutter: range(48),
          edgeGutters: fc.constantFrom("none" as const, "half" as const),
          leastColumn: fc.oneof(fc.constant(exact(1)), eighths(1, 90)),
        }),
        (search) => {
          const found = wholePixelSets({ ...search, limit: 100_000 });
          if ("container" in search.outer && compare(search.outer.container, search.width) > 0) {
            // Margins below 0 do not count.
            expect(found.ok ? [] : found.issues.map(({ path }) => path)).toEqual(["/container"]);
            return;
          }
          const lines = listed(found);
          expect(lines).toEqual(tried({ ...search, limit: 0 }));
          expect(found.ok && found.total).toBe(lines.length);
        },
      ),
      { numRuns: 200, seed: seedOf("whole-pixel sets") },
    );
  });

  it("1280, 12 columns, gutters and margins on 8: the set closest to 20 and 64 is 24 and 64 with 74 (common practice)", () => {
    const found = wholePixelSets({
      width: exact(1280),
      outer: { margin: steps(32, 96, 8) },
      columns: [12],
      gutter: steps(8, 40, 8),
      edgeGutters: "none",
      leastColumn: exact(48),
      limit: 1000,
    });
    expect(found.ok && found.total).toBe(15);
    expect(listed(found)).toContain("12 74 24 64 1152");
  });

  it("1920 with margins of 10 and gutters of 20: 12 columns of 140 or 16 of 100 (common practice)", () => {
    const found = wholePixelSets({
      width: exact(1920),
      outer: { margin: steps(10, 10, 1) },
      columns: [16, 12],
      gutter: steps(20, 20, 1),
      edgeGutters: "none",
      leastColumn: exact(1),
      limit: 10,
    });
    expect(listed(found)).toEqual(["12 140 20 10 1900", "16 100 20 10 1900"]);
  });

  it("are ranked by their distance from today's numbers, or by width, among those the filters keep", () => {
    const found = wholePixelSets({
      width: exact(1280),
      outer: { margin: steps(32, 96, 4) },
      columns: [10, 12],
      gutter: steps(8, 40, 4),
      edgeGutters: "none",
      leastColumn: exact(48),
      limit: 1000,
    });
    if (!found.ok) throw new Error("refused");
    const today = { columns: 12, column: exact(233, 3), gutter: exact(20), margin: exact(64) };
    const none = { gutter: false, margin: false, column: false, parts: false };
    const rank = (more: Partial<Parameters<typeof rankSets>[1]>) =>
      Array.from(rankSets(found.list, { base: exact(8), filters: none, order: "closest", today, ...more }), (index) =>
        setAt(found.list, index),
      );
    const all = rank({});
    expect(all).toHaveLength(found.total);
    const distances = all.map((set) => fromToday(set, today));
    expect(distances.every((far, index) => index === 0 || compare(distances[index - 1] ?? far, far) <= 0)).toBe(true);
    expect(rank({ filters: { ...none, gutter: true, margin: true } }).map(line)[0]).toBe("12 74 24 64 1152");
    expect(toJson(distances[0] ?? exact(0))).toBe("4");
    const kept = rank({ filters: { gutter: true, margin: true, column: true, parts: true }, order: "widest-column" });
    expect(kept.length).toBeGreaterThan(0);
    for (const { columns, column, gutter, margin } of kept) {
      const spans = [2, 3, 4]
        .filter((parts) => columns % parts === 0)
        .map((parts) => multiply(exact(columns / parts), add(column, gutter)));
      for (const length of [column, gutter, margin, ...spans.map((span) => subtract(span, gutter))])
        expect(isWhole(divide(length, exact(8)))).toBe(true);
    }
    const widest = rank({ order: "widest-container" }).map(({ container }) => container);
    expect(widest.every((one, index) => index === 0 || compare(widest[index - 1] ?? one, one) >= 0)).toBe(true);
  });

  it("are all counted, and listed up to the number asked for", () => {
    const search: SetSearch = {
      width: exact(1440),
      outer: { margin: steps(0, 400, 1) },
      columns: Array.from({ length: 24 }, (_, index) => index + 1),
      gutter: steps(0, 64, 1),
      edgeGutters: "none",
      leastColumn: exact(1),
      limit: 10,
    };
    const few = wholePixelSets(search);
    const all = wholePixelSets({ ...search, limit: 1_000_000 });
    expect(few.ok && [few.list.length, few.total]).toEqual([10, all.ok && all.list.length]);
  });

  it.each<[string, Partial<SetSearch>, string]>([
    ["a range that falls", { gutter: steps(20, 10, 1) }, "/gutter/to"],
    ["no step", { gutter: steps(10, 20, 0) }, "/gutter/step"],
    ["too many steps", { outer: { margin: { from: exact(0), to: exact(100), step: exact(1, 1000) } } }, "/margin/step"],
    ["a negative gutter", { gutter: steps(-8, 20, 1) }, "/gutter/from"],
    ["half a column", { columns: [12, 1.5] }, "/columns/1"],
    ["97 columns", { columns: [97] }, "/columns/0"],
  ])("%s is refused with its path", (_, more, path) => {
    const found = wholePixelSets({
      width: exact(1440),
      outer: { margin: steps(0, 96, 8) },
      columns: [12],
      gutter: steps(0, 64, 8),
      edgeGutters: "none",
      leastColumn: exact(1),
      limit: 10,
      ...more,
    });
    expect(found.ok ? [] : found.issues.map((issue) => issue.path)).toContain(path);
  });
});
