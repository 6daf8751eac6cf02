import { describe, expect, it } from "vitest";
import { formatOf, formats, type Layout, linePositions, plainOverlay, plainWriting, writeIn, toJson } from "../../src/index";
import { cleanLayout, withBreakpoint, withColumns } from "../layouts";

const read = (id: "svg" | "csv" | "tokens", text: string) => formats[id].read?.(text) ?? { ok: false as const, issues: [] };
const reason = (id: "svg" | "csv" | "tokens", text: string): string => {
  const answer = read(id, text);
  return answer.ok ? "nothing was refused" : answer.issues.map(({ path, message }) => `${path} ${message}`.trim()).join("; ");
};
const layoutOf = (id: "svg" | "csv" | "tokens", text: string): Layout => {
  const answer = read(id, text);
  if (!answer.ok) throw new Error(reason(id, text));
  return answer.layout;
};
const columns = (layout: Layout) =>
  layout.breakpoints.map(
    ({ id, from, columns: { count, gutter, margin } }) => `${id} ${from}: ${count} ${gutter} ${margin.start} ${margin.end}`,
  );
const overlay = (inside: string, head = "") => `${head}<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${inside}</svg>`;
const column = '<g id="columns"><rect x="10" y="0" width="20" height="100"/></g>';

describe("drawings that are refused, with the reason", () => {
  it.each([
    [
      "entities (each ten of the one before)",
      overlay(column, '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;">]>'),
      "entities",
    ],
    ["a script", overlay(`${column}<script>alert(1)</script>`), "element script"],
    ["a foreign object", overlay(`${column}<foreignObject><div/></foreignObject>`), "element foreignObject"],
    ["a handler", overlay('<g id="columns"><rect onload="x()" x="1" width="2" height="3"/></g>'), "attribute onload"],
    ["a link", overlay(`${column}<g><rect xlink:href="javascript:x()" width="1" height="1"/></g>`), "attribute xlink:href"],
    [
      "a reference to elsewhere",
      overlay('<g id="columns"><rect fill="url(https://x.example/a)" width="2" height="3"/></g>'),
      "attribute fill",
    ],
    ["a picture", overlay(`${column}<image width="2"/>`), "element image"],
    ["a style sheet", overlay(`${column}<style>*{}</style>`), "element style"],
    ["a processing instruction", overlay(column, '<?xml-stylesheet href="x"?>'), "processing instructions"],
    ["nesting 10,000 deep", overlay("<g>".repeat(10_000)), "nest deeper"],
    ["nothing of columns", overlay("<title>x</title>"), "columns"],
    ["no size", '<svg xmlns="http://www.w3.org/2000/svg"/>', "viewBox"],
    ["no drawing", "<html></html>", "root element is svg"],
    ["100,001 elements", overlay("<g/>".repeat(100_001)), "at most 50,000 elements"],
  ])("%s", (_, text, words) => {
    const started = reason("svg", text);
    expect(started).toContain(words);
  });
  it("references in text are not expanded past XML's own", () => {
    expect(layoutOf("svg", overlay(`<title>&bomb; &amp; &#65;</title>${column}`)).breakpoints).toHaveLength(1);
  });
});

