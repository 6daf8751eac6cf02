import { join } from "node:path";
import { type BuildOptions, build, context } from "esbuild";

// Builds the server and the code of its workers to one file each, so that a process loads two files and not hundreds; with
// --watch builds the workers' again after each change. Packages with parts that are not JavaScript, or that find files
// beside their own, stay outside. So does pdfkit, which is loaded for the first PDF.
const here = import.meta.dirname;
const shared: BuildOptions = {
  bundle: true,
  platform: "node",
  target: "node20",
  format: "esm",
  jsx: "automatic",
  mainFields: ["module", "main"],
  external: ["@node-rs/argon2", "@resvg/resvg-js", "next", "pdfkit", "pino", "piscina", "postgres", "sharp"],
  alias: {
    "@": here,
    "@ypsiline/core": join(here, "..", "core", "src", "index.ts"),
    // The file of css-tree that carries its tables with it; the other reads them from its folder.
    "css-tree": join(here, "..", "node_modules", "css-tree", "dist", "csstree.esm.js"),
  },
  // As in the application itself: React without its checks.
  define: { "process.env.NODE_ENV": '"production"' },
  banner: {
    // Packages written for require() find it here.
    js: 'import { createRequire as requireOf } from "node:module";\nconst require = requireOf(import.meta.url);\nprocess.env.NODE_ENV ??= "production";',
  },
  logLevel: "warning",
};
const worker: BuildOptions = { ...shared, entryPoints: [join(here, "worker.ts")], outfile: join(here, "dist", "worker.mjs") };
const server: BuildOptions = { ...shared, entryPoints: [join(here, "server.ts")], outfile: join(here, "dist", "server.mjs") };

if (process.argv.includes("--watch")) await (await context(worker)).watch();
else await Promise.all([build(worker), build(server)]);
