import { defineConfig } from "@playwright/test";
import { chromiumPath } from "./scripts/install";

export default defineConfig({
  testDir: "e2e",
  // More than processors: a test waits for the server as long as it works.
  workers: 3,
  forbidOnly: true,
  retries: 0,
  timeout: 180_000,
  // Patience, not a measure: a laden machine may take its time.
  expect: { timeout: 15_000 },
  projects: [
    { name: "pages", testIgnore: "**/many-*.spec.ts" },
    // Twenty clients, two more servers and a database that is killed, fifty installs at once: they leave nothing of a small machine to others and come last.
    { name: "many", testMatch: "**/many-*.spec.ts", dependencies: ["pages"] },
  ],
  reporter: [["list"]],
  use: {
    baseURL: process.env["BASE_URL"] ?? "http://127.0.0.1:3000",
    viewport: { width: 1280, height: 800 },
    screenshot: "only-on-failure",
    launchOptions: {
      executablePath: chromiumPath(),
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
