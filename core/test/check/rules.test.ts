import { describe, expect, it } from "vitest";
import {
  applyPatch,
  type Area,
  type Breakpoint,
  check,
  findingWords,
  plainText,
  fixLabel,
  type Layout,
  parseLayout,
  type RuleId,
  ruleIds,
} from "../../src/index";
import { area, own, placed } from "../areas";
import { capped, cleanLayout, fixed, margin, oneBreakpoint, withBreakpoint, withColumns } from "../layouts";

const broken = (layout: Layout): readonly RuleId[] => [...new Set(check(layout).findings.map(({ rule }) => rule))];

const rows = { kind: "repeating" as const, height: "8px", gutter: "8px", offset: "0px" };
const baseline = { step: "8px", offset: "0px", emphasis: 4 };
const withRows = (more: Partial<Breakpoint>): Layout =>
  withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, rows, baseline, ...more }));

/**
 * A layout that breaks it, for every rule. `with` names a rule that is broken inevitably too: where the sum does not
 * close, the column is below 0.
 */
/** The clean layout with areas at its desk, 12 columns and rows of 8 and 8. */
const withAreas = (...areas: readonly Area[]): Layout => ({
  ...withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, rows })),
  areas: [...areas],
  // They are intentionally only at the desk.
  notes: areas.map(({ id }) => ({ about: id, text: "At the desk alone." })),
});

const breaks: { readonly [R in RuleId]: { readonly layout: Layout; readonly at: string; readonly with?: readonly RuleId[] } } = {
  "sum-closes": {
    layout: oneBreakpoint(360, 4, { gutter: "112px", margin: margin("112px") }),
    at: "first",
    with: ["column-positive", "reflow-320"],
  },
  "column-positive": { layout: { ...withColumns(cleanLayout(), "phone", { count: 2 }), leastColumn: "46px" }, at: "tablet" },
  "container-fits": {
    layout: withColumns(cleanLayout(), "desk", { container: fixed("1152px") }),
    at: "desk",
  },
  "breakpoints-ordered": {
    layout: withBreakpoint(cleanLayout(), "tablet", (one) => ({ ...one, drawnAt: { width: 1024, height: 1024 } })),
    at: "tablet",
  },
  "reflow-320": { layout: withBreakpoint(cleanLayout(), "phone", (one) => ({ ...one, from: 321 })), at: "phone" },
  "whole-columns": { layout: oneBreakpoint(361, 1, { margin: margin("18%") }), at: "first" },
  // Six columns of 82 and gutters of a tenth of a column, 8.2, fill 533.
  "whole-spans": { layout: oneBreakpoint(661, 6, { gutter: "0.1fr", margin: margin("64px") }), at: "first" },
  "stated-total": { layout: withColumns(cleanLayout(), "desk", { stated: { container: "1144px" } }), at: "desk" },
  "gutter-on-base": { layout: oneBreakpoint(360, 4, { gutter: "12px", margin: margin("48px") }), at: "first" },
  "margin-on-base": { layout: oneBreakpoint(360, 4, { margin: margin("34px") }), at: "first" },
  "row-on-base": {
    layout: withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, rows: { ...rows, height: "20px", gutter: "20px" } })),
    at: "desk",
  },
  "gutter-below-column": { layout: oneBreakpoint(360, 4, { gutter: "48px", margin: margin("48px") }), at: "first" },
  "margin-least": { layout: oneBreakpoint(360, 4, { gutter: "8px", margin: margin("8px") }), at: "first" },
  "steps-rise": {
    layout: withColumns({ ...cleanLayout(), breakpoints: cleanLayout().breakpoints.slice(0, 2) }, "phone", { margin: margin("56px") }),
    at: "tablet",
  },
  "rows-on-baseline": { layout: withRows({ baseline: { ...baseline, step: "16px" }, rows: { ...rows, gutter: "0px" } }), at: "desk" },
  "line-height-on-baseline": {
    layout: { ...withRows({}), text: [{ name: "Body", size: "16px", lineHeight: "26px", font: "Archivo" }] },
    at: "desk",
  },
  "baseline-on-base": { layout: withRows({ rows: null, baseline: { ...baseline, step: "5px" } }), at: "desk" },
  "margins-not-below-gutter": { layout: oneBreakpoint(360, 4, { gutter: "24px", margin: margin("16px") }), at: "first" },
  "divides-well": { layout: oneBreakpoint(360, 5, { margin: margin("48px") }), at: "first" },
  "areas-inside": { layout: withAreas(area("a", { desk: placed(7, 8) })), at: "desk" },
  "areas-apart": {
    layout: withAreas(area("a", { desk: placed(1, 8, { row: 1, rowSpan: 4 }) }), area("b", { desk: placed(5, 8, { row: 3, rowSpan: 4 }) })),
    at: "desk",
  },
  "leaves-reason": { layout: withAreas(area("a", { desk: placed(1, 12, { leaves: "both" }) })), at: "desk" },
  // (760 − 32 − 3 × 17) ÷ 4 = 169¼
  "inside-columns": { layout: withAreas(area("a", { desk: placed(5, 8, { inside: own(4, { gutter: "17px" }) }) })), at: "desk" },
  "areas-order": {
    layout: withAreas(area("a", { desk: placed(1, 4, { row: 9 }) }), area("b", { desk: placed(1, 4, { row: 1 }) })),
    at: "desk",
  },
  "equal-gaps": {
    layout: withAreas(
      ...[1, 5, 10].map((row, index) => area(`s${index}`, { desk: placed(1, 12, { row, rowSpan: 2 }) }, { kind: "section" })),
    ),
    at: "desk",
  },
  "areas-shown": {
    layout: {
      ...withAreas(area("a", { phone: placed(1, 4), desk: placed(1, 4) })),
      notes: [],
    },
    at: "tablet",
  },
  "height-remainder": { layout: withRows({ drawnAt: { width: 1280, height: 804 } }), at: "desk" },
};

