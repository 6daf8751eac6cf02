import { describe, expect, it } from "vitest";
import { layoutJsonSchema, limits, parseLayout, readLayout, writeLayout } from "../../src/index";
import { cleanLayout } from "../layouts";

/** The complete example of the description of the open format. */
const example = {
  format: "ypsiline-layout",
  formatVersion: 1,
  name: "Passenger booking",
  base: "8px",
  rootFontSize: "16px",
  leastColumn: "40px",
  spacing: [
    { name: "s", multiple: 1 },
    { name: "xs", multiple: 0.5 },
  ],
  breakpoints: [
    {
      id: "desk",
      name: "Desk",
      from: 1024,
      drawnAt: { width: 1280, height: 800 },
      columns: {
        count: 12,
        gutter: "24px",
        margin: { start: "64px", end: "64px" },
        edgeGutters: "none",
        container: { kind: "capped", max: "1312px", align: "center" },
        stated: { container: "1140px", column: "70px" },
      },
      rows: { kind: "dividing", count: 6, gutter: "20px", margin: { start: "20px", end: "20px" }, least: "600px", most: "1200px" },
      baseline: { step: "4px", offset: "0px", emphasis: 4 },
      mesh: { step: "8px", emphasis: 8 },
    },
  ],
  text: [{ name: "Body", size: "16px", lineHeight: "24px", font: "Archivo" }],
  areas: [
    {
      id: "results",
      name: "Sailings",
      placements: {
        desk: { column: 1, span: 8, row: 1, rowSpan: 4, leaves: "end", reason: "The map runs out.", over: false, inside: null },
      },
      kind: "card",
    },
  ],
  notes: [{ about: "desk", text: "Cards take four columns." }],
  accepted: [{ rule: "divides-well", breakpoint: "phone", reason: "Five boards." }],
  extensions: { "example.tool": { any: [1, null, "x"] } },
};

type Loose = Record<string, unknown>;
const minimal = (columns: Loose = {}, breakpoint: Loose = {}, layout: Loose = {}): Loose => ({
  format: "ypsiline-layout",
  formatVersion: 1,
  name: "Small",
  base: "8px",
  breakpoints: [
    {
      id: "desk",
      name: "Desk",
      from: 320,
      drawnAt: { width: 1280, height: 800 },
      columns: { count: 12, gutter: "24px", margin: { start: "64px" }, container: { kind: "fluid" }, ...columns },
      ...breakpoint,
    },
  ],
  ...layout,
});

const pathsOf = (data: unknown): readonly string[] => {
  const parsed = parseLayout(data);
  return parsed.ok ? [] : parsed.issues.map(({ path }) => path);
};

