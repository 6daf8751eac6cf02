import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { build } from "esbuild";

const here = import.meta.dirname;

// Builds the command as it is served: one file, and what it says of itself. Nothing is downloaded when it is installed.
const { name, version, description, license, engines } = JSON.parse(readFileSync(join(here, "package.json"), "utf8")) as Readonly<
  Record<string, unknown>
>;
const out = join(here, "dist");
mkdirSync(out, { recursive: true });
await build({
  entryPoints: [join(here, "src", "main.ts")],
  outfile: join(out, "ypsiline.js"),
  bundle: true,
  platform: "node",
  target: "node20",
  format: "esm",
  minifySyntax: true,
  mainFields: ["module", "main"],
  // The one that carries its tables with it; the other reads them from its folder.
  alias: { "css-tree": join(dirname(fileURLToPath(import.meta.resolve("css-tree"))), "..", "dist", "csstree.esm.js") },
  // Syntaxes of style elements that are not read: a file with one is named as unread.
  external: ["postcss-sass", "sugarss", "postcss-styl"],
  legalComments: "none",
  define: { YPSILINE_VERSION: JSON.stringify(version) },
  // Packages written for require() find it here.
  banner: {
    js: '#!/usr/bin/env node\nimport { createRequire as requireOf } from "node:module";\nconst require = requireOf(import.meta.url);',
  },
  logLevel: "warning",
});
const manifest = {
  name,
  version,
  description,
  license,
  type: "module",
  bin: { ypsiline: "./ypsiline.js" },
  engines,
  peerDependencies: { "playwright-core": ">=1.40.0" },
  peerDependenciesMeta: { "playwright-core": { optional: true } },
};
writeFileSync(join(out, "package.json"), `${JSON.stringify(manifest, null, 2)}\n`);
writeFileSync(join(out, "README.md"), readFileSync(join(here, "..", "docs", "command.md")));
