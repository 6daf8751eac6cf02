import postcss from "postcss";
import { describe, expect, it } from "vitest";
import {
  compareLayouts,
  fileOptions,
  leastVersion,
  parseLayout,
  parseWith,
  plainCss,
  readCss,
  versionReason,
  writeCss,
  writePage,
} from "../../src/index";
import { changeWords, plainText } from "../../src/index";
import { withPrefix, withUsualNames } from "../../src/formats/css/naming";
import { demoLayouts } from "../demo-layouts";
import { cleanLayout } from "../layouts";
import { seeded } from "../random";
import { fullLayout } from "./full-layout";

const random = seeded("names in stylesheets");
const { pick } = random;
const prefixes = ["booking", "b", "fare-desk-2", "space", "text", "area", "layout-two"];
const layers = ["booking", "app.booking", "A_1"];
const scopes = [".booking", "#booking", "[data-app]", '[data-app="b-1"]'];
const someCss = () => ({
  unit: pick(["px", "rem"] as const),
  query: pick(["media", "container"] as const),
  edges: pick(["plain", "exact"] as const),
  gridClass: pick(["with", "without"] as const),
  spans: pick(["with", "without"] as const),
});

/** Every name that a stylesheet defines or uses, as PostCSS sees its selectors and values: no part of the code that wrote it. */
const namesIn = (
  css: string,
): { readonly properties: ReadonlySet<string>; readonly classes: ReadonlySet<string>; readonly selectors: readonly string[] } => {
  const properties = new Set<string>();
  const classes = new Set<string>();
  const selectors: string[] = [];
  const withoutText = (text: string): string => text.replace(/"(?:[^"\\]|\\[\s\S])*"/g, '""');
  postcss.parse(css).walk((node) => {
    if (node.type === "decl") {
      if (node.prop.startsWith("--")) properties.add(node.prop);
      for (const [name] of withoutText(node.value).matchAll(/--[\w-]+/g)) properties.add(name);
    }
    if (node.type === "rule") {
      selectors.push(...node.selectors);
      for (const [, name = ""] of withoutText(node.selector).matchAll(/\.([A-Za-z][\w-]*)/g)) classes.add(name);
    }
  });
  return { properties, classes, selectors };
};