describe("the layout document", () => {
  it("is read whole, with its extensions as they are", () => {
    const parsed = parseLayout(example);
    expect(parsed).toEqual({ ok: true, value: example });
  });

  it("fills in what may be omitted", () => {
    const parsed = parseLayout(minimal());
    expect(parsed.ok && parsed.value).toMatchObject({
      rootFontSize: "16px",
      leastColumn: "0px",
      spacing: [],
      text: [],
      areas: [],
      notes: [],
      accepted: [],
    });
    expect(parsed.ok && parsed.value.breakpoints[0]).toMatchObject({
      rows: null,
      baseline: null,
      mesh: null,
      columns: { edgeGutters: "none", margin: { start: "64px", end: "64px" } },
    });
  });

  it("is the same after being written and read", () => {
    for (const layout of [cleanLayout(), parseLayout(example)]) {
      const value = "ok" in layout ? (layout.ok ? layout.value : cleanLayout()) : layout;
      expect(readLayout(writeLayout(value))).toEqual({ ok: true, layout: value, lost: [] });
    }
  });

  it.each<[string, unknown, string]>([
    ["an unknown member", minimal({ stretch: 1 }), "/breakpoints/0/columns/stretch"],
    ["a length with a space", minimal({ gutter: "24 px" }), "/breakpoints/0/columns/gutter"],
    ["a number for a length", minimal({ gutter: 24 }), "/breakpoints/0/columns/gutter"],
    ["a negative gutter", minimal({ gutter: "-4px" }), "/breakpoints/0/columns/gutter"],
    ["a gutter in %", minimal({ gutter: "4%" }), "/breakpoints/0/columns/gutter"],
    ["a margin in fr", minimal({ margin: { start: "1fr" } }), "/breakpoints/0/columns/margin/start"],
    ["seven decimals", minimal({ gutter: "1.1234567px" }), "/breakpoints/0/columns/gutter"],
    ["a length past the limit", minimal({ gutter: "100001px" }), "/breakpoints/0/columns/gutter"],
    ["97 columns", minimal({ count: 97 }), "/breakpoints/0/columns/count"],
    ["half a column", minimal({ count: 5.5 }), "/breakpoints/0/columns/count"],
    ["a container of no kind", minimal({ container: { kind: "boxed" } }), "/breakpoints/0/columns/container/kind"],
    ["a width of four decimals", minimal({}, { from: 320.0001 }), "/breakpoints/0/from"],
    ["a width past the limit", minimal({}, { drawnAt: { width: 20_001, height: 800 } }), "/breakpoints/0/drawnAt/width"],
    ["an id with capitals", minimal({}, { id: "Desk" }), "/breakpoints/0/id"],
    ["no format", { ...minimal(), format: undefined }, "/format"],
    ["an empty name", minimal({}, {}, { name: " " }), "/name"],
    ["a base of 0", minimal({}, {}, { base: "0px" }), "/base"],
    ["no breakpoint", minimal({}, {}, { breakpoints: [] }), "/breakpoints"],
    ["a text too long", minimal({}, {}, { notes: [{ about: "spec", text: "x".repeat(2001) }] }), "/notes/0/text"],
    ["a baseline step of 0", minimal({}, { baseline: { step: "0px", emphasis: 4 } }), "/breakpoints/0/baseline/step"],
    [
      "an area on no breakpoint",
      minimal({}, {}, { areas: [{ id: "a", name: "A", placements: { hall: { column: 1, span: 2 } } }] }),
      "/areas/0/placements/hall",
    ],
    [
      "extensions too deep",
      minimal({}, {}, { extensions: JSON.parse(`${'{"a":'.repeat(40)}1${"}".repeat(40)}`) as unknown }),
      "/extensions",
    ],
    ["extensions too large", minimal({}, {}, { extensions: { a: "x".repeat(70_000) } }), "/extensions"],
    ["no object at all", [1, 2], ""],
    ["null", null, ""],
  ])("refuses %s with its path", (_, data, path) => {
    expect(pathsOf(data)).toContain(path);
  });

  it("refuses more than its limits of anything, and names the list", () => {
    const many = <T>(count: number, make: (index: number) => T): T[] => Array.from({ length: count }, (_, index) => make(index));
    const one = (minimal()["breakpoints"] as Loose[])[0];
    expect(
      pathsOf(minimal({}, {}, { breakpoints: many(limits.breakpoints + 1, (i) => ({ ...one, id: `b${i}`, from: 320 + i })) })),
    ).toContain("/breakpoints");
    expect(pathsOf(minimal({}, {}, { spacing: many(limits.spacingSteps + 1, (i) => ({ name: `s${i}`, multiple: 1 })) }))).toContain(
      "/spacing",
    );
    expect(pathsOf(minimal({}, {}, { areas: many(limits.areas + 1, (i) => ({ id: `a${i}`, name: "A", placements: {} })) }))).toContain(
      "/areas",
    );
    expect(pathsOf(minimal({}, {}, { notes: many(limits.notes + 1, () => ({ about: "spec", text: "x" })) }))).toContain("/notes");
    expect(
      pathsOf(
        minimal({}, {}, { text: many(limits.textRoles + 1, (i) => ({ name: `t${i}`, size: "16px", lineHeight: "24px", font: "" })) }),
      ),
    ).toContain("/text");
  });

  it("accepts contradictory numbers: lowest widths unordered or equal, drawn at outside its widths, areas outside the grid", () => {
    const one = (minimal()["breakpoints"] as Loose[])[0];
    expect(
      pathsOf(
        minimal(
          {},
          {},
          {
            breakpoints: [
              { ...one, id: "a", from: 900 },
              { ...one, id: "b", from: 600 },
              { ...one, id: "c", from: 600 },
            ],
          },
        ),
      ),
    ).toEqual([]);
    expect(
      pathsOf(
        minimal(
          {},
          { drawnAt: { width: 100, height: 100 } },
          { areas: [{ id: "a", name: "A", placements: { desk: { column: 11, span: 9 } } }] },
        ),
      ),
    ).toEqual([]);
  });

  it("tells text that is no JSON from JSON that is no layout", () => {
    expect(readLayout("{").ok).toBe(false);
    const read = readLayout('{"format":"other"}');
    expect(read.ok ? [] : read.issues.map(({ path }) => path)).toContain("/format");
  });

  it("describes each member, and lets a document name its schema", () => {
    let members = 0;
    const look = (node: unknown, path: string): void => {
      if (Array.isArray(node)) return node.forEach((one) => look(one, path));
      if (typeof node !== "object" || node === null) return;
      for (const [key, value] of Object.entries(node)) {
        if (key !== "properties") look(value, path);
        else
          for (const [name, member] of Object.entries(value as Record<string, { description?: string }>)) {
            members += 1;
            expect(member.description, `${path}/${name}`).toMatch(/^\S.{6,}\S$/);
            look(member, `${path}/${name}`);
          }
      }
    };
    look(layoutJsonSchema(), "");
    expect(members).toBeGreaterThan(100);
    const document = JSON.parse(writeLayout(cleanLayout())) as object;
    const named = parseLayout({ $schema: "https://layouts.example/schema/layout-1.json", ...document });
    expect(named).toEqual(parseLayout(document));
    expect(parseLayout({ $schema: 7, ...document }).ok).toBe(false);
  });

  it("has a JSON Schema made from the same schema", () => {
    const schema = layoutJsonSchema() as { $schema: string; required: string[]; additionalProperties: boolean; properties: Loose };
    expect(schema.$schema).toBe("https://json-schema.org/draft/2020-12/schema");
    expect(schema.required).toEqual(["format", "formatVersion", "name", "base", "breakpoints"]);
    expect(schema.additionalProperties).toBe(false);
    // The example has no fonts of its own, follows nothing, and its stylesheets are named as usual.
    const left = ["fonts", "follows", "stylesheet"];
    expect(new Set(Object.keys(schema.properties))).toEqual(new Set(["$schema", ...Object.keys(example), ...left]));
  });
});