describe("foreign drawings", () => {
  it("give columns, gutter and margins by their rectangles: 1440, margins of 144, 12 of 74 with 24 (common practice)", () => {
    const rects = Array.from({ length: 12 }, (_, k) => `<rect x="${144 + k * 98}" y="0" width="74" height="900"/>`).join("");
    const named = layoutOf("svg", `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1440 900"><g id="columns">${rects}</g></svg>`);
    expect(columns(named)).toEqual(["drawn 320: 12 24px 144px 144px"]);
    const unnamed = read(
      "svg",
      `<svg xmlns="http://www.w3.org/2000/svg" width="1440" height="900"><rect width="1440" height="40"/>${rects}</svg>`,
    );
    expect(unnamed.ok && columns(unnamed.layout)).toEqual(["drawn 320: 12 24px 144px 144px"]);
    expect(unnamed.ok && unnamed.lost.join()).toContain("no group named columns");
  });
  it("are drawn with the colours, the opacity and the layers asked for", () => {
    const overlayOptions = { ...plainOverlay, draw: "outline" as const, opacity: 0.5, layers: ["columns" as const] };
    const written = formats.svg.write(cleanLayout(), "desk", { ...plainWriting, overlay: overlayOptions });
    const text = written.ok ? written.text : "";
    expect(text).toContain('viewBox="0 0 1280 800"');
    expect(text).toContain('<g id="columns" fill="none" stroke="#2f8a76" stroke-opacity="0.5">');
    expect(text.match(/<rect /g)).toHaveLength(12);
    expect(text).not.toContain('id="margins"');
  });
});

describe("drawings that were changed", () => {
  const written = formats.svg.write(cleanLayout(), "desk", plainWriting);
  const text = written.ok ? written.text : "";
  it("are read as drawn once their columns no longer match their metadata", () => {
    // 12 columns of 74 with gutters of 24 and margins of 64: each column is made 70 wide, so the gutters grow to 28.
    const narrowed = read("svg", text.replaceAll('width="74"', 'width="70"'));
    expect(text.match(/width="74"/g)).toHaveLength(12);
    expect(narrowed.ok && columns(narrowed.layout)).toEqual(["drawn 320: 12 28px 64px 68px"]);
    expect(narrowed.ok && narrowed.lost.join()).toContain("what is drawn was read");
    const untouched = read("svg", text);
    expect(untouched.ok && columns(untouched.layout)).toEqual(["desk 1024: 12 24px 64px 64px"]);
  });
  it.each([
    ["moved by a transform around them", 'transform="translate(8 0)"', "12 24px 72px 56px"],
    ["moved and scaled", 'transform="translate(-64,0) scale(2 1)"', "12 48px 64px"],
    ["by a matrix", 'transform="matrix(1 0 0 1 16 0)"', "12 24px 80px 48px"],
  ])("are read where they lie: %s", (_, attribute, words) => {
    const moved = read("svg", text.replace('<g id="columns"', `<g ${attribute} id="columns"`).replace(/<metadata>.*<\/metadata>/, ""));
    expect(moved.ok ? columns(moved.layout)[0] : "").toContain(words);
  });
  it("report what is rotated, and leave it out", () => {
    const turned = overlay(
      '<g id="columns"><rect x="10" width="20" height="100"/><rect transform="rotate(9)" x="40" width="20" height="100"/></g>',
    );
    const answer = read("svg", turned);
    expect(answer.ok && [answer.layout.breakpoints[0]?.columns.count, answer.lost.join()]).toEqual([
      1,
      expect.stringContaining("1 elements that are turned or slanted"),
    ]);
  });
});

describe("recognising a file's format", () => {
  it.each([
    ["layout", '{"accepted":[],"areas":[],"base":"8px","breakpoints":[{"id":"a"}],"format":"ypsiline-layout"}'],
    ["tokens", '{"$extensions":{"ypsiline":{"layout":{"format":"ypsiline-layout"}}}}'],
    ["tokens", '{"x":"format","y":"ypsiline-layout"}'],
    ["tokens", '{"x":["format",{"format":"ypsiline-layout"}]}'],
    ["layout", '{ "a\\"b": "\\\\", "format" : "ypsiline-layout" }'],
    ["css", ":root { --layout-columns: 12 }"],
    ["svg", " <svg/>"],
    ["csv", "layer;index;start;end;size"],
  ])("%s: %s", (format, text) => expect(formatOf(text)).toBe(format));
  it("reads tokens of a spec with one breakpoint as tokens", () => {
    const layout = { ...cleanLayout(), breakpoints: cleanLayout().breakpoints.slice(0, 1) };
    const written = formats.tokens.write(layout, plainWriting);
    expect(written.ok && formatOf(written.text, "tokens.json")).toBe("tokens");
  });
});

