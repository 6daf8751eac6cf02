import { describe, expect, it } from "vitest";
import { exact, type Layout, resolve, type Rows, rowSum, toJson } from "../../src/index";
import { oneBreakpoint, withBreakpoint } from "../layouts";
import { seeded } from "../random";

const withRows = (rows: Rows): Layout => withBreakpoint(oneBreakpoint(1440, 12), "first", (one) => ({ ...one, rows }));
const rowsAt = (rows: Rows, height: number) => {
  const resolved = resolve(withRows(rows), { width: exact(1440), height: exact(height) });
  if (!resolved.ok || !resolved.value.rows) throw new Error("no rows");
  return resolved.value.rows;
};

describe("repeating rows", () => {
  const rows = (height: string, gutter: string, offset = "0px"): Rows => ({ kind: "repeating", height, gutter, offset });

  it("rows of 20 with gutters of 5 have a pitch of 25; seven with the gutters above and below fill 180 (common practice)", () => {
    const found = rowsAt(rows("20px", "5px", "5px"), 180);
    expect([toJson(found.pitch), found.whole, toJson(found.leftover)]).toEqual(["25", 7, "5"]);
  });

  it.each([
    { height: 100, offset: "0px", whole: 4, leftover: "5", tracks: 4 },
    { height: 95, offset: "0px", whole: 4, leftover: "0", tracks: 4 },
    { height: 94, offset: "0px", whole: 3, leftover: "24", tracks: 4 },
    { height: 10, offset: "0px", whole: 0, leftover: "10", tracks: 1 },
    { height: 100, offset: "110px", whole: 0, leftover: "-10", tracks: 0 },
    { height: 100, offset: "-8px", whole: 4, leftover: "13", tracks: 5 },
  ])("in $height from $offset: $whole whole, $leftover left, $tracks drawn", ({ height, offset, whole, leftover, tracks }) => {
    const found = rowsAt(rows("20px", "5px", offset), height);
    expect([found.whole, toJson(found.leftover), found.tracks.length]).toEqual([whole, leftover, tracks]);
  });

  it("too many rows are refused with the path", () => {
    const resolved = resolve(withRows(rows("0.0001px", "0px")), { width: exact(1440), height: exact(800) });
    expect(resolved.ok ? [] : resolved.issues.map(({ path }) => path)).toEqual(["/layout/breakpoints/0/rows"]);
  });
});

describe("dividing rows", () => {
  const rows = (more: Partial<Extract<Rows, { kind: "dividing" }>> = {}): Rows => ({
    kind: "dividing",
    count: 6,
    gutter: "20px",
    margin: { start: "20px", end: "20px" },
    ...more,
  });

  it("1366 × 768 with 20 on all sides leaves a container of 1326 × 728 (common practice)", () => {
    const found = rowsAt(rows({ count: 1, gutter: "0px" }), 768);
    expect(found.tracks.map(({ start, height }) => [toJson(start), toJson(height)])).toEqual([["20", "728"]]);
  });

  it("six rows share 800 minus margins and gaps", () => {
    const found = rowsAt(rows(), 800);
    expect([toJson(found.pitch), found.whole, toJson(found.leftover)]).toEqual(["130", 6, "0"]);
  });

  it("a section with a maximum height leaves a remainder below; with a minimum it runs past the sheet", () => {
    const short = rowsAt(rows({ most: "500px" }), 800);
    expect([toJson(short.pitch), toJson(short.leftover)]).toEqual(["80", "300"]);
    const tall = rowsAt(rows({ least: "1000px" }), 800);
    expect([toJson(tall.leftover), tall.whole, tall.tracks.length]).toEqual(["0", 4, 6]);
  });
});

describe("the sum of rows", () => {
  it("is that of rows added one after the other, in 5,000 random sheets of whole px", () => {
    const random = seeded("sum of rows");
    const context = { width: exact(1440), rootFontSize: exact(16) };
    for (let round = 0; round < 5_000; round += 1) {
      const [height, gutter, sheet] = [random.integer(1, 90), random.integer(0, 40), random.integer(1, 3_000)];
      const offset = random.integer(-50, sheet + 50);
      const sum = rowSum({ kind: "repeating", height: `${height}px`, gutter: `${gutter}px`, offset: `${offset}px` }, exact(sheet), context);
      // Adds row after row until one would end below the sheet.
      let [whole, end] = [0, offset];
      while (offset + whole * (height + gutter) + height <= sheet) {
        end = offset + whole * (height + gutter) + height;
        whole += 1;
      }
      const found = [sum.whole, sum.gaps, toJson(sum.filled), toJson(sum.leftover)];
      expect(found, `${height}/${gutter} from ${offset} in ${sheet}`).toEqual([
        whole,
        Math.max(0, whole - 1),
        String(end - offset),
        String(sheet - end),
      ]);
    }
  });
});

describe("baseline", () => {
  it.each([
    { step: "8px", offset: "0px", height: 800, lines: 100, remainder: "0" },
    { step: "8px", offset: "4px", height: 803, lines: 99, remainder: "7" },
    { step: "0.5rem", offset: "0px", height: 20, lines: 2, remainder: "4" },
    { step: "8px", offset: "30px", height: 20, lines: 0, remainder: "0" },
  ])("steps of $step from $offset in $height: $lines lines, $remainder over", ({ step, offset, height, lines, remainder }) => {
    const layout = withBreakpoint(oneBreakpoint(1440, 12), "first", (one) => ({ ...one, baseline: { step, offset, emphasis: 4 } }));
    const resolved = resolve(layout, { width: exact(1440), height: exact(height) });
    const found = resolved.ok ? resolved.value.baseline : null;
    expect(found && [found.lines, toJson(found.remainder)]).toEqual([lines, remainder]);
  });
});