describe("texts that are refused", () => {
  it.each([
    ["the character U+0000", { name: "a\u0000b" }, "/name"],
    ["half of a surrogate pair", { breakpoints: [{ id: "desk", name: "a\ud83d" }] }, "/breakpoints/0/name"],
    ["the other half", { notes: [{ about: "spec", text: "\ude00a" }] }, "/notes/0/text"],
    ["U+0000 in a member's name", { extensions: { "a\u0000": 1 } }, "/extensions"],
    ["a member named __proto__", { extensions: { deep: JSON.parse('{"__proto__":{}}') as unknown } }, "/extensions/deep"],
  ])("%s is refused with its path", (_, members, path) => {
    const parsed = parseLayout({ ...(cleanLayout() as object), ...members });
    expect(parsed.ok ? [] : parsed.issues.map((issue) => issue.path)).toEqual([path]);
  });
  it("whole surrogate pairs, and members called constructor, are like any other", () => {
    const parsed = parseLayout({ ...cleanLayout(), name: "Harbour \u{1f600}", extensions: { constructor: { toString: "x" } } });
    expect(parsed.ok && [parsed.value.name, parsed.value.extensions]).toEqual(["Harbour \u{1f600}", { constructor: { toString: "x" } }]);
  });
  it("lists beyond their limit are refused by their length, whatever is in them", () => {
    const parsed = parseLayout({ ...cleanLayout(), breakpoints: Array.from({ length: 100_000 }, () => 1) });
    expect(parsed.ok ? [] : parsed.issues).toEqual([
      { path: "/breakpoints", message: "must hold at most 24 breakpoints; it holds 100,000" },
    ]);
  });
});
