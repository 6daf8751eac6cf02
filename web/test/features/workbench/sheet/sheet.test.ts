import {
  blankLayout,
  check,
  compare,
  exact,
  fromJsonNumber,
  type Layout,
  layoutFromColumns,
  resolve,
  type Resolution,
  rowDimensions,
  sheetDimensions,
  sweep,
  toJson,
  plainText,
} from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { jumpsOf, pointsOf } from "@/features/widths/series";
import { facetOf, placeOf } from "@/features/workbench/findings/finding-place";
import { previewLayout, previewWords } from "@/features/workbench/findings/preview";

const layout = layoutFromColumns("Test", 1280, 12);
const withRows = (height: string, gutter: string, offset = "0px"): Resolution => {
  const breakpoints = layout.breakpoints.map((one) => ({ ...one, rows: { kind: "repeating" as const, height, gutter, offset } }));
  const resolved = resolve({ ...layout, breakpoints }, { width: exact(1280) });
  if (!resolved.ok) throw new Error("did not resolve");
  return resolved.value;
};
const told = (resolution: Resolution, least: number): readonly string[] =>
  rowDimensions(resolution, least).map(({ what, from, length }) => `${what} ${toJson(length)} at ${toJson(from)}`);

describe("dimensioned heights", () => {
  it.each<[string, string, string, string, number, readonly string[]]>([
    ["rows high enough stand one by one", "40px", "8px", "0px", 12, ["row 40 at 0", "row gutter 8 at 40", "row pitch 48 at 48"]],
    ["what stands above them is told", "40px", "0px", "24px", 12, ["above the rows 24 at 0", "row 40 at 24", "row pitch 40 at 64"]],
    ["low rows by several pitches at once", "8px", "8px", "0px", 20, ["4 row pitches 64 at 0"]],
    ["the lowest by more", "1px", "1px", "0px", 20, ["32 row pitches 64 at 0"]],
  ])("%s", (_, height, gutter, offset, least, expected) => {
    expect(told(withRows(height, gutter, offset), least)).toEqual(expected);
  });

  it("do not overlap, and neither do widths", () => {
    const resolution = withRows("40px", "8px", "16px");
    for (const list of [rowDimensions(resolution, 12), sheetDimensions(resolution)])
      list.slice(1).forEach((dimension, index) => {
        const before = list[index];
        if (!before) throw new Error("no dimension");
        expect(compare(dimension.from, before.to)).toBeGreaterThanOrEqual(0);
      });
    const resolved = resolve(blankLayout("None"), { width: exact(360) });
    expect(resolved.ok && rowDimensions(resolved.value, 12)).toEqual([]);
  });
});

describe("where a finding is marked", () => {
  it.each([
    ["/breakpoints/2/columns/margin", "margin", "columns"],
    ["/breakpoints/2/columns/margin/start", "margin", "columns"],
    ["/breakpoints/0/columns/gutter", "gutter", "columns"],
    ["/breakpoints/0/columns", "columns", "columns"],
    ["/breakpoints/0/columns/count", "columns", "columns"],
    ["/breakpoints/0/columns/container/max", "container", "columns"],
    ["/breakpoints/0/columns/stated/container", "container", "columns"],
    ["/breakpoints/0/columns/stated/column", "columns", "columns"],
    ["/breakpoints/11/rows/height", "rows", "rows"],
    ["/breakpoints/11/rows/gutter", "row-gutter", "rows"],
    ["/breakpoints/11/baseline/step", "baseline", "baseline"],
    ["/breakpoints/1/drawnAt/height", "height", "rows"],
    ["/breakpoints/1/drawnAt/width", "width", "columns"],
    ["/breakpoints/1/from", "width", "columns"],
    ["/text/3/lineHeight", "text", "baseline"],
  ] as const)("%s: %s, in the facet %s", (path, place, facet) => {
    expect(placeOf({ path })).toBe(place);
    expect(facetOf(placeOf({ path }))).toBe(facet);
  });
});

describe("previewing a fix", () => {
  const desk = layout.breakpoints.at(-1);
  const gutter20: Layout = {
    ...layout,
    breakpoints: layout.breakpoints.map((one) => (one === desk ? { ...one, columns: { ...one.columns, gutter: "20px" } } : one)),
  };
  const fix = check(gutter20).findings.find(({ rule }) => rule === "gutter-on-base")?.fixes[0];

  it("shows it in a layout of its own, and leaves the draft as it was", () => {
    if (!fix) throw new Error("no fix");
    const before = JSON.stringify(gutter20);
    expect(previewLayout(gutter20, { fix, where: "Desk" })?.breakpoints.at(-1)?.columns.gutter).toBe("16px");
    expect(JSON.stringify(gutter20)).toBe(before);
    expect(previewLayout(gutter20, null)).toBeNull();
    expect(plainText(previewWords({ fix, where: "Desk" }))).toBe("Preview: Gutter 16 at Desk");
  });

  it("shows nothing if it no longer fits", () => {
    if (!fix) throw new Error("no fix");
    const gone = { ...fix, patch: [{ op: "replace" as const, path: "/breakpoints/9/columns/gutter", value: "16px" }] };
    expect(previewLayout(gutter20, { fix: gone, where: "Desk" })).toBeNull();
  });
});

describe("the curves over all widths", () => {
  it("are drawn from both ends of each straight piece, so that a breakpoint is a jump", () => {
    const points = pointsOf(sweep(layout));
    const at1024 = points.filter(({ width }) => width === 1024);
    expect(at1024.map(({ container }) => container)).toEqual([992, 992]);
    expect(at1024.map(({ column }) => Math.round(column * 100) / 100)).toEqual([236, 68]);
    expect([points[0]?.width, points.at(-1)?.width]).toEqual([240, 2560]);
  });

  it("label each jump with the value before and after", () => {
    const [handOver] = sweep(layout).handOvers;
    if (!handOver) throw new Error("no hand-over");
    expect(toJson(handOver.width)).toBe(toJson(fromJsonNumber(1024)));
    expect(jumpsOf(handOver).map(({ label, was, is, by }) => `${label} ${toJson(was)} ${toJson(is)} ${toJson(by)}`)).toEqual([
      "Container 992 992 0",
      "Column 236 68 -168",
      "Gutter 16 16 0",
      "Margin 16 16 0",
    ]);
  });
});
