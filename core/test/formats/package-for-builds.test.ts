import { gzipSync } from "node:zlib";
import { transform } from "lightningcss";
import postcss from "postcss";
import { compileString } from "sass";
import stylelint from "stylelint";
import { compile } from "tailwindcss";
import { describe, expect, it } from "vitest";
import { breakpointAt, breakpointRanges, exact, type Layout, packageFiles, type Release, termsAt, toNumber } from "../../src/index";
import { customMediaText, themeText } from "../../src/formats/package/for-css";
import { resolveText } from "../../src/formats/package/resolve-at";
import { writeSass } from "../../src/formats/sass/sass-format";
import { columnStart } from "../../src/grid/columns";
import { demoLayouts } from "../demo-layouts";
import { cleanLayout } from "../layouts";
import { seeded } from "../random";
import { fullLayout } from "./full-layout";

const release = (layout: Layout): Release => ({
  name: "@skerry/passenger-booking",
  version: "2.1.0",
  description: "",
  layout,
  home: null,
  changes: [],
});
const filesOf = (layout: Layout): ReadonlyMap<string, string> =>
  new Map(packageFiles(release(layout)).map(({ path, text }) => [path, text]));
const random = seeded("package for builds");

/** Whether a width is one of those that a media query in range notation holds at: "(600px <= width < 1024px)", "(width >= 37.5rem) and …". */
const holds = (query: string, width: number): boolean =>
  query === "all" ||
  query.split(" and ").every((part) => {
    const [, least, most] = /^\((?:([\d.]+)(?:px)? ?<= ?)?width(?: ?< ?([\d.]+)(?:px)?)?\)$/.exec(part) ?? [];
    const from = /^\(width ?>= ?([\d.]+)(?:px)?\)$/.exec(part)?.[1] ?? /^\(min-width: ?([\d.]+)px\)$/.exec(part)?.[1] ?? least;
    if (from === undefined && most === undefined) throw new Error(`not read: ${query}`);
    return (from === undefined || width >= Number(from)) && (most === undefined || width < Number(most));
  });

describe("resolveAt of a package", () => {
  type ColumnsAt = {
    readonly breakpoint: string;
    readonly margin: { readonly start: number; readonly end: number };
    readonly container: { readonly width: number };
    readonly columns: readonly { readonly start: number; readonly width: number }[];
  };
  /** The module as Node runs it. */
  const resolverOf = async (layout: Layout): Promise<(width: number) => ColumnsAt> => {
    const text = encodeURIComponent(resolveText(release(layout)));
    const module = (await import(`data:text/javascript,${text}`)) as { readonly resolveAt: (width: number) => ColumnsAt };
    return module.resolveAt;
  };

  it("has the columns of core at every width from 240 to 2560 of 300 random layouts, to 1/64 px", async () => {
    let worst = 0;
    for (let turn = 0; turn < 300; turn += 1) {
      const layout = fullLayout(random);
      const resolveAt = await resolverOf(layout);
      for (let width = 240; width <= 2560; width += 1) {
        const at = resolveAt(width);
        const breakpoint = breakpointAt(layout, exact(width));
        const terms = termsAt(layout, breakpoint, exact(width));
        // Every column is a whole number of steps from the first: the first two and the last say where all are.
        if (at.breakpoint !== breakpoint.id || at.columns.length !== terms.count) throw new Error(`${breakpoint.id} at ${width}`);
        const column = toNumber(terms.column);
        for (const index of [0, 1, terms.count - 1]) {
          const mine = at.columns[index];
          if (mine) worst = Math.max(worst, Math.abs(mine.start - toNumber(columnStart(terms, index))), Math.abs(mine.width - column));
        }
        worst = Math.max(
          worst,
          Math.abs(at.margin.start - toNumber(terms.margin.start)),
          Math.abs(at.margin.end - toNumber(terms.margin.end)),
          Math.abs(at.container.width - toNumber(terms.container.width)),
        );
      }
    }
    expect(worst).toBeLessThan(1 / 64);
  });

  it("is less than 4 kB, compressed, and refuses what is no width", async () => {
    const many = {
      ...cleanLayout(),
      breakpoints: Array.from({ length: 20 }, (_, at) => ({ ...fullLayout(random).breakpoints[0], id: `b-${at}`, from: 300 + 100 * at })),
    };
    expect(gzipSync(resolveText(release(many as Layout))).length).toBeLessThan(4096);
    const resolveAt = await resolverOf(cleanLayout());
    for (const width of [NaN, 0, -1, Infinity, "1280px"])
      expect(() => resolveAt(width as number)).toThrow(`must be a number of px above 0, not ${width}`);
  });
});

