import { mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { compileGuide } from "../web/server/guide/compile";

// Writes the guide's pages from docs/guide, with numbers and drawings computed by core, to where the build reads them.

const root = join(import.meta.dirname, "..");
const folder = join(root, "docs", "guide");
const files = Object.fromEntries(
  readdirSync(folder)
    .filter((name) => name.endsWith(".md"))
    .map((name) => [name, readFileSync(join(folder, name), "utf8")]),
);
const pictures = readdirSync(join(root, "docs", "screenshots"))
  .filter((name) => name.endsWith(".png"))
  .map((name) => name.replace(/\.png$/, ""));
const pages = compileGuide(files, pictures);
const generated = join(root, "web", "generated");
mkdirSync(generated, { recursive: true });
writeFileSync(join(generated, "guide.json"), JSON.stringify(pages));
// What the field to go anywhere lists: a page's whole text has no place in a browser's scripts.
writeFileSync(join(generated, "guide-titles.json"), JSON.stringify(pages.map(({ slug, title }) => ({ slug, title }))));
