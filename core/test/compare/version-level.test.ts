import { describe, expect, it } from "vitest";
import { type Layout, layoutSchema, leastVersion, parseVersion, versionLevel, versionText } from "../../src/index";
import { capped, cleanLayout, margin, withBreakpoint, withColumns } from "../layouts";

const before: Layout = layoutSchema.parse({
  ...cleanLayout(),
  text: [{ name: "Body", size: "16px", lineHeight: "24px", font: "Archivo" }],
  areas: [{ id: "results", name: "Sailings", placements: { desk: { column: 1, span: 8 } } }],
  notes: [{ about: "desk", text: "Four columns a card." }],
  accepted: [{ rule: "divides-well", breakpoint: "phone", reason: "Asked for." }],
});
const [first, ...others] = before.breakpoints;
const changed = (more: Partial<Layout>): Layout => ({ ...before, ...more });
const at = (id: string, change: Parameters<typeof withBreakpoint>[2]): Layout => withBreakpoint(before, id, change);
const [area] = before.areas;
const [role] = before.text;
if (!first || !area || !role) throw new Error("the layout has them");

const table: readonly (readonly [string, "major" | "minor" | "patch", Layout])[] = [
  ["nothing", "patch", before],
  ["a column count", "major", withColumns(before, "desk", { count: 10 })],
  ["a from-width", "major", at("tablet", (one) => ({ ...one, from: 640 }))],
  ["a breakpoint taken away", "major", changed({ breakpoints: others })],
  ["a breakpoint renamed by id", "major", changed({ breakpoints: [{ ...first, id: "hand" }, ...others] })],
  ["a spacing step taken away", "major", changed({ spacing: before.spacing.slice(1) })],
  [
    "a spacing step renamed",
    "major",
    changed({ spacing: before.spacing.map((one) => (one.name === "m" ? { ...one, name: "middle" } : one)) }),
  ],
  ["an area taken away", "major", changed({ areas: [] })],
  ["an area renamed by id", "major", changed({ areas: [{ ...area, id: "sailings" }] })],
  ["a gutter", "minor", withColumns(before, "desk", { gutter: "20px" })],
  ["a margin", "minor", withColumns(before, "desk", { margin: margin("72px") })],
  ["a container that is held", "minor", withColumns(before, "desk", { container: capped("1152px") })],
  ["a breakpoint added", "minor", changed({ breakpoints: [...before.breakpoints, { ...first, id: "wide", from: 1600 }] })],
  ["a spacing step added", "minor", changed({ spacing: [...before.spacing, { name: "3xl", multiple: 8 }] })],
  ["a spacing step's multiple", "minor", changed({ spacing: before.spacing.map((one) => ({ ...one, multiple: one.multiple * 2 })) })],
  ["an area added", "minor", changed({ areas: [area, { ...area, id: "map" }] })],
  [
    "an area's placement",
    "minor",
    changed({ areas: [{ ...area, placements: { desk: { column: 1, span: 6, leaves: "none", over: false, inside: null } } }] }),
  ],
  ["the base unit", "minor", changed({ base: "10px" })],
  ["the baseline", "minor", at("desk", (one) => ({ ...one, baseline: { step: "8px", offset: "0px", emphasis: 4 } }))],
  ["a text role's size", "minor", changed({ text: [{ ...role, size: "18px" }] })],
  ["the notes", "patch", changed({ notes: [] })],
  ["the name", "patch", changed({ name: "Other" })],
  ["a breakpoint's name", "patch", at("desk", (one) => ({ ...one, name: "Office" }))],
  ["an area's name", "patch", changed({ areas: [{ ...area, name: "Results" }] })],
  ["a drawn-at size", "patch", at("desk", (one) => ({ ...one, drawnAt: { width: 1440, height: 900 } }))],
  ["an accepted finding", "patch", changed({ accepted: [] })],
  ["the order of spacing steps", "patch", changed({ spacing: [...before.spacing].reverse() })],
];

describe("the next version number (Semantic Versioning 2.0.0)", () => {
  it.each(table)("%s changed: %s", (_, level, after) => {
    expect(versionLevel(before, after).level).toBe(level);
  });
  it("covers every level", () => {
    expect(new Set(table.map(([, level]) => level)).size).toBe(3);
    expect(table).toHaveLength(27);
  });
  it.each(table)("%s: the reasons given are changes of that level", (_, level, after) => {
    const { because } = versionLevel(before, after);
    expect(because.length > 0).toBe(after !== before);
    if (level === "major") expect(versionLevel(after, before).level).not.toBe("patch");
  });

  const number = (text: string) => parseVersion(text) ?? { major: -1, minor: -1, patch: -1 };
  it.each([
    ["2.1.4", "a gutter", "2.2.0"],
    ["2.1.4", "a column count", "3.0.0"],
    ["2.1.4", "the notes", "2.1.5"],
    ["0.3.0", "an area taken away", "1.0.0"],
  ])("after %s with %s changed it is at least %s", (last, what, expected) => {
    const after = table.find(([name]) => name === what)?.[2];
    expect(after && versionText(leastVersion({ number: number(last), layout: before }, after))).toBe(expected);
  });
  it("is 1.0.0 at first", () => expect(versionText(leastVersion(null, before))).toBe("1.0.0"));
});