/** Breakpoints at random widths, with ids that Sass knows as something else. */
const someBreakpoints = (): Layout => {
  const layout = cleanLayout();
  const [one] = layout.breakpoints;
  if (!one) throw new Error("none");
  const froms = [...new Set(Array.from({ length: random.integer(1, 8) }, () => random.integer(280, 2000)))].sort((a, b) => a - b);
  return { ...layout, areas: [], breakpoints: froms.map((from, index) => ({ ...one, id: `b${index}`, name: `B${index}`, from })) };
};
const someWidths = (layout: Layout): readonly number[] =>
  breakpointRanges(layout)
    .flatMap(({ from }) => [from - 1, from, from + 1])
    .concat([240, 2560]);

/** A browser that knows ranges in queries, and no custom media. */
const targets = { chrome: 120 << 16 };

describe("breakpoints for other stylesheets", () => {
  it("are custom media queries that hold where the breakpoints do, as a compiler reads them", () => {
    for (let turn = 0; turn < 200; turn += 1) {
      const layout = someBreakpoints();
      const ranges = breakpointRanges(layout);
      const names = ranges.flatMap(({ breakpoint: { id } }, index) => [
        `from-${id}`,
        `only-${id}`,
        ...(index === 0 ? [] : [`below-${id}`]),
      ]);
      const css = `${customMediaText(layout)}${names.map((name) => `@media (--layout-${name}) { .${name} { color: red } }`).join("\n")}`;
      const compiled = transform({ filename: "a.css", code: Buffer.from(css), drafts: { customMedia: true }, targets }).code.toString();
      const queries = new Map<string, string>();
      postcss.parse(compiled).walkRules((rule) => {
        const { parent } = rule;
        queries.set(rule.selector.slice(1), parent?.type === "atrule" ? (parent as postcss.AtRule).params : "all");
      });
      for (const width of someWidths(layout)) {
        const at = ranges.findIndex(({ breakpoint }) => breakpoint.id === breakpointAt(layout, exact(width)).id);
        ranges.forEach(({ breakpoint: { id } }, index) => {
          const said = (name: string): boolean => holds(queries.get(`${name}-${id}`) ?? "", width);
          expect([said("from"), said("only")], `${id} at ${width}`).toEqual([at >= index, at === index]);
          if (index > 0) expect(said("below")).toBe(at < index);
        });
      }
    }
  });

  it("are Sass mixins that do the same, and say which breakpoints there are where one is not", () => {
    for (let turn = 0; turn < 60; turn += 1) {
      const layout = someBreakpoints();
      const ids = breakpointRanges(layout).map(({ breakpoint: { id } }) => id);
      const [from = "", until = ""] = [ids[random.integer(0, ids.length - 1)], ids[random.integer(0, ids.length - 1)]];
      const scss = `${writeSass(layout, { unit: "px" })}
        ${ids.map((id) => `.up-${id} { @include up(${id}) { color: red } } .below-${id} { @include below(${id}) { color: red } } .only-${id} { @include only(${id}) { color: red } }`).join("\n")}
        .between { @include between(${from}, ${until}) { color: red } }`;
      const queries = new Map<string, string>();
      postcss.parse(compileString(scss).css).walkRules((rule) => {
        const { parent } = rule;
        queries.set(rule.selector.slice(1), parent?.type === "atrule" ? (parent as postcss.AtRule).params : "all");
      });
      const said = (name: string, width: number): boolean => queries.has(name) && holds(queries.get(name) ?? "", width);
      for (const width of someWidths(layout)) {
        const at = ids.indexOf(breakpointAt(layout, exact(width)).id);
        ids.forEach((id, index) =>
          expect([said(`up-${id}`, width), said(`below-${id}`, width), said(`only-${id}`, width)]).toEqual([
            at >= index,
            at < index,
            at === index,
          ]),
        );
        expect(said("between", width)).toBe(at >= ids.indexOf(from) && at < ids.indexOf(until));
      }
    }
    const layout = cleanLayout();
    const compiled = (line: string) => () => compileString(`${writeSass(layout, { unit: "px" })}\n${line}`);
    expect(compiled(".a { @include up(wall) { color: red } }")).toThrow(
      /There is no breakpoint wall. The breakpoints are phone, tablet, desk/,
    );
    expect(compiled('.a { gap: number("desk", "height") }')).toThrow(/The breakpoint desk has no height. It has name, from, columns/);
    expect(compiled(".a { @include span(4) } .b { @include span(3, 2) }")().css).toMatch(/auto ?\/ ?span 4[\s\S]*2 ?\/ ?span 3/);
  });

  it("are a theme that a utility framework makes its classes from", async () => {
    // Words that the framework has a meaning for itself cannot be breakpoints of it.
    const meant = new Set(["portrait", "landscape"]);
    for (const layout of demoLayouts.filter(({ breakpoints }) => !breakpoints.some(({ id }) => meant.has(id)))) {
      const compiler = await compile(`${themeText(layout)}\n@tailwind utilities;`);
      const ranges = breakpointRanges(layout).slice(1);
      const css = compiler.build([...ranges.map(({ breakpoint: { id } }) => `${id}:p-3`), "sm:p-3", "p-3"]);
      const found = [...css.matchAll(/@media \(width >= ([\d.]+)rem\)/g)].map(([, rem]) => Number(rem) * 16);
      // Its own breakpoint sm is none of the layout's.
      expect(found).toEqual(ranges.map(({ from }) => from));
      expect(css).toContain("calc(var(--spacing) * 3)");
    }
  });
});

