import { generate, parse } from "css-tree";
import { describe, expect, it } from "vitest";
import { exact, type Layout, plainCss, readCss, resolve, toJson, writeCss } from "../../src/index";
import { cleanLayout } from "../layouts";
import { seeded } from "../random";
import { fullLayout } from "./full-layout";

/** The geometry of a layout at a size: every column, row and line, exact. */
const comesTo = (layout: Layout, width: number): string => {
  const resolved = resolve(layout, { width: exact(width), height: exact(900) });
  if (!resolved.ok) throw new Error("not resolved");
  const { columns, rows, baseline, terms } = resolved.value;
  return JSON.stringify([
    columns.map(({ start, width: wide }) => [toJson(start), toJson(wide)]),
    toJson(terms.container.width),
    rows && [toJson(rows.pitch), rows.tracks.map(({ start, height }) => [toJson(start), toJson(height)])],
    baseline && [toJson(baseline.step), toJson(baseline.offset)],
  ]);
};

describe("a stylesheet written by Ypsiline", () => {
  it("is read back with its columns, rows and baseline, in rem at other root sizes, by either query, and minified (400 layouts)", () => {
    const random = seeded("stylesheets back");
    for (let run = 0; run < 400; run += 1) {
      const layout = fullLayout(random);
      const css = writeCss(layout, {
        ...plainCss,
        unit: random.pick(["px", "rem"]),
        query: random.pick(["media", "container"]),
        edges: random.pick(["plain", "exact"]),
        spans: random.pick(["with", "without"]),
      });
      const sent = random.pick([css, generate(parse(css))]);
      const read = readCss(sent);
      if (!read.ok) throw new Error(JSON.stringify([read.issues, layout]));
      expect(read.layout.breakpoints.map(({ id, from }) => [id, from])).toEqual(layout.breakpoints.map(({ id, from }) => [id, from]));
      for (const width of [320, 599, 600, 1280, 1999]) expect(comesTo(read.layout, width), sent).toBe(comesTo(layout, width));
      const inPx = (text: string): number => parseFloat(text) * (text.endsWith("rem") ? parseFloat(layout.rootFontSize) : 1);
      expect([read.layout.rootFontSize, inPx(read.layout.leastColumn)]).toEqual([layout.rootFontSize, 10]);
    }
  });

  it("has text roles with trimmed boxes, and spacing on :root with either query", () => {
    const layout = fullLayout(seeded("text roles"));
    for (const query of ["media", "container"] as const) {
      const css = writeCss(layout, { ...plainCss, query });
      const root = /:root \{[^}]*\}/.exec(css)?.[0] ?? "";
      expect(root).toContain("--space-m: 16px;");
      expect(root).toContain("--text-body-text-size: 16px;");
      expect(css).toContain("text-box: trim-both cap alphabetic;");
      // 16 on 24 in Archivo: ((1.5 − 1.088)/2 + 0.878 − 0.686) above, ((1.5 − 1.088)/2 + 0.21) below.
      expect(css).toContain("margin-block-end: -0.398em;");
      expect(css).toContain("margin-block-start: -0.416em;");
      expect(css).not.toContain("</style");
    }
  });

  it("has classes for spans and shifts when asked, none wider than the breakpoint's columns", () => {
    const css = writeCss(cleanLayout(), { ...plainCss, spans: "with" });
    expect(css).toContain(".layout-span-8 { grid-column-end: span 4; }");
    expect(css).toMatch(/@media \(width >= 600px\) \{\n {2}\.layout-span-1[\s\S]*\.layout-span-8 \{ grid-column-end: span 8; \}/);
    expect(css).toContain(".layout-desk-span-12 { grid-column-end: span 12; }");
    expect(css).toContain(".layout-desk-shift-2 { grid-column-start: 3; }");
    expect(writeCss(cleanLayout(), plainCss)).not.toContain("layout-span");
  });

  it.each(["a */ b", "</style><script>", "a\u2028*/", "*\n/", "/*"])("is not broken out of by the name %s", (name) => {
    const css = writeCss({ ...cleanLayout(), name, breakpoints: cleanLayout().breakpoints.map((one) => ({ ...one, name })) }, plainCss);
    expect(css).not.toContain("</style");
    expect(readCss(css).ok).toBe(true);
    expect(css.match(/\/\*/g)?.length).toBe(css.match(/\*\//g)?.length);
  });
});