describe("every rule", () => {
  it("passes on a clean layout", () => {
    expect(check(cleanLayout())).toEqual({ findings: [], held: ruleIds });
  });

  it.each(ruleIds)("%s is broken by its own layout, and no other rule is", (id) => {
    const { layout, at, with: also = [] } = breaks[id];
    expect(new Set(broken(layout))).toEqual(new Set([id, ...also]));
    const findings = check(layout).findings.filter(({ rule }) => rule === id);
    expect(findings.map(({ breakpoint }) => breakpoint)).toEqual([at]);
    expect(check(layout).held).not.toContain(id);
    // The schema accepts contradictory numbers, so that a check can report them.
    expect(parseLayout(layout).ok).toBe(true);
  });

  it.each(ruleIds)("%s: each fix is a patch that mends it, and its label is not empty", (id) => {
    const { layout } = breaks[id];
    const findings = check(layout).findings.filter(({ rule }) => rule === id);
    const fixes = findings.flatMap((finding) => {
      const words = findingWords(finding, "Desk");
      expect(words.title.length * words.message.length * words.sum.length).toBeGreaterThan(0);
      return finding.fixes;
    });
    expect(fixes.length).toBeGreaterThan(0);
    for (const fix of fixes) {
      const fixed = applyPatch(layout, fix.patch);
      expect(fixed.ok && broken(fixed.value), fixLabel(fix)).not.toContain(id);
      expect(fixLabel(fix)).toMatch(/\S/);
    }
  });
});

const found = (layout: Layout, rule: RuleId) => check(layout).findings.filter((one) => one.rule === rule);
const labels = (layout: Layout, rule: RuleId) => found(layout, rule).flatMap(({ fixes }) => fixes.map(fixLabel));

