import { describe, expect, it } from "vitest";
import {
  changePlace,
  changeSentence,
  changesInWords,
  changeWords,
  compareLayouts,
  type Layout,
  parseLayout,
  plainText,
} from "../../src/index";
import { cleanLayout, margin, withBreakpoint, withColumns } from "../layouts";

const said = (before: Layout, after: Layout): readonly string[] =>
  changesInWords(compareLayouts(before, after), before, after).map((one) => `${one.where}: ${plainText(changeSentence(one))}`);

/** The clean layout with some members replaced, parsed as a document. */
const layout = (over: Readonly<Record<string, unknown>> = {}): Layout => {
  const parsed = parseLayout({ ...cleanLayout(), ...over });
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.issues));
  return parsed.value;
};
const role = (more: Readonly<Record<string, unknown>> = {}) => ({ name: "body", size: "16px", lineHeight: "24px", font: "inter", ...more });
const written = (text: readonly unknown[]) => ({ text, fonts: [font()] });
const font = (more: Readonly<Record<string, unknown>> = {}) => ({
  name: "inter",
  unitsPerEm: 1000,
  ascent: 900,
  descent: 200,
  capHeight: 700,
  ...more,
});

describe("wording of one change", () => {
  const clean = cleanLayout();
  const wall = withBreakpoint(clean, "desk", (one) => ({ ...one, name: "Wall 16/9" }));

  it.each<[string, Layout, Layout, readonly string[]]>([
    ["a number", clean, withColumns(clean, "desk", { gutter: "20px" }), ["desk: gutter 24 → 20"]],
    ["another unit", clean, withColumns(clean, "desk", { gutter: "1.5rem" }), ["desk: gutter 24 → 1.5rem"]],
    ["both margins alike, once", clean, withColumns(clean, "desk", { margin: margin("32px") }), ["desk: margin 64 → 32"]],
    [
      "margins that differ, each",
      clean,
      withColumns(clean, "desk", { margin: { start: "32px", end: "40px" } }),
      ["desk: start margin 64 → 32", "desk: end margin 64 → 40"],
    ],
    [
      "containers by their kind",
      clean,
      withColumns(clean, "desk", { container: { kind: "capped", max: "1200px", align: "center" } }),
      ["desk: container fluid → at most 1200"],
    ],
    [
      "a fixed container",
      withColumns(clean, "desk", { container: { kind: "capped", max: "1200px", align: "center" } }),
      withColumns(clean, "desk", { container: { kind: "fixed", width: "75rem", align: "center" } }),
      ["desk: container at most 1200 → fixed 75rem"],
    ],
    [
      "rows that come",
      clean,
      withBreakpoint(clean, "phone", (one) => ({ ...one, rows: { kind: "repeating", height: "40px", gutter: "8px", offset: "0px" } })),
      ["phone: rows none → repeating 40 with 8"],
    ],
    ["a name with a slash in it", clean, wall, ["Wall 16/9: name desk → Wall 16/9"]],
    ["a number under such a name", wall, withColumns(wall, "desk", { count: 6 }), ["Wall 16/9: columns 12 → 6"]],
    ["a name that looks like a length", clean, { ...clean, name: "24px" }, ["Spec: name Test → 24px"]],
    ["the base unit", clean, { ...clean, base: "4px" }, ["Spec: base unit 8 → 4"]],
    [
      "a breakpoint that goes",
      clean,
      { ...clean, breakpoints: clean.breakpoints.filter(({ id }) => id !== "tablet") },
      ["tablet: breakpoint removed"],
    ],
    [
      "a breakpoint that comes",
      { ...clean, breakpoints: clean.breakpoints.filter(({ id }) => id !== "tablet") },
      clean,
      ["tablet: breakpoint added"],
    ],
    [
      "a spacing step",
      layout({ spacing: [{ name: "m", multiple: 2 }] }),
      layout({ spacing: [{ name: "m", multiple: 3 }] }),
      ["Spec: spacing step m 2 → 3"],
    ],
    ["a text role that comes", layout(written([])), layout(written([role()])), ["Spec: text role body added"]],
    [
      "a role's line height",
      layout(written([role()])),
      layout(written([role({ lineHeight: "32px" })])),
      ["Spec: body line height 24 → 32"],
    ],
    [
      "a role at a breakpoint, told there",
      layout(written([role()])),
      layout(written([role({ at: { desk: { size: "18px", lineHeight: "24px" } } })])),
      ["desk: body none → size 18, line height 24"],
    ],
    [
      "a role's size at a breakpoint",
      layout(written([role({ at: { desk: { size: "18px", lineHeight: "24px" } } })])),
      layout(written([role({ at: { desk: { size: "20px", lineHeight: "24px" } } })])),
      ["desk: body size 18 → 20"],
    ],
    [
      "a font's metrics",
      layout(written([])),
      layout({ text: [], fonts: [font({ capHeight: 720 })] }),
      ["Spec: font inter cap height 700 → 720"],
    ],
    [
      "each note that came, in full",
      clean,
      layout({
        notes: [
          { about: "/base", text: "The timetable board keeps its four columns on every quay." },
          { about: "/base", text: "Second" },
        ],
      }),
      ["Spec: note on /base added: The timetable board keeps its four columns on every quay.", "Spec: note on /base added: Second"],
    ],
    ["notes that go", layout({ notes: [{ about: "/base", text: "Short" }] }), clean, ["Spec: note on /base removed: Short"]],
    ["what other tools keep", clean, layout({ extensions: { "example.tool": { a: 1 } } }), ["Spec: what other tools keep in it changed"]],
  ])("tells %s", (_, before, after, expected) => {
    expect(said(before, after)).toEqual(expected);
  });

  it("is empty for equal values", () => {
    expect(said(clean, layout())).toEqual([]);
  });
});

describe("names a change by its path", () => {
  const placed = { column: 1, span: 8, leaves: "none", over: false, inside: null };
  const withArea = layout({ areas: [{ id: "sailings", name: "Sailings", placements: { desk: placed } }] });
  it.each([
    [["base"], "base unit"],
    [["breakpoints", "desk", "columns", "gutter"], "desk gutter"],
    [["breakpoints", "desk"], "desk breakpoint"],
    [["breakpoints", "gone", "columns", "count"], "gone columns"],
    [["areas", "sailings", "placements", "desk", "column"], "desk Sailings column"],
    [["areas", "sailings", "placements", "desk"], "desk Sailings"],
    [["areas", "sailings", "name"], "Sailings name"],
    [["text", "body", "size"], "body size"],
    [["notes"], "notes"],
    [["follows", "version"], "the version it follows"],
  ])("%j is %s", (path, words) => expect(plainText(changePlace(path, withArea))).toBe(words));

  it("an area's place is told by its columns, whole or in part", () => {
    const told = (change: Parameters<typeof changeWords>[0]) => {
      const { where, ...words } = changeWords(change, withArea, withArea);
      return `${where}: ${plainText(changeSentence({ where, ...words }))}`;
    };
    const path = ["areas", "sailings", "placements", "desk"];
    expect(told({ path: [...path, "span"], from: 8, to: 4 })).toBe("desk: Sailings span 8 → 4");
    expect(told({ path, from: placed })).toBe("desk: Sailings in columns 1–8 → not shown");
    expect(told({ path: ["follows"], to: { spec: "Quay board", version: "1.0.0" } })).toBe("Spec: following Quay board 1.0.0 begins");
    expect(told({ path: ["follows"], from: { spec: "Quay board", version: "1.0.0" } })).toBe("Spec: following Quay board 1.0.0 ends");
  });
});
