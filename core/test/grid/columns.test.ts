import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { add, columnTracks, equals, exact, multiply, resolve, toJson, spanWidth, subtract } from "../../src/index";
import { anyColumns } from "../any-columns";
import { capped, fixed, margin, oneBreakpoint, only, terms, withBreakpoint } from "../layouts";

// Common practice, no published source.
describe("columns from the trade (common practice)", () => {
  it.each([
    {
      what: "1440, margin 96, gutter 20",
      width: 1440,
      count: 12,
      gutter: "20px",
      side: "96px",
      column: "257/3",
      spans: { 6: "614", 4: "1208/3" },
    },
    {
      what: "1440, margin 96, gutter 24",
      width: 1440,
      count: 12,
      gutter: "24px",
      side: "96px",
      column: "82",
      spans: { 6: "612", 4: "400" },
    },
    { what: "1440, margin 160, gutter 32", width: 1440, count: 12, gutter: "32px", side: "160px", column: "64", spans: {} },
    { what: "393, margin 16, gutter 16", width: 393, count: 4, gutter: "16px", side: "16px", column: "313/4", spans: { 4: "361" } },
    { what: "1920, margin 10, gutter 20, 12 columns", width: 1920, count: 12, gutter: "20px", side: "10px", column: "140", spans: {} },
    { what: "1920, margin 10, gutter 20, 16 columns", width: 1920, count: 16, gutter: "20px", side: "10px", column: "100", spans: {} },
  ])("$what: column $column", ({ width, count, gutter, side, column, spans }) => {
    const found = terms(oneBreakpoint(width, count, { gutter, margin: margin(side) }), width);
    expect(toJson(found.column)).toBe(column);
    for (const [k, span] of Object.entries(spans)) expect(toJson(spanWidth(found, Number(k)))).toBe(span);
  });

  it("container 1152 in 1440 leaves margins of 144 and 12 columns of 74 with gutters of 24", () => {
    const found = terms(oneBreakpoint(1440, 12, { gutter: "24px", container: fixed("1152px") }), 1440);
    expect([toJson(found.margin.start), toJson(found.margin.end), toJson(found.column)]).toEqual(["144", "144", "74"]);
  });

  it("container 1140 in 1440 has margins of 150 and columns of 76⅔; rounded to 77 they make 1144", () => {
    const found = terms(oneBreakpoint(1440, 12, { gutter: "20px", container: fixed("1140px") }), 1440);
    expect([toJson(found.margin.start), toJson(found.column)]).toEqual(["150", "230/3"]);
    expect(12 * 77 + 11 * 20).toBe(1144);
  });

  it.each([
    ["960px", "20px", "60"],
    ["1200px", "30px", "70"],
  ])("%s with gutters of %s and half gutters at the edges holds 12 columns of %s", (width, gutter, column) => {
    const found = terms(oneBreakpoint(1920, 12, { gutter, edgeGutters: "half", container: fixed(width) }), 1920);
    expect(toJson(found.column)).toBe(column);
    expect(found.gaps).toBe(12);
  });

  it("960 centred in 1920 starts at 480, its first column half a gutter later", () => {
    const found = terms(oneBreakpoint(1920, 12, { gutter: "20px", edgeGutters: "half", container: fixed("960px") }), 1920);
    expect(toJson(found.container.start)).toBe("480");
    expect(columnTracks(found)[0] && toJson(columnTracks(found)[0]?.start ?? exact(0))).toBe("490");
  });

  it("container 1200 with 10 columns and gutters of 20 closes at columns of 102; spans grow by 122", () => {
    const found = terms(oneBreakpoint(1440, 10, { gutter: "20px", container: fixed("1200px") }), 1440);
    expect(toJson(found.column)).toBe("102");
    expect(toJson(subtract(spanWidth(found, 5), spanWidth(found, 4)))).toBe("122");
  });

  it("a container of 1328, meant for 1368, leaves 1366 with margins of 19", () => {
    const meant = oneBreakpoint(1368, 12, { gutter: "20px", container: fixed("1328px"), margin: margin("0px") });
    expect(toJson(terms(meant, 1368).margin.start)).toBe("20");
    expect(toJson(terms(meant, 1366).margin.start)).toBe("19");
    expect(toJson(terms(oneBreakpoint(1366, 12, { margin: margin("20px") }), 1366).container.width)).toBe("1326");
  });
});

