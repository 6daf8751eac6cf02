import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: "e2e",
  workers: 2,
  forbidOnly: true,
  retries: 0,
  timeout: 60_000,
  reporter: [["list"]],
  use: {
    baseURL: process.env["BASE_URL"] ?? "http://127.0.0.1:3000",
    viewport: { width: 1280, height: 800 },
    screenshot: "only-on-failure",
    launchOptions: {
      executablePath: "/usr/bin/chromium",
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
