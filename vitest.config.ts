import { availableParallelism } from "node:os";
import { join } from "node:path";
import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@": join(import.meta.dirname, "web") } },
  test: {
    globalSetup: ["cli/test/built.ts"],
    // Not a bound on speed: a machine that others load takes ten times as long.
    testTimeout: 180_000,
    hookTimeout: 180_000,
    // Left to itself it would keep one processor free.
    maxWorkers: availableParallelism(),
    projects: [
      // What core keeps between calls is only what it can work out again from the very value it is kept by (WeakMap), so
      // that test files may share what was loaded.
      {
        extends: true,
        test: {
          name: "core",
          include: ["cli/test/**/*.test.ts", "core/test/**/*.test.ts"],
          exclude: ["**/*.mocks.test.ts"],
          isolate: false,
        },
      },
      {
        extends: true,
        test: { name: "web", include: ["web/test/**/*.test.ts"], exclude: ["**/*.{db,mocks}.test.ts"], isolate: false },
      },
      // A module that one file replaces stays replaced for what was loaded with it: these files share nothing.
      { extends: true, test: { name: "mocks", include: ["{core,web}/test/**/*.mocks.test.ts"] } },
      // Modules of the server against a real database, each file in a schema of its own.
      { extends: true, test: { name: "database", include: ["web/test/**/*.db.test.ts"], globalSetup: ["web/test/database/cluster.ts"] } },
    ],
  },
});