describe("containers", () => {
  const unequal = { start: "100px", end: "40px" };
  it.each([
    ["start", "100", "300"],
    ["center", "230", "170"],
    ["end", "360", "40"],
  ] as const)("a fixed container at the %s starts at %s", (align, start, end) => {
    const found = terms(oneBreakpoint(1400, 10, { margin: unequal, container: { kind: "fixed", width: "1000px", align } }), 1400);
    expect([toJson(found.margin.start), toJson(found.margin.end)]).toEqual([start, end]);
  });

  it("a capped container is fluid below its cap and as wide as its cap above it", () => {
    const layout = oneBreakpoint(1600, 12, { gutter: "32px", margin: margin("64px"), container: capped("1312px") });
    expect(toJson(terms(layout, 1400).container.width)).toBe("1272");
    expect(terms(layout, 1400).boundBy).toBe("margins");
    expect([toJson(terms(layout, 1600).margin.start), toJson(terms(layout, 1600).column)]).toEqual(["144", "80"]);
  });

  it("a fixed container that is too wide keeps its width and overflows at the end", () => {
    const found = terms(oneBreakpoint(320, 4, { container: fixed("400px") }), 320);
    expect([found.container.start, found.container.width, found.margin.end].map(toJson)).toEqual(["0", "400", "-80"]);
  });

  it("margins in % are of the viewport, gutters in fr of a column, rem of the root font size", () => {
    const share = terms(oneBreakpoint(1475, 12, { gutter: "0.25fr", margin: margin("0px") }), 1475);
    expect([toJson(share.column), toJson(share.gutter)]).toEqual(["100", "25"]);
    const percent = terms(oneBreakpoint(1000, 4, { gutter: "1.5rem", margin: margin("12.5%") }), 1000);
    expect([toJson(percent.margin.start), toJson(percent.gutter), toJson(percent.column)]).toEqual(["125", "24", "339/2"]);
    const larger = { ...oneBreakpoint(1000, 4, { gutter: "1.5rem" }), rootFontSize: "20px" };
    expect(toJson(terms(larger, 1000).gutter)).toBe("30");
  });
});

describe("laws of columns", () => {
  it("margins and container make the width, columns and gaps the container, at every width", () => {
    fc.assert(
      fc.property(anyColumns, fc.integer({ min: 1, max: 4000 }), (columns, width) => {
        const layout = withBreakpoint(oneBreakpoint(1440, 12), "first", (one) => ({ ...one, columns }));
        const found = terms(layout, width);
        expect(equals(add(add(found.margin.start, found.container.width), found.margin.end), exact(width))).toBe(true);
        expect(
          equals(add(multiply(exact(found.count), found.column), multiply(exact(found.gaps), found.gutter)), found.container.width),
        ).toBe(true);
        const resolved = resolve(layout, { width: exact(width) });
        if (!resolved.ok) throw new Error("resolves");
        const { columns: tracks, spans } = resolved.value;
        const [first, last] = [tracks[0], tracks.at(-1)];
        if (!first || !last) throw new Error("no tracks");
        // The numbers can be measured from the tracks alone.
        expect(equals(subtract(add(last.start, last.width), first.start), spans.at(-1) ?? exact(-1))).toBe(true);
        expect(equals(subtract(first.start, found.edge), found.container.start)).toBe(true);
        expect(tracks).toHaveLength(columns.count);
        expect(only(layout).columns).toEqual(columns);
      }),
    );
  });
});
