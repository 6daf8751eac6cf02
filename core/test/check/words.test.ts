import { describe, expect, it } from "vitest";
import {
  applyPatch,
  changesInWords,
  check,
  compareLayouts,
  countOf,
  findingWords,
  plainText,
  type Layout,
  valueWords,
} from "../../src/index";
import { capped, cleanLayout, fixed, margin, withBreakpoint, withColumns } from "../layouts";

const words = (layout: Layout, rule: string): readonly string[] =>
  check(layout)
    .findings.filter((finding) => finding.rule === rule)
    .map((finding) => plainText(findingWords(finding, "Desk").sum));

describe("the sums that findings show", () => {
  it.each<[string, Layout, string]>([
    ["whole-columns", withColumns(cleanLayout(), "desk", { gutter: "20px" }), "(1152 − 11 × 20) ÷ 12 = 77⅔"],
    ["whole-spans", withColumns(cleanLayout(), "desk", { gutter: "20px" }), "4 × 77⅔ + 3 × 20 = 370⅔"],
    ["gutter-on-base", withColumns(cleanLayout(), "desk", { gutter: "20px" }), "20 = 2½ × 8"],
    ["margin-on-base", withColumns(cleanLayout(), "desk", { margin: { start: "60px", end: "70px" } }), "60 = 7½ × 8; 70 = 8¾ × 8"],
    ["container-fits", withColumns(cleanLayout(), "desk", { container: fixed("1152px") }), "1024 − 128 = 896 < 1152"],
    ["sum-closes", withColumns(cleanLayout(), "desk", { gutter: "112px" }), "11 × 112 = 1232 > 1152"],
    ["sum-closes", withColumns(cleanLayout(), "desk", { margin: margin("700px") }), "1280 − 1400 = -120"],
    ["margin-least", withColumns(cleanLayout(), "phone", { margin: margin("8px") }), "8 < 16"],
    ["gutter-below-column", withColumns(cleanLayout(), "desk", { count: 8, gutter: "96px", margin: margin("40px") }), "96 > 66"],
    ["reflow-320", withBreakpoint(cleanLayout(), "phone", (one) => ({ ...one, from: 340 })), "340 > 320"],
    ["whole-columns", withColumns(cleanLayout(), "phone", { count: 1, margin: { start: "16px", end: "16.5px" } }), "327½ ÷ 1 = 327½"],
  ])("%s", (rule, layout, sum) => {
    expect(words(layout, rule)).toEqual([sum]);
  });

  it("counts in singular and plural", () => {
    expect([countOf(1, "problem"), countOf(0, "caution"), countOf(2, "note")]).toEqual(["1 problem", "0 cautions", "2 notes"]);
  });
});

describe("changes in words", () => {
  it.each<[string, (layout: Layout) => Layout, readonly string[]]>([
    ["a name", (layout) => withBreakpoint(layout, "desk", (one) => ({ ...one, name: "Office" })), ["Office: name desk > Office"]],
    ["a container", (layout) => withColumns(layout, "desk", { container: capped("1140px") }), ["desk: container fluid > at most 1140"]],
    ["one margin", (layout) => withColumns(layout, "desk", { margin: { start: "64px", end: "5%" } }), ["desk: end margin 64 > 5%"]],
    [
      "a baseline",
      (layout) => withBreakpoint(layout, "desk", (one) => ({ ...one, baseline: { step: "8px", offset: "0px", emphasis: 4 } })),
      ["desk: baseline none > 8, emphasis 4"],
    ],
    ["a breakpoint gone", (layout) => ({ ...layout, breakpoints: layout.breakpoints.slice(0, 2) }), ["desk: breakpoint  > removed"]],
    [
      "a spacing step",
      (layout) => ({ ...layout, spacing: [...layout.spacing, { name: "3xl", multiple: 8 }] }),
      ["Spec: spacing step 3xl  > added"],
    ],
    ["the base unit", (layout) => ({ ...layout, base: "10px" }), ["Spec: base unit 8 > 10"]],
  ])("%s", (_, edit, expected) => {
    const after = edit(cleanLayout());
    const told = changesInWords(compareLayouts(cleanLayout(), after), cleanLayout(), after);
    expect(
      told.map(({ where, what, from, to }) => `${where}: ${plainText(what)} ${from ? plainText(from) : ""} > ${plainText(to)}`),
    ).toEqual(expected);
  });

  it("name values as people write them", () => {
    expect(
      [valueWords("24px"), valueWords("1.5rem"), valueWords(undefined), valueWords(12), valueWords({ kind: "fixed", width: "1140px" })].map(
        plainText,
      ),
    ).toEqual(["24", "1.5rem", "none", "12", "fixed 1140"]);
  });
});

describe("patches", () => {
  const replace = (path: string, value: unknown) => applyPatch(cleanLayout(), [{ op: "replace", path, value }]);
  it("change a copy and leave the layout as it was", () => {
    const before = cleanLayout();
    const patched = applyPatch(before, [
      { op: "replace", path: "/breakpoints/2/columns/gutter", value: "16px" },
      { op: "add", path: "/notes/-", value: { about: "spec", text: "Sixteen." } },
      { op: "remove", path: "/spacing/0" },
    ]);
    expect(before).toEqual(cleanLayout());
    expect(patched.ok && [patched.value.breakpoints[2]?.columns.gutter, patched.value.notes.length, patched.value.spacing.length]).toEqual([
      "16px",
      1,
      5,
    ]);
  });
  it("that would make no layout, or point at nothing, are refused with the path", () => {
    const paths = [replace("/base", "8"), replace("/nothing/here", 1), replace("/__proto__/polluted", 1)].map((result) =>
      result.ok ? "taken" : result.issues[0]?.path,
    );
    expect(paths).toEqual(["/base", "/nothing/here", "/__proto__/polluted"]);
    expect(({} as { polluted?: number }).polluted).toBeUndefined();
  });
});
