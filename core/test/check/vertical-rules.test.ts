import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  applyPatch,
  type Breakpoint,
  check,
  findingWords,
  plainText,
  fixLabel,
  isWhole,
  divide,
  exact,
  fromJsonNumber,
  type Layout,
  resolveBaseline,
  resolveRows,
  type RuleId,
  type Rows,
  add,
  compare,
} from "../../src/index";
import { capped, cleanLayout, fixed, margin, withBreakpoint, withColumns } from "../layouts";
import { seedOf } from "../seed";

const found = (layout: Layout, rule: RuleId) => check(layout).findings.filter((one) => one.rule === rule);
const sums = (layout: Layout, rule: RuleId) => found(layout, rule).map((one) => plainText(findingWords(one, "Desk").sum));
const labels = (layout: Layout, rule: RuleId) => found(layout, rule).flatMap(({ fixes }) => fixes.map(fixLabel));
const desk = (more: Partial<Breakpoint>): Layout => withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, ...more }));
const repeating = (height: number, gutter: number, offset = 0): Rows => ({
  kind: "repeating",
  height: `${height}px`,
  gutter: `${gutter}px`,
  offset: `${offset}px`,
});
const dividing = (count: number, gutter: number, both = 0): Rows => ({
  kind: "dividing",
  count,
  gutter: `${gutter}px`,
  margin: { start: `${both}px`, end: `${both}px` },
});
const baseline = (step: number, offset = 0) => ({ step: `${step}px`, offset: `${offset}px`, emphasis: 4 });
const role = (name: string, lineHeight: string) => ({ name, size: "16px", lineHeight, font: "Archivo" });

describe("expected totals (common practice)", () => {
  const stated = (container: string, columns: Parameters<typeof withColumns>[2] = {}): Layout =>
    withColumns(desk({ drawnAt: { width: 1440, height: 800 } }), "desk", { ...columns, stated: { container } });

  it("1140 in 1440 with 12 columns and gutters of 20: columns rounded to 77 would make 1144", () => {
    const layout = stated("1144px", { container: fixed("1140px"), gutter: "20px", margin: margin("0px") });
    const [finding] = found(layout, "stated-total");
    expect(sums(layout, "stated-total")).toEqual(["12 × 76⅔ + 11 × 20 = 1140"]);
    expect(finding && plainText(findingWords(finding, "Desk").message)).toBe(
      "1144 is expected, which is 4 too many. Columns rounded to 77 make 1144; the exact column is 76⅔.",
    );
    expect(labels(layout, "stated-total")).toEqual(["Expected container → 1140", "Container → 1144"]);
  });

  it("360 expected at 393 with margins of 16, where it is 361", () => {
    const layout = withBreakpoint(
      withColumns(cleanLayout(), "phone", { margin: margin("16px"), stated: { container: "360px" } }),
      "phone",
      (one) => ({
        ...one,
        drawnAt: { width: 393, height: 852 },
      }),
    );
    expect(found(layout, "stated-total").map((one) => plainText(findingWords(one, "Phone").message))).toEqual([
      "360 is expected, which is 1 too few. Columns rounded to 78 make 360; the exact column is 78¼.",
    ]);
    expect(labels(layout, "stated-total")).toEqual(["Expected container → 361", "Margin → 16½"]);
  });

  it("an expected column that matches passes; one that no decimal can write is removed", () => {
    const holds = withColumns(cleanLayout(), "desk", { stated: { column: "74px", container: "1152px" } });
    expect(found(holds, "stated-total")).toEqual([]);
    const third = withColumns(cleanLayout(), "desk", { gutter: "20px", stated: { column: "78px" } });
    expect(sums(third, "stated-total")).toEqual(["(1152 − 11 × 20) ÷ 12 = 77⅔"]);
    expect(labels(third, "stated-total")[0]).toBe("Remove the expected column");
  });
});

