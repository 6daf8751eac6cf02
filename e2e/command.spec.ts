import { createServer } from "node:http";
import { appendFileSync, copyFileSync, existsSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { chromiumPath } from "../scripts/install";
import { address, npm, npmrc, project, publishedSpec, publishNext, ran, tokenOf } from "./clients";
import { requestsOf } from "./people";

const command = join(import.meta.dirname, "..", "cli", "dist", "ypsiline.js");
const root = join(import.meta.dirname, "..");
const ypsiline = (folder: string, args: readonly string[], env: Readonly<Record<string, string>> = {}) =>
  ran(folder, process.execPath, [command, ...args], { HOME: folder, ...env });
const registry = `${address}/npm/`;
const browser = ["--browser", chromiumPath()];

/** The booking page as it is served, with another stylesheet at its end. */
const changedPage = async (css: string): Promise<{ readonly url: string; readonly close: () => void }> => {
  const page = await (await fetch(`${address}/demo/booking`)).text();
  const server = createServer((_request, response) => {
    response.setHeader("Content-Type", "text/html; charset=utf-8");
    response.end(
      page
        .replace("<head>", "")
        .replace('<meta charset="utf-8">', `<meta charset="utf-8"><base href="${address}/">`)
        .replace("</html>", "") + `<style>${css}</style>`,
    );
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", () => resolve()));
  return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`, close: () => server.close() };
};

test("npx takes the command from the instance into an empty folder, and it checks a published spec there", async () => {
  const folder = mkdtempSync(join(tmpdir(), "ypsiline-nothing-"));
  const done = await ran(
    folder,
    "npx",
    [
      "--yes",
      "--registry",
      registry,
      "@ypsiline/cli",
      "check",
      "@skerry/passenger-booking@2.1.0",
      "--registry",
      registry,
      "--format",
      "json",
    ],
    {
      npm_config_cache: join(folder, ".cache"),
      npm_config_userconfig: join(folder, ".nobody"),
      npm_config_update_notifier: "false",
    },
  );
  expect(done.code, done.err).toBe(0);
  expect(JSON.parse(done.out)).toMatchObject({ files: [{ file: "@skerry/passenger-booking@2.1.0", format: "layout" }] });
  // It can be a dependency like any other, and has no dependencies.
  const depending = project({ ".npmrc": `@ypsiline:registry=${registry}\n` });
  expect(await npm(depending, "install", "--save-dev", "@ypsiline/cli")).toMatchObject({ code: 0 });
  const lock = JSON.parse(readFileSync(join(depending, "package-lock.json"), "utf8")) as {
    packages: Record<string, { hasInstallScript?: boolean }>;
  };
  expect(Object.keys(lock.packages)).toEqual(["", "node_modules/@ypsiline/cli"]);
  expect(lock.packages["node_modules/@ypsiline/cli"]?.hasInstallScript).toBeUndefined();
  expect((await ran(depending, "npx", ["ypsiline", "--version"])).out.trim()).toMatch(/^\d+\.\d+\.\d+$/);
  // So has the plugin; what it works in is the project's own.
  const plugin = await npm(depending, "install", "--save-dev", "--legacy-peer-deps", "@ypsiline/stylelint");
  expect(plugin, plugin.err).toMatchObject({ code: 0 });
  const built = join(root, "cli", "dist", "stylelint", "plugin.js");
  expect(readFileSync(join(depending, "node_modules/@ypsiline/stylelint/plugin.js"), "utf8")).toBe(readFileSync(built, "utf8"));
});

test("fit measures the booking page: 0 as published, 1 with an element moved by 3 px, which it names at every width", async () => {
  const still = await changedPage("");
  const moved = await changedPage("[data-area=fares] { transform: translateX(3px); }");
  try {
    const args = (url: string, ...more: string[]) => [
      "fit",
      "@skerry/passenger-booking@2.1.0",
      "--registry",
      registry,
      "--url",
      url,
      "--width",
      "768,1280",
      "--width",
      "1600",
      ...browser,
      ...more,
    ];
    const fine = await ypsiline(root, args(`${address}/demo/booking`));
    expect(fine, fine.err).toMatchObject({ code: 0 });
    expect(fine.out.match(/edges on, 0 near, 0 off/g)).toHaveLength(3);
    expect((await ypsiline(root, args(still.url))).code).toBe(0);
    const off = await ypsiline(root, args(moved.url, "--format", "json"));
    expect(off.code, off.err).toBe(1);
    const { pages } = JSON.parse(off.out) as { pages: { width: number; misfits: { box: string; message: string }[] }[] };
    expect(pages.map(({ width }) => width)).toEqual([768, 1280, 1600]);
    for (const { misfits } of pages)
      expect(misfits).toEqual([
        { box: "Fares", rule: "edge-off", message: "left +3 px from the left edge of Fares" },
        { box: "Fares", rule: "edge-off", message: "right +3 px from the right edge of Fares" },
      ]);
    // Elements can be selected; a page that answers with an error does not count as one without misfits.
    const chosen = await ypsiline(root, args(moved.url, "--select", "[data-area=search]"));
    expect([chosen.code, chosen.out.match(/: 1 box against/g)?.length]).toEqual([0, 3]);
    expect(await ypsiline(root, args(`${address}/nowhere`))).toMatchObject({
      code: 2,
      err: expect.stringContaining("answered 404"),
    });
    // Without the one program it needs, it names it.
    const nothing = project();
    copyFileSync(command, join(nothing, "ypsiline.mjs"));
    const without = await ran(nothing, process.execPath, ["ypsiline.mjs", ...args(`${address}/demo/booking`)]);
    expect([without.code, without.err]).toEqual([
      2,
      expect.stringContaining("needs playwright-core (npm install --save-dev playwright-core)"),
    ]);
  } finally {
    still.close();
    moved.close();
  }
});

test("pull brings a spec with its hashes, outdated says how far behind it is, and no local change is lost", async () => {
  const spec = await publishedSpec([["1.0.0", "24px"]]);
  const name = `@skerry/${spec}`;
  const lead = await requestsOf(address, "lead");
  const { token } = await tokenOf(lead, `Pull ${process.pid}`);
  const folder = project();
  const nobody = await ypsiline(folder, ["pull", `${name}@^1`, "--registry", registry]);
  expect(nobody.code).toBe(2);
  expect(nobody.err).toContain("answered 404: There is no package");
  expect(existsSync(join(folder, "ypsiline.lock.json"))).toBe(false);
  // The token from npm's settings, or from the environment.
  writeFileSync(join(folder, ".npmrc"), npmrc(token));
  expect(await ypsiline(folder, ["pull", `${name}@^1`, "--files", "layout.css,tokens.json", "--into", "styles/layout"])).toMatchObject({
    code: 0,
  });
  const css = readFileSync(join(folder, "styles/layout/layout.css"), "utf8");
  expect(css).toBe(await (await lead.get(`/api/v1/specs/skerry/${spec}/1.0.0/layout.css`)).text());
  expect(await ypsiline(folder, ["outdated"])).toMatchObject({ code: 0 });
  const elsewhere = project();
  expect(await ypsiline(elsewhere, ["pull", name, "--registry", registry], { YPSILINE_TOKEN: token })).toMatchObject({ code: 0 });
  expect(existsSync(join(elsewhere, "layouts/skerry", spec, "index.d.ts"))).toBe(true);

  await publishNext(spec, "1.1.0", "32px");
  await publishNext(spec, "2.0.0", "16px");
  const behind = await ypsiline(folder, ["outdated", "--fail-on", "caution"]);
  expect(behind.code).toBe(1);
  expect(behind.out).toMatch(/1\.0\.0 +1\.1\.0 +2\.0\.0/);
  expect(behind.out).toMatch(/caution .*1\.0\.0 → 1\.1\.0 \(minor\) is in \^1/);
  expect(behind.out).toMatch(/note .*2\.0\.0 \(major\) is outside \^1/);
  // First as in the lock file, to the byte; then changed locally; then updated.
  expect(await ypsiline(folder, ["pull"])).toMatchObject({ code: 0 });
  expect(readFileSync(join(folder, "styles/layout/layout.css"), "utf8")).toBe(css);
  appendFileSync(join(folder, "styles/layout/layout.css"), "/* mine */");
  const kept = await ypsiline(folder, ["pull", "--update"]);
  expect([kept.code, kept.err]).toEqual([
    2,
    expect.stringContaining("styles/layout/layout.css was changed here and would be overwritten. Use --force"),
  ]);
  expect(readFileSync(join(folder, "styles/layout/layout.css"), "utf8")).toContain("/* mine */");
  expect((await ypsiline(folder, ["pull", "--update", "--force"])).out).toContain(`${name} 1.0.0 → 1.1.0: 2 files in styles/layout`);
  expect(readFileSync(join(folder, "styles/layout/layout.css"), "utf8")).toContain("32px");

  // Bytes that do not match the lock file are not written.
  const lockPath = join(folder, "ypsiline.lock.json");
  const lock = readFileSync(lockPath, "utf8");
  writeFileSync(lockPath, lock.replace(/"integrity": "sha512-...../, '"integrity": "sha512-AAAAA'));
  const wrong = await ypsiline(folder, ["pull"]);
  expect([wrong.code, wrong.err]).toEqual([2, expect.stringContaining("its integrity is not sha512-AAAAA")]);
  writeFileSync(lockPath, lock);

  // A withdrawn version that is used is a problem.
  await lead.post(`/api/specs/skerry/${spec}/withdraw`, { data: { number: "1.1.0", reason: "Too wide." } });
  const withdrawn = await ypsiline(folder, ["outdated", "--format", "junit"]);
  expect(withdrawn.code).toBe(1);
  expect(withdrawn.out).toContain("1.1.0 was withdrawn: Too wide.");
  // Two published versions of the spec, compared on the server.
  const diff = await ypsiline(folder, ["diff", `${name}@1.0.0`, `${name}@2.0.0`, "--most", "patch"]);
  expect([diff.code, diff.out]).toEqual([1, expect.stringMatching(/gutter 24 → 16[\s\S]*At most patch is allowed/)]);
  expect((await ypsiline(folder, ["diff", `${name}@7.0.0`, `${name}@2.0.0`])).err).toMatch(
    /no version of \S+ is in 7\.0\.0\. Published: 2\.0\.0, 1\.1\.0, 1\.0\.0/,
  );
});