describe("pictures", () => {
  it("have every edge and line on whole device px: columns of 77 2/3, tiles of 97 2/3, at densities of 1, 1.5 and 2", () => {
    const layout = withBreakpoint(withColumns(cleanLayout(), "desk", { gutter: "20px" }), "desk", (one) => ({
      ...one,
      baseline: { step: "7.5px", offset: "0px", emphasis: 4 },
    }));
    let looked = 0;
    for (const snap of [1, 1.5, 2])
      for (const id of ["svg", "tile"] as const) {
        const written = writeIn(formats[id], layout, "desk", { ...plainWriting, overlay: { ...plainOverlay, snap } });
        const text = written.ok ? written.text : "";
        const onDevice = (px: number): void =>
          expect(Math.abs(px * snap - Math.round(px * snap)), `${id} ${snap} ${px}`).toBeLessThan(0.001);
        for (const [, x = "", y = "", w = "", h = ""] of text.matchAll(/<rect x="(.*?)" y="(.*?)" width="(.*?)" height="(.*?)"/g)) {
          [Number(x), Number(y), Number(x) + Number(w), Number(y) + Number(h)].forEach(onDevice);
          looked += 1;
        }
        for (const [, y = "", wide = ""] of text.matchAll(/<path d="M0 (.*?)H.*?" stroke-width="(\d)"/g)) {
          onDevice(Number(y) - Number(wide) / 2);
          looked += 1;
        }
        const [, width = "", height = ""] = /viewBox="0 0 (\S+) (\S+)"/.exec(text) ?? [];
        onDevice(Number(width));
        onDevice(Number(height));
      }
    expect(looked).toBeGreaterThan(300);
  });
});

describe("foreign ledgers", () => {
  it("are read by common headings, with numbers as people type them, semicolons and a byte order mark", () => {
    const text = '\uFEFFBreakpoint;From;Columns;Gutter;Margin;Notes\r\nPhone;320;4;16;16 px;\r\n"Desk; office";1024;12;1,5rem;5 %;x\r\n';
    const answer = read("csv", text);
    expect(answer.ok && columns(answer.layout)).toEqual(["phone 320: 4 16px 16px 16px", "desk-office 1024: 12 1.5rem 5% 5%"]);
    expect(answer.ok && answer.lost.join()).toContain("heading Notes");
  });
  it.each([
    ["a missing heading", "a,b\n1,2", "heading columns"],
    ["a count that is none", "name,columns,gutter,margin\nDesk,twelve,24,64", "line 2 columns must be a number, not twelve"],
    ["a gutter that is none", "name,columns,gutter,margin\nDesk,12,wide,64", "line 2, columns/gutter"],
    ["a quote never closed", 'name,columns\n"Desk,12', "line 2 a quote that is never closed"],
    ["a heading alone", "name,columns,gutter", "at least one row"],
    ["300 fields", `columns${",".repeat(300)}`, "more than 200 fields"],
  ])("say where %s is", (_, text, words) => expect(reason("csv", text)).toContain(words));
  it("are written so that a spreadsheet reads no name as a formula", () => {
    const layout = cleanLayout();
    const [first, ...others] = layout.breakpoints;
    const written = formats.ledger.write({ ...layout, breakpoints: first ? [{ ...first, name: "=1+1" }, ...others] : [] }, plainWriting);
    expect(written.ok && written.text).toContain("phone,'=1+1,320");
  });
});