describe("rows against the base unit and the baseline", () => {
  it.each<[string, Rows, readonly string[], readonly string[]]>([
    ["8 and 8 hold", repeating(8, 8), [], []],
    ["20 with gutters of 8 stands on the half step", repeating(20, 8), ["note"], ["Row → 16", "Row → 24"]],
    ["22 with gutters of 8 stands off it", repeating(22, 8), ["caution"], ["Row → 16", "Row → 24"]],
    ["both off are mended together", repeating(22, 6), ["caution"], ["Row and gutter → 24, 8"]],
    ["dividing rows are held by their gutter only", dividing(7, 20), ["note"], ["Row gutter → 16", "Row gutter → 24"]],
  ])("%s", (_, rows, levels, fixes) => {
    const layout = desk({ rows });
    expect(found(layout, "row-on-base").map(({ level }) => level)).toEqual(levels);
    expect(labels(layout, "row-on-base")).toEqual(fixes);
  });

  it("rows of 20 with gutters of 5 repeat every 25: on a step of 8 every row starts elsewhere (common practice)", () => {
    const layout = desk({ rows: repeating(20, 5), baseline: baseline(8) });
    expect(sums(layout, "rows-on-baseline")).toEqual(["20 + 5 = 25 = 3⅛ × 8"]);
    expect(labels(layout, "rows-on-baseline")).toEqual(["Row → 19", "Row gutter → 4", "Row → 27", "Row gutter → 12"]);
  });

  it("dividing rows are fixed by their gutter, since their height is computed", () => {
    const layout = desk({ rows: dividing(6, 16, 16), baseline: baseline(8) });
    for (const { fixes } of found(layout, "rows-on-baseline"))
      for (const fix of fixes) {
        const mended = applyPatch(layout, fix.patch);
        if (!mended.ok) throw new Error("no layout");
        const { rows, drawnAt } = mended.value.breakpoints[2] ?? { rows: null, drawnAt: { height: 0 } };
        const made = rows && resolveRows(rows, fromJsonNumber(drawnAt.height), { width: exact(1280), rootFontSize: exact(16) });
        expect(made && isWhole(divide(made.pitch, exact(8)))).toBe(true);
      }
    expect(labels(layout, "rows-on-baseline").length).toBeGreaterThan(0);
  });

  it.each([
    [8, []],
    [4, []],
    [16, []],
    [5, ["Baseline → 4", "Baseline → 8"]],
    [6, ["Baseline → 4", "Baseline → 8"]],
    [12, ["Baseline → 8", "Baseline → 16"]],
    [100, ["Baseline → 32"]],
  ])("a step of %d on a base of 8", (step, fixes) => {
    expect(labels(desk({ baseline: baseline(step) }), "baseline-on-base")).toEqual(fixes);
  });

  it("line heights are checked at every breakpoint that has a baseline, in rem as in px", () => {
    const text = [role("Body", "1.5rem"), role("Small print", "18px"), role("Heading", "30px")];
    const layout = { ...desk({ baseline: baseline(8) }), text };
    expect(sums(layout, "line-height-on-baseline")).toEqual(["18 = 2¼ × 8; 30 = 3¾ × 8"]);
    expect(labels(layout, "line-height-on-baseline")).toEqual(["Round all line heights"]);
    const [fix] = found(layout, "line-height-on-baseline").flatMap(({ fixes }) => fixes);
    const mended = applyPatch(layout, fix?.patch ?? []);
    expect(mended.ok && mended.value.text.map(({ lineHeight }) => lineHeight)).toEqual(["1.5rem", "16px", "32px"]);
    expect(found({ ...layout, text: text.slice(0, 2) }, "line-height-on-baseline").flatMap(({ fixes }) => fixes.map(fixLabel))).toEqual([
      "Line height → 16",
      "Line height → 24",
    ]);
    expect(found({ ...cleanLayout(), text }, "line-height-on-baseline")).toEqual([]);
  });
});

