import { join } from "node:path";
import { type BuildOptions, build, context } from "esbuild";

// Builds the workers' code to one file; with --watch again after each change. Packages stay outside, but for core, which
// is sources.
const options: BuildOptions = {
  entryPoints: [join(import.meta.dirname, "worker.ts")],
  outfile: join(import.meta.dirname, "dist", "worker.mjs"),
  bundle: true,
  platform: "node",
  target: "node20",
  format: "esm",
  jsx: "automatic",
  packages: "external",
  alias: { "@": import.meta.dirname, "@ypsiline/core": join(import.meta.dirname, "..", "core", "src", "index.ts") },
  // As in the application itself: React without its checks.
  define: { "process.env.NODE_ENV": '"production"' },
  banner: { js: 'process.env.NODE_ENV ??= "production";' },
  sourcemap: true,
  logLevel: "warning",
};
if (process.argv.includes("--watch")) await (await context(options)).watch();
else await build(options);