describe("names in stylesheets", () => {
  it("begin with the prefix, every one, and come back as they were: 2,000 stylesheets", () => {
    for (let turn = 0; turn < 2000; turn += 1) {
      const layout = turn % 3 === 0 ? pick(demoLayouts) : fullLayout(random);
      const options = someCss();
      const [usual, prefix] = [writeCss(layout, options), pick(prefixes)];
      const own = withPrefix(usual, prefix);
      expect(withUsualNames(own)).toBe(usual);
      const [before, after] = [namesIn(usual), namesIn(own)];
      const expected = (name: string): string => (name.startsWith("layout") ? name.replace("layout", prefix) : `${prefix}-${name}`);
      expect(after.properties).toEqual(new Set([...before.properties].map((name) => `--${expected(name.slice(2))}`)));
      expect(after.classes).toEqual(new Set([...before.classes].map(expected)));
    }
  });

  it("stand in a layer and inside a scope, and nothing outside them: what is read from it is the same layout", () => {
    for (let turn = 0; turn < 400; turn += 1) {
      const layout = turn % 3 === 0 ? pick(demoLayouts) : fullLayout(random);
      const options = someCss();
      const naming = {
        prefix: pick([null, ...prefixes]) ?? undefined,
        layer: pick([null, ...layers]) ?? undefined,
        scope: pick([null, ...scopes]) ?? undefined,
      };
      const own = writeCss(layout, { ...options, ...naming });
      const [read, usual] = [readCss(own), readCss(writeCss(layout, options))];
      if (!read.ok || !usual.ok) throw new Error(JSON.stringify(read));
      expect(read.layout).toEqual(usual.layout);
      const sheet = postcss.parse(own);
      if (naming.layer !== undefined)
        expect(
          sheet.nodes.filter(({ type }) => type !== "comment").map((node) => (node.type === "atrule" ? node.params : node.type)),
        ).toEqual([naming.layer]);
      for (const selector of namesIn(own).selectors)
        if (naming.scope !== undefined) expect(selector === naming.scope || selector.startsWith(naming.scope), selector).toBe(true);
        else expect(selector.includes(".booking ")).toBe(false);
    }
  });

  it("are those of the page of its areas too, which is the scope", () => {
    for (const layout of demoLayouts.filter(({ areas }) => areas.length > 0))
      for (const prefix of prefixes) {
        const query = pick(["media", "container"] as const);
        const own = { ...layout, stylesheet: { prefix, scope: pick(scopes) } };
        const [page, css] = [writePage(own, { query, sample: "text", css: null }), writeCss(own, { ...plainCss, query })];
        const defined = namesIn(css).classes;
        const used = [...page.matchAll(/class="([^"]*)"/g)].flatMap(([, classes = ""]) => classes.split(" "));
        const { scope } = own.stylesheet;
        const attribute = scope.startsWith("[") ? scope.slice(1, -1) : `${scope.startsWith("#") ? "id" : "class"}="${scope.slice(1)}"`;
        expect(used.filter((name) => !name.startsWith("page-") && name !== scope.slice(1) && !defined.has(name))).toEqual([]);
        expect(page).toContain(`<body ${attribute}>`);
      }
  });

  it("are the layout's own unless others are asked for, and changing them is a major version", () => {
    const plain = cleanLayout();
    const parsed = parseLayout({ ...plain, stylesheet: { prefix: "booking", layer: "booking" } });
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.issues));
    const layout = parsed.value;
    expect(writeCss(layout, plainCss)).toBe(writeCss(plain, { ...plainCss, prefix: "booking", layer: "booking" }));
    expect(writeCss(layout, { ...plainCss, prefix: "ferry" })).toContain("--ferry-columns");
    const number = { major: 2, minor: 1, patch: 0 };
    expect(leastVersion({ number, layout: plain }, layout)).toEqual({ major: 3, minor: 0, patch: 0 });
    expect(plainText(versionReason(plain, layout))).toBe("names in stylesheets change");
    const told = compareLayouts(plain, layout).map((change) => {
      const { what, from, to } = changeWords(change, plain, layout);
      return [what, from ?? [], to].map((words) => plainText(words)).join(" | ");
    });
    expect(told).toEqual(["prefix in stylesheets | as usual | booking", "layer in stylesheets | as usual | booking"]);
    const other = { ...layout, stylesheet: { prefix: "ferry", layer: "booking" } };
    const changed = compareLayouts(layout, other).map((change) => {
      const { what, from, to } = changeWords(change, layout, other);
      return [what, from ?? [], to].map((words) => plainText(words)).join(" | ");
    });
    expect(changed).toEqual(["prefix in stylesheets | booking | ferry"]);
  });

  it.each([
    ["prefix", "Booking", "must be small letters and digits, with single hyphens between them, like booking"],
    ["prefix", "a--b", "must be small letters and digits"],
    ["prefix", "x".repeat(41), "at most 40 characters"],
    ["layer", "a b", "must be the name of a cascade layer"],
    ["layer", "app.inherit", "mean something else in CSS"],
    ["scope", ".a .b", "must be one class, id or data attribute"],
    ["scope", ".a{}", "must be one class, id or data attribute"],
  ])("refuses the %s %s, and says what would be right", (member, value, words) => {
    const parsed = parseLayout({ ...cleanLayout(), stylesheet: { [member]: value } });
    expect(parsed.ok ? [] : parsed.issues.map(({ path, message }) => `${path} ${message}`)).toEqual([
      expect.stringMatching(new RegExp(`^/stylesheet/${member} .*${words}`)),
    ]);
    const asked = parseWith(fileOptions, { [member]: value });
    expect(asked.ok ? [] : asked.issues.map(({ path, message }) => `${path} ${message}`)).toEqual([
      expect.stringMatching(new RegExp(`^/${member} .*${words}`)),
    ]);
  });

  it("takes a name that is left empty in a form as not asked for", () => {
    const asked = parseWith(fileOptions, { prefix: "", layer: "", scope: "" });
    expect(asked.ok && [asked.value.prefix, asked.value.layer, asked.value.scope]).toEqual([undefined, undefined, undefined]);
  });
});