describe("line positions", () => {
  it("are read with semicolons, decimal commas and headings in another order", () => {
    const rows = [0, 1, 2].map((k) => `${k + 1};column;${10 + k * 40.5};${40.5 + k * 40.5}`.replaceAll(".", ","));
    const answer = read("csv", ["index;layer;start;end;size", "1;margin;0;10", ...rows, "2;margin;121,5;131,5", "x;column;a;b"].join("\n"));
    expect(answer.ok && columns(answer.layout)).toEqual(["drawn 131.5: 3 10px 10px 10px"]);
    expect(answer.ok && answer.lost.join()).toContain("line 7: start and end must be numbers of px");
  });
  it("are the exact starts and ends: columns 77 2/3 wide of 1280 with margins of 64 and gutters of 20", () => {
    const layout = withColumns(cleanLayout(), "desk", { gutter: "20px" });
    const found = linePositions(layout, "desk");
    const second = found.ok ? found.positions.find(({ layer, index }) => layer === "column" && index === 2) : undefined;
    expect(second && [toJson(second.start), toJson(second.end)]).toEqual(["485/3", "718/3"]);
    const csv = formats.csv.write(layout, "desk", plainWriting);
    expect(csv.ok && csv.text.split("\r\n").filter((line) => line.startsWith("column,2"))).toEqual(["column,2,161.6667,239.3333,77.6667"]);
    // The gutter is read exactly, in spite of the rounding of the file.
    expect(csv.ok && columns(layoutOf("csv", csv.text))).toEqual(["drawn 320: 12 20px 64px 64px"]);
  });
});

describe("design tokens (Design Tokens Format Module, Design Tokens Community Group: dimension is { value, unit } in px or rem)", () => {
  it("have the type, value and unit the module requires, and names it allows", () => {
    const written = formats.tokens.write({ ...cleanLayout(), spacing: [{ name: "a.b {c}", multiple: 2 }] }, plainWriting);
    const file = JSON.parse(written.ok ? written.text : "{}") as Record<string, unknown>;
    let dimensions = 0;
    const visit = (node: unknown, name: string): void => {
      if (typeof node !== "object" || node === null) return;
      const token = node as Record<string, unknown>;
      if ("$value" in token) {
        expect(name).not.toMatch(/^\$|[.{}]/);
        if (token["$type"] === "number") return expect(typeof token["$value"]).toBe("number");
        expect(token["$type"]).toBe("dimension");
        const { value, unit, ...rest } = token["$value"] as Record<string, unknown>;
        expect([typeof value, ["px", "rem"].includes(String(unit)), rest]).toEqual(["number", true, {}]);
        dimensions += 1;
        return;
      }
      for (const [key, inner] of Object.entries(token)) if (key !== "$extensions") visit(inner, key);
    };
    visit(file, "");
    expect(dimensions).toBe(1 + 3 + 3 * 5 + 1);
    expect(file["layout"]).toMatchObject({ desk: { column: { $value: { value: 74, unit: "px" } } } });
  });
  it("of other tools are read by their groups; what cannot be read is listed", () => {
    const px = (value: number) => ({ $type: "dimension", $value: { value, unit: "px" } });
    const answer = read(
      "tokens",
      JSON.stringify({
        breakpoint: { phone: px(320), desk: px(1024) },
        layout: {
          phone: { columns: { $value: 4 }, gutter: px(16), margin: { $value: "16px" } },
          desk: { columns: { $value: 12 }, gutter: px(24), "margin-start": px(64) },
          "9": {},
        },
        colour: {},
      }),
    );
    expect(answer.ok && columns(answer.layout)).toEqual(["phone 320: 4 16px 16px 16px", "desk 1024: 12 24px 64px 64px"]);
    expect(answer.ok && answer.lost).toEqual(["/layout/9: its name cannot be an id", "/colour: not a group of a layout"]);
    expect(reason("tokens", "{}")).toContain("layout.desk.columns");
    expect(reason("tokens", `{"layout":${"[".repeat(500)}${"]".repeat(500)}}`)).toContain("nest deeper");
  });
  it("of ours that were edited by hand are reported", () => {
    const written = formats.tokens.write(cleanLayout(), plainWriting);
    const text = (written.ok ? written.text : "").replace('"value": 74', '"value": 75');
    const answer = read("tokens", text);
    expect(answer.ok && answer.lost.join()).toContain("/layout/desk/column: changed beside the declared layout");
  });
});
