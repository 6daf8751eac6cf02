import { join } from "node:path";
import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@": join(import.meta.dirname, "web") } },
  test: {
    globalSetup: ["cli/test/built.ts"],
    include: ["cli/test/**/*.test.ts", "core/test/**/*.test.ts", "web/test/**/*.test.ts"],
    testTimeout: 30_000,
  },
});