describe("the remainder at the bottom of a sheet", () => {
  it.each<[string, Partial<Breakpoint>, readonly string[]]>([
    ["a sheet that ends in a gutter cuts no row", { rows: repeating(8, 8) }, []],
    ["a row of 40 cut after 32", { rows: repeating(40, 8) }, ["40 − 32 = 8 cut"]],
    ["part of a line", { baseline: baseline(24) }, ["800 − 792 = 8"]],
    ["rows that are higher than the sheet", { rows: { ...dividing(4, 8), least: "1000px" } as Rows }, ["244 − 44 = 200 cut"]],
    ["rows that divide the sheet leave nothing", { rows: dividing(7, 12, 20) }, []],
    ["an offset past the sheet", { rows: repeating(40, 8, 900) }, []],
  ])("%s", (_, more, expected) => {
    expect(sums(desk(more), "height-remainder")).toEqual(expected);
  });

  it("is removed by the nearest heights that cut neither a row nor a line", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }).map((n) => n * 4),
        fc.integer({ min: 0, max: 6 }).map((n) => n * 4),
        fc.constantFrom(4, 8, 12),
        fc.integer({ min: 300, max: 1400 }),
        (height, gutter, step, tall) => {
          const layout = desk({ rows: repeating(height, gutter), baseline: baseline(step), drawnAt: { width: 1280, height: tall } });
          for (const { fixes } of found(layout, "height-remainder"))
            for (const fix of fixes) {
              const mended = applyPatch(layout, fix.patch);
              const breakpoint = mended.ok ? mended.value.breakpoints[2] : undefined;
              if (!breakpoint?.rows || !breakpoint.baseline) throw new Error("no layout");
              const sheet = fromJsonNumber(breakpoint.drawnAt.height);
              const context = { width: exact(1280), rootFontSize: exact(16) };
              expect(resolveBaseline(breakpoint.baseline, sheet, context).remainder).toEqual(exact(0));
              const last = resolveRows(breakpoint.rows, sheet, context)?.tracks.at(-1);
              expect(last && compare(add(last.start, last.height), sheet)).toBeLessThanOrEqual(0);
            }
        },
      ),
      { seed: seedOf("height remainder"), numRuns: 100 },
    );
  });
});

describe("from one breakpoint to the next", () => {
  it("a phone's 16, a tablet's 32, a desk's 64: margins rise, so the container gets narrower at each breakpoint", () => {
    const layout = withColumns(withColumns(cleanLayout(), "phone", { margin: margin("16px") }), "tablet", { margin: margin("32px") });
    expect(sums(layout, "steps-rise")).toEqual(["536 < 568", "896 < 960"]);
    expect(labels(layout, "steps-rise")).toEqual(["At most 704, margins 16", "Margin → 16", "At most 1152, margins 32", "Margin → 32"]);
  });

  it("a cap that is narrower than the container below is fixed by the cap", () => {
    const layout = withColumns(cleanLayout(), "desk", { container: capped("800px") });
    expect(sums(layout, "steps-rise")).toEqual(["800 < 896"]);
    expect(labels(layout, "steps-rise")).toEqual(["Container at most 896"]);
  });

  it("counts, gutters and margins that get smaller are each reported", () => {
    const layout = withColumns(cleanLayout(), "desk", { count: 6, gutter: "8px", margin: { start: "64px", end: "56px" } });
    expect(sums(layout, "steps-rise")).toEqual(["6 < 8", "8 < 16", "56 < 64"]);
    expect(labels(layout, "steps-rise")).toContain("Columns → 8");
  });

  it("gutters of a single column do not count, and margins in % are compared at the breakpoint's width", () => {
    expect(found(withColumns(cleanLayout(), "phone", { count: 1, gutter: "40px" }), "steps-rise")).toEqual([]);
    const layout = withColumns(cleanLayout(), "desk", { margin: margin("5%") });
    // 5 % of 1024 is 51.2, below the tablet's 64.
    expect(sums(layout, "steps-rise")).toEqual(["51.2 < 64"]);
  });
});

describe("counts, margins and gutters (common practice)", () => {
  it.each([1, 2, 3, 4, 6, 8, 12, 16, 24])("%d columns divide well", (count) => {
    expect(found(withColumns(cleanLayout(), "desk", { count }), "divides-well")).toEqual([]);
  });
  it.each([
    [5, ["Columns → 4", "Columns → 6"]],
    [10, ["Columns → 8", "Columns → 12"]],
    [14, ["Columns → 12", "Columns → 16"]],
    [7, ["Columns → 6", "Columns → 8"]],
  ])("%d columns do not", (count, fixes) => {
    expect(labels(withColumns(cleanLayout(), "desk", { count }), "divides-well")).toEqual(fixes);
  });
  it("a gutter wider than the margins is a note, fixed by either", () => {
    const layout = withColumns(cleanLayout(), "desk", { gutter: "72px" });
    expect(found(layout, "margins-not-below-gutter").map(({ level }) => level)).toEqual(["note"]);
    expect(labels(layout, "margins-not-below-gutter")).toEqual(["Margin → 72", "Gutter → 64"]);
    expect(found(withColumns(cleanLayout(), "desk", { count: 1, gutter: "72px" }), "margins-not-below-gutter")).toEqual([]);
  });
});
