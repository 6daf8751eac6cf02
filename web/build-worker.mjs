import { join } from "node:path";
import { build } from "esbuild";

// Builds the workers' code to one file. Packages stay outside of it, but for core, which is sources.
await build({
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
});
