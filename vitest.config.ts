import { availableParallelism } from "node:os";
import { join } from "node:path";
import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@": join(import.meta.dirname, "web") } },
  test: {
    globalSetup: ["cli/test/built.ts"],
    // Not a bound on speed: a machine that others load takes ten times as long.
    testTimeout: 180_000,
    // Left to itself it would keep one processor free.
    maxWorkers: availableParallelism(),
    projects: [
      // core and the command keep nothing between calls, so that their test files share what was loaded.
      { extends: true, test: { name: "core", include: ["cli/test/**/*.test.ts", "core/test/**/*.test.ts"], isolate: false } },
      { extends: true, test: { name: "web", include: ["web/test/**/*.test.ts"] } },
    ],
  },
});