describe("checks of values from the trade (common practice)", () => {
  it("1280 with margins of 64 and gutters of 20 gives 77⅔; gutter 24 or margin 62 closes it", () => {
    const layout = withColumns(cleanLayout(), "desk", { gutter: "20px" });
    expect(labels(layout, "whole-columns")).toEqual(["Gutter → 24", "Margin → 62", "Margin → 56"]);
    expect(found(layout, "whole-spans").map((one) => plainText(findingWords(one, "Desk").message))).toEqual(["Thirds come to 370⅔."]);
    expect(found(layout, "gutter-on-base").map(({ level }) => level)).toEqual(["note"]);
    expect(labels(layout, "gutter-on-base")).toEqual(["Gutter → 16", "Gutter → 24"]);
  });

  it("a gutter on half a unit is a caution; one in fr is not checked against the base", () => {
    expect(found(withColumns(cleanLayout(), "desk", { gutter: "22px" }), "gutter-on-base").map(({ level }) => level)).toEqual(["caution"]);
    expect(found(withColumns(cleanLayout(), "desk", { gutter: "0.25fr" }), "gutter-on-base")).toEqual([]);
    expect(found(withColumns(cleanLayout(), "desk", { margin: margin("5%") }), "margin-on-base")).toEqual([]);
  });

  it("a capped container is fixed by its cap, not by its margins", () => {
    const layout = withColumns(cleanLayout(), "desk", { container: capped("1100px") });
    expect(labels(layout, "whole-columns").filter((label) => label.startsWith("Margin"))).toEqual([]);
    expect(labels(layout, "whole-columns")).toContain("Container at most 1104");
  });

  it("unequal margins are fixed on the side that is off, or on both at once where both are", () => {
    const patches = (start: string, end: string) =>
      found(withColumns(cleanLayout(), "desk", { margin: { start, end } }), "margin-on-base").flatMap(({ fixes }) =>
        fixes.map((fix) => [fixLabel(fix), fix.patch.map(({ path }) => path.slice("/breakpoints/2/columns/margin/".length)).join()]),
      );
    expect(patches("64px", "70px")).toEqual([
      ["Margin → 64", "end"],
      ["Margin → 72", "end"],
    ]);
    expect(patches("60px", "70px")).toEqual([["Margins → 56, 72", "start,end"]]);
  });

  it("a column is checked over every width of its breakpoint, not only where it is drawn", () => {
    const layout = { ...withColumns(cleanLayout(), "desk", {}), leastColumn: "53px" };
    // The desk at its lowest width, 1024: (896 − 11 · 24)/12 = 52⅔.
    expect(found(layout, "column-positive").map(({ breakpoint }) => breakpoint)).toContain("desk");
    // Margins of more than half the width on each side leave less room the wider it gets.
    const shrinking = withColumns(cleanLayout(), "desk", { margin: margin("51%"), gutter: "0px" });
    expect(found(shrinking, "column-positive").map(({ breakpoint }) => breakpoint)).toEqual(["desk"]);
  });

  it("of two breakpoints that start together the wider one is reported; breakpoints out of order are sorted", () => {
    const equal = withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, from: 600 }));
    expect(found(equal, "breakpoints-ordered").map(({ breakpoint }) => breakpoint)).toEqual(["desk"]);
    const shuffled = { ...cleanLayout(), breakpoints: [...cleanLayout().breakpoints].reverse() };
    expect(labels(shuffled, "breakpoints-ordered")).toEqual(["Sort by width", "Sort by width"]);
  });

  it("an accepted finding stays listed with its reason", () => {
    const layout: Layout = {
      ...withColumns(cleanLayout(), "desk", { gutter: "20px" }),
      accepted: [{ rule: "whole-columns", breakpoint: "desk", reason: "Set by the old site until spring." }],
    };
    expect(found(layout, "whole-columns").map(({ accepted }) => accepted)).toEqual(["Set by the old site until spring."]);
    expect(found(layout, "whole-spans").map(({ accepted }) => accepted)).toEqual([null]);
  });

  it("problems come first, then cautions, then notes", () => {
    const layout = withBreakpoint(withColumns(cleanLayout(), "desk", { gutter: "20px" }), "phone", (one) => ({ ...one, from: 330 }));
    expect(check(layout).findings.map(({ level }) => level)).toEqual(["problem", "caution", "caution", "note"]);
  });
});
