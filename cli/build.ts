import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { build, type BuildOptions } from "esbuild";

// Builds the command and the stylelint plugin as they are served: one file each, and what each says of itself. Nothing but the
// package itself is downloaded when they are installed.
const here = import.meta.dirname;
const { name, version, description, license, engines } = JSON.parse(readFileSync(join(here, "package.json"), "utf8")) as Readonly<
  Record<string, unknown>
>;

const common: BuildOptions = {
  bundle: true,
  platform: "node",
  target: "node20",
  format: "esm",
  minifySyntax: true,
  mainFields: ["module", "main"],
  // The one that carries its tables with it; the other reads them from its folder.
  alias: { "css-tree": join(dirname(fileURLToPath(import.meta.resolve("css-tree"))), "..", "dist", "csstree.esm.js") },
  // The first three are syntaxes of style elements that are not read: a file with one is named as unread.
  external: ["postcss-sass", "sugarss", "postcss-styl", "stylelint"],
  legalComments: "none",
  define: { YPSILINE_VERSION: JSON.stringify(version) },
  logLevel: "warning",
};
/** Packages written for require() find it here. */
const require = 'import { createRequire as requireOf } from "node:module";\nconst require = requireOf(import.meta.url);';

/** Writes what a package says of itself into its folder. */
const describe = (folder: string, manifest: Readonly<Record<string, unknown>>, readme: string): void => {
  writeFileSync(join(folder, "package.json"), `${JSON.stringify(manifest, null, 2)}\n`);
  writeFileSync(join(folder, "README.md"), readFileSync(join(here, "..", "docs", readme)));
};

const command = join(here, "dist");
const plugin = join(command, "stylelint");
mkdirSync(plugin, { recursive: true });

await build({
  ...common,
  entryPoints: [join(here, "src", "main.ts")],
  outfile: join(command, "ypsiline.js"),
  banner: { js: `#!/usr/bin/env node\n${require}` },
});
describe(
  command,
  {
    name,
    version,
    description,
    license,
    type: "module",
    bin: { ypsiline: "./ypsiline.js" },
    engines,
    peerDependencies: { "playwright-core": ">=1.40.0" },
    peerDependenciesMeta: { "playwright-core": { optional: true } },
  },
  "command.md",
);

await build({
  ...common,
  entryPoints: [join(here, "src", "stylelint", "plugin.ts")],
  outfile: join(plugin, "plugin.js"),
  banner: { js: require },
});
writeFileSync(join(plugin, "plugin.d.ts"), readFileSync(join(here, "src", "stylelint", "plugin-types.txt")));
describe(
  plugin,
  {
    name: "@ypsiline/stylelint",
    version,
    description: "Holds stylesheets against a layout while they are written: the rules of ypsiline lint for stylelint.",
    license,
    type: "module",
    exports: { ".": { types: "./plugin.d.ts", default: "./plugin.js" } },
    engines,
    peerDependencies: { stylelint: ">=16.8.2" },
  },
  "lint.md",
);
