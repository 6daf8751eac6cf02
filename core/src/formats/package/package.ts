import { layoutJsonSchema } from "../../layout/json-schema";
import { writeSass } from "../sass/sass-format";
import { writeTokens } from "../tokens/write";
import { writeLayout } from "../layout/layout-format";
import { plainWriting } from "../options";
import { writeSnippet } from "../snippet/snippet";
import { changelogText } from "./changelog";
import { moduleText, typesText } from "./constants";
import { cssData, htmlData } from "./editor";
import { elementsText, elementsTypes } from "./elements";
import { customMediaText, spansText, themeText } from "./for-css";
import { readmeText } from "./readme";
import { resolveText, resolveTypes } from "./resolve-at";
import type { PackageFile, Release } from "./release";
import { stylesheets, variants } from "./variants";

/** What package.json says; the registry's metadata says the same of a version. */
export type Manifest = Readonly<Record<string, unknown>> & { readonly name: string; readonly version: string };

/** Longest description in metadata, which lists show on one line. */
const longest = 300;

/** Of what is imported for its effect TypeScript wants to know that it exports nothing (noUncheckedSideEffectImports), from modules of both kinds. */
const effects = "effects.d.cts";
const withTypes = (path: string): string | object => {
  if (path.endsWith(".css") || path === "overlay.js") return { types: `./${effects}`, default: `./${path}` };
  if (path.endsWith(".js")) return { types: `./${path.replace(/js$/, "d.ts")}`, default: `./${path}` };
  return `./${path}`;
};

/** What can be asked for by name beside the numbers and the stylesheets. */
const added = [
  "spans.css",
  "spans.container.css",
  "custom-media.css",
  "theme.css",
  "resolve.js",
  "elements.js",
  "css-data.json",
  "html-data.json",
  "layout.schema.json",
] as const;

/** package.json of a version. No scripts and no dependencies: installing it runs and fetches nothing else. */
export const manifestOf = ({ name, version, description, layout, home }: Release): Manifest => {
  const said = (description.trim() === "" ? layout.name : `${layout.name}: ${description}`).replace(/[\s\p{Cc}]+/gu, " ").trim();
  const files = [...variants.map(({ path }) => path), ...added, "layout.scss", "layout.json", "tokens.json", "overlay.js", "package.json"];
  return {
    name,
    version,
    description: said.length > longest ? `${said.slice(0, longest - 1)}…` : said,
    // Its team's: being able to read it is not being licensed to use it.
    license: "UNLICENSED",
    ...(home === null ? {} : { homepage: `${home}/versions/${version}`, repository: { type: "ypsiline", url: home } }),
    type: "module",
    main: "./index.js",
    types: "./index.d.ts",
    style: "./layout.css",
    sass: "./layout.scss",
    exports: {
      ".": { types: "./index.d.ts", sass: "./layout.scss", style: "./layout.css", default: "./index.js" },
      ...Object.fromEntries(files.map((path) => [`./${path}`, withTypes(path)])),
    },
    sideEffects: ["*.css", "*.scss", "./overlay.js", "./elements.js"],
  };
};

/**
 * The files of a version's package, in the order they are packed: package.json, the numbers as a module and its types, the
 * stylesheet in its eight variants, the classes for spans, breakpoints and theme for other stylesheets, the columns at any
 * width, elements, what editors read, the Sass map, the tokens, the document with its schema, the overlay, and what is read by
 * people.
 */
export const packageFiles = (release: Release): readonly PackageFile[] => {
  const { layout, version, changes } = release;
  return [
    { path: "package.json", text: `${JSON.stringify(manifestOf(release), null, 2)}\n` },
    { path: "README.md", text: readmeText(release) },
    { path: "CHANGELOG.md", text: changelogText(layout.name, changes) },
    { path: "index.js", text: moduleText(release) },
    { path: "index.d.ts", text: typesText(release) },
    { path: effects, text: "// What is imported for what it does exports nothing.\nexport {};\n" },
    ...stylesheets(layout),
    { path: "spans.css", text: spansText(layout, "media") },
    { path: "spans.container.css", text: spansText(layout, "container") },
    { path: "custom-media.css", text: customMediaText(layout) },
    { path: "theme.css", text: themeText(layout) },
    { path: "resolve.js", text: resolveText(release) },
    { path: "resolve.d.ts", text: resolveTypes(release) },
    { path: "elements.js", text: elementsText(release) },
    { path: "elements.d.ts", text: elementsTypes(release) },
    { path: "css-data.json", text: cssData(layout) },
    { path: "html-data.json", text: htmlData(layout) },
    { path: "layout.schema.json", text: `${JSON.stringify(layoutJsonSchema(), null, 1)}\n` },
    { path: "layout.scss", text: writeSass(layout, plainWriting) },
    { path: "tokens.json", text: writeTokens(layout) },
    { path: "layout.json", text: writeLayout(layout, "./layout.schema.json") },
    { path: "overlay.js", text: writeSnippet(layout, version) },
  ];
};