describe("what editors read", () => {
  it("names every custom property and class of the stylesheets, the areas and the elements", () => {
    for (const layout of demoLayouts) {
      const files = filesOf({ ...layout, stylesheet: { prefix: "ferry" } });
      const css = JSON.parse(files.get("css-data.json") ?? "") as { version: number; properties: { name: string; description: string }[] };
      const html = JSON.parse(files.get("html-data.json") ?? "") as {
        tags: { name: string }[];
        valueSets: { name: string; values: { name: string }[] }[];
      };
      const properties = new Set<string>();
      const classes = new Set<string>();
      for (const [path, text] of files)
        if (/^(layout|spans)[.\w]*\.css$/.test(path) && !/exact|container/.test(path))
          postcss.parse(text).walk((node) => {
            if (node.type === "decl" && node.prop.startsWith("--")) properties.add(node.prop);
            if (node.type === "rule") for (const [, name = ""] of node.selector.matchAll(/\.([a-z][\w-]*)/g)) classes.add(name);
          });
      expect(new Set(css.properties.map(({ name }) => name))).toEqual(properties);
      const set = (wanted: string) => html.valueSets.find(({ name }) => name === wanted)?.values.map(({ name }) => name);
      expect(new Set(set("classes"))).toEqual(classes);
      expect(set("areas")).toEqual(layout.areas.map(({ id }) => id));
      expect(html.tags.map(({ name }) => name)).toEqual(["ferry-grid", "ferry-overlay"]);
      expect(css.properties.find(({ name }) => name === "--ferry-columns")?.description).toBe(
        `${layout.name}: ${[...new Set(breakpointRanges(layout).map(({ breakpoint }) => breakpoint.columns.count))].join(", then ")}`,
      );
      // The same names are types.
      const types = files.get("index.d.ts") ?? "";
      for (const name of [...properties, ...classes]) expect(types).toContain(`  | "${name}"`);
    }
  });
});

describe("every stylesheet of a package", () => {
  it("is read without a complaint by PostCSS, a compiler and the standard rules of a linter", async () => {
    for (const layout of [
      ...demoLayouts,
      { ...cleanLayout(), stylesheet: { prefix: "ferry", layer: "app.ferry", scope: ".ferry" } },
      ...Array.from({ length: 4 }, () => fullLayout(random)),
    ])
      for (const [path, text] of filesOf(layout)) {
        if (!path.endsWith(".css")) continue;
        expect(postcss.parse(text).nodes.length, path).toBeGreaterThan(0);
        const { warnings } = transform({ filename: path, code: Buffer.from(text), drafts: { customMedia: true } });
        expect(warnings.filter(({ message }) => !message.includes("@theme"))).toEqual([]);
        const { results } = await stylelint.lint({ code: text, config: { extends: ["stylelint-config-standard"] } });
        expect(results[0]?.warnings.map(({ line, text: words }) => `${path} ${line}: ${words}`)).toEqual([]);
      }
  });
});
