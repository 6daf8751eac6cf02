import { describe, expect, it } from "vitest";
import {
  breakpointNumbers,
  carryNumbers,
  cellList,
  facetIds,
  facetOfPlace,
  ledgerHeadings,
  numberAt,
  type NumberPath,
  placeOfPath,
  repairCells,
} from "../../src/index";
import { cleanLayout, only, oneBreakpoint } from "../layouts";
import { breakpointLeaves } from "./leaves";

describe("the table of a breakpoint's numbers", () => {
  it("has every leaf of a breakpoint in the published JSON Schema, and no other", () => {
    const found = breakpointLeaves();
    expect([...found].sort()).toEqual([...Object.keys(breakpointNumbers), "id", "name"].sort());
    expect(found.size).toBe(30);
  });

  it("gives every number a cell, every cell a number, and every facet both", () => {
    const cells = new Set<string>(Object.values(breakpointNumbers).map(({ cell }) => cell));
    expect([...cells].sort()).toEqual(cellList.map(({ id }) => id).sort());
    // Numbers of areas are not numbers of a breakpoint.
    for (const facet of facetIds) expect(cellList.some((cell) => cell.facet === facet)).toBe(facet !== "areas");
    for (const [path, { place }] of Object.entries(breakpointNumbers)) {
      expect(placeOfPath(path)).toBe(place);
      expect(facetIds).toContain(facetOfPlace(place));
    }
  });

  it("makes the headings of ledger files", () => {
    expect(ledgerHeadings.join(", ")).toBe(
      "id, name, from, drawn width, drawn height, columns, gutter, margin start, margin end, edge gutters, container, container width, container align, stated container, stated column, rows, row height, row gutter, row offset, row count, rows above, rows below, rows least, rows most, baseline, baseline offset, baseline emphasis, mesh, mesh emphasis",
    );
  });

  it("reads every number of a layout, and nothing where there is none", () => {
    const { baseline } = only(oneBreakpoint(1440, 12));
    expect(numberAt(only(oneBreakpoint(1440, 12)), "columns/count")).toBe(12);
    expect(numberAt(only(oneBreakpoint(1440, 12)), "baseline/step")).toBe(baseline?.step);
    expect(numberAt(only(oneBreakpoint(1440, 12)), "columns/container/max")).toBeUndefined();
    const paths = Object.keys(breakpointNumbers) as readonly NumberPath[];
    for (const breakpoint of cleanLayout().breakpoints)
      expect(paths.filter((path) => numberAt(breakpoint, path) !== undefined).length).toBeGreaterThan(8);
  });
});

describe("a cell of numbers", () => {
  it("accepts every text it shows, and changes nothing else by it", () => {
    for (const breakpoint of cleanLayout().breakpoints)
      for (const { text, read } of cellList) {
        const shown = text(breakpoint);
        if (shown !== null) expect(read(shown, breakpoint)).toEqual({ ok: true, breakpoint });
      }
  });

  it.each([
    ["gutter", "25%", "25%"],
    ["gutter", "0.25fr", "25%"],
    ["gutter", "33.3333%", "33.3333%"],
    ["gutter", "1.5rem", "1.5rem"],
    ["rows", "16", "16"],
    ["rows", "1rem", "1rem"],
    ["row-gutter", "8", "! Give the breakpoint rows first"],
    ["baseline", "4", "4"],
    ["baseline", "0", "! Type a step above 0"],
    ["mesh", "8", "8"],
    ["mesh", "8%", "! Use px or rem here, not %"],
  ])("%s takes “%s” as %s", (id, typed, shown) => {
    const bare = { ...only(oneBreakpoint(1440, 12)), rows: null, baseline: null, mesh: null };
    const cell = cellList.find((one) => one.id === id);
    const result = cell?.read(typed, bare);
    expect(result?.ok ? cell?.text(result.breakpoint) : `! ${result?.message ?? ""}`).toBe(shown);
  });

  it("is copied alone: it gives another breakpoint the source's text there", () => {
    const [first, second] = [cleanLayout().breakpoints[0], cleanLayout().breakpoints[2]];
    if (!first || !second) throw new Error("too few breakpoints");
    for (const { id, carry, text } of cellList) {
      if (carry !== "alone") continue;
      expect(text(carryNumbers(first, second, new Set([id])))).toBe(text(second));
      expect(carryNumbers(first, first, new Set([id]))).toEqual(first);
    }
  });

  it("is held in a repair if a repair may change it", () => {
    expect(repairCells).toEqual(["from", "drawn-at", "columns", "gutter", "margin", "container", "rows", "row-gutter", "baseline"]);
  });
});
