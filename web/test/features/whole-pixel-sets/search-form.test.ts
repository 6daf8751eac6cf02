import { exact, fromJsonNumber, type Layout, layoutFromColumns, setAt, toJson, wholePixelSets } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { countsOf, fieldOfIssue, formFor, readForm, type SearchForm } from "@/features/whole-pixel-sets/search-form";
import { withSet } from "@/features/whole-pixel-sets/use-set";

const layout: Layout = layoutFromColumns("Test", 1280, 12);
const desk = (of: Layout = layout) => {
  const breakpoint = of.breakpoints.at(-1);
  if (!breakpoint) throw new Error("no breakpoint");
  return breakpoint;
};
const held = (container: Layout["breakpoints"][number]["columns"]["container"]): Layout => ({
  ...layout,
  breakpoints: [...layout.breakpoints.slice(0, -1), { ...desk(), columns: { ...desk().columns, container } }],
});
const form = (more: Partial<SearchForm> = {}): SearchForm => ({ ...formFor(layout, desk()), ...more });

describe("fields of the search for sets", () => {
  it.each<[string, readonly number[] | null]>([
    ["12", [12]],
    ["8, 12", [8, 12]],
    ["12 8 8", [8, 12]],
    ["6 - 8, 12", [6, 7, 8, 12]],
    ["6-9", [6, 7, 8, 9]],
    ["4; 10–12", [4, 10, 11, 12]],
    ["", null],
    ["0", null],
    ["97", null],
    ["9-6", null],
    ["twelve", null],
    ["1.5", null],
  ])("columns “%s”", (text, counts) => {
    expect(countsOf(text)).toEqual(counts);
  });

  it("begin with the breakpoint's own numbers: its width, or its container if that is held", () => {
    expect([form().known, form().width, form().columns, form().gutterStep]).toEqual(["width", "1280", "12", "4"]);
    const fixed = held({ kind: "fixed", width: "1152px", align: "center" });
    const begun = formFor(fixed, desk(fixed));
    expect([begun.known, begun.container]).toEqual(["container", "1152"]);
    expect(formFor({ ...layout, leastColumn: "56px" }, desk()).least).toBe("56");
  });

  it("are read as sums, and search by what they say", () => {
    const read = readForm(form({ width: "640*2", gutterFrom: "8", gutterTo: "48/2", marginTo: "64px" }), layout, desk());
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    expect([toJson(read.search.width), toJson(read.search.gutter.to)]).toEqual(["1280", "24"]);
    expect("margin" in read.search.outer && toJson(read.search.outer.margin.to)).toBe("64");
    expect(toJson(read.ranking.today.column)).toBe("268/3");
  });

  it.each<[string, Partial<SearchForm>, string]>([
    ["a width of nothing", { width: "" }, "width"],
    ["a width of 0", { width: "0" }, "width"],
    ["a step of 0", { gutterStep: "0" }, "gutterStep"],
    ["a range that falls", { marginFrom: "80", marginTo: "40" }, "marginTo"],
    ["a negative gutter", { gutterFrom: "-8" }, "gutterFrom"],
    ["half a sum", { least: "40+" }, "least"],
    ["a length in rem", { marginFrom: "1rem" }, "marginFrom"],
    ["no count", { columns: "some" }, "columns"],
    ["no container", { known: "container", container: "x" }, "container"],
  ])("%s is said at its field", (_, more, field) => {
    const read = readForm(form(more), layout, desk());
    expect(read.ok ? [] : Object.keys(read.faults)).toEqual([field]);
  });

  it("do not keep a known container's margins on the base unit, and show core's errors at their field", () => {
    const read = readForm(form({ known: "container", container: "1150" }), layout, desk());
    expect(read.ok && [read.ranking.filters.margin, read.ranking.filters.gutter]).toEqual([false, true]);
    expect(["/gutter/step", "/margin/to", "/columns/0", ""].map(fieldOfIssue)).toEqual(["gutterStep", "marginStep", "columns", "width"]);
  });
});

describe("applying a set", () => {
  const sets = wholePixelSets({
    width: exact(1280),
    outer: { margin: { from: exact(40), to: exact(96), step: exact(8) } },
    columns: [12],
    gutter: { from: exact(24), to: exact(24), step: exact(1) },
    edgeGutters: "none",
    leastColumn: exact(1),
    limit: 10,
  });
  const set = () => {
    if (!sets.ok) throw new Error("refused");
    const at = Array.from({ length: sets.list.length }, (_, index) => setAt(sets.list, index)).find(
      ({ margin }) => toJson(margin) === "64",
    );
    if (!at) throw new Error("no such set");
    return at;
  };

  it("gives a fluid breakpoint its count, gutter and margins", () => {
    const { columns } = withSet(desk(), set());
    expect([columns.count, columns.gutter, columns.margin, columns.container.kind]).toEqual([
      12,
      "24px",
      { start: "64px", end: "64px" },
      "fluid",
    ]);
  });

  it.each([
    ["capped", { kind: "capped" as const, max: "1000px", align: "center" as const }, "max"],
    ["fixed", { kind: "fixed" as const, width: "1000px", align: "start" as const }, "width"],
  ])("gives a %s one its container, and leaves margins that hold it off the edges", (_, container, member) => {
    const { columns } = withSet(desk(held(container)), set());
    expect(columns.container).toEqual({ ...container, [member]: "1152px" });
    expect(columns.margin).toEqual(desk().columns.margin);
  });

  it("changes margins that would leave the container too little room", () => {
    const wide = held({ kind: "capped", max: "1000px", align: "center" });
    const breakpoint = { ...desk(wide), columns: { ...desk(wide).columns, margin: { start: "100px", end: "16px" } } };
    expect(withSet(breakpoint, set()).columns.margin).toEqual({ start: "64px", end: "64px" });
    expect(toJson(fromJsonNumber(desk().drawnAt.width))).toBe("1280");
  });
});
