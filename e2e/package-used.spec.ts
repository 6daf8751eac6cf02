import { readdirSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { expect, test } from "@playwright/test";
import { build } from "esbuild";
import { compile, NodePackageImporter } from "sass";
import { address, installed, npm, npmrc, project, ran } from "./clients";
import { laidOut } from "./outside/laid-out";

const name = "@skerry/passenger-booking";
const root = join(import.meta.dirname, "..");

/** A project with the published layout installed, shared by the checks below. */
const withLayout = async (): Promise<string> => {
  const folder = project({
    ".npmrc": npmrc(),
    "right.ts": `
      import { areas, base, type BreakpointId, breakpointAt, breakpoints, columns, spacing, spans, version } from "${name}";
      const id: BreakpointId = breakpointAt(1280);
      const twelve: 12 = columns.desk.count;
      const eight: 760 = spans.desk[8];
      const from: 1024 = breakpoints.desk.from;
      const step: 8 = spacing.s;
      const left: number = areas.fares.at.desk.left;
      const said: "2.1.0" = version;
      export const all = [id, twelve, eight, from, step, left, said, base];
    `,
    "resolved.ts": `
      import { resolveAt } from "${name}/resolve.js";
      import { define, GridElement } from "${name}/elements.js";
      import type { AreaId, ClassName, PropertyName, SpacingName } from "${name}";
      const at: "phone" | "tablet" | "desk" | "wide" = resolveAt(1280).breakpoint;
      const area: AreaId = "fares";
      const grid: ClassName = "layout-grid";
      const gutter: PropertyName = "--layout-gutter";
      const step: SpacingName = "m";
      const element: GridElement = document.createElement("layout-grid");
      export const all = [at, area, grid, gutter, step, element, define];
    `,
    "wrong.ts": `
      import { columns } from "${name}";
      export const thirteen: 13 = columns.desk.count;
      export const none = columns.wall;
      import type { ClassName } from "${name}";
      export const unknown: ClassName = "layout-gird";
    `,
    "site.ts": `
      import { breakpoints, spans } from "${name}";
      import "${name}/layout.exact.css";
      export const half = spans.desk[6];
      export const widths = Object.values(breakpoints).map(({ from }) => from);
    `,
    "effects.ts": `
      import "${name}/layout.css";
      import "${name}/layout.exact.container.rem.css";
      import "${name}/overlay.js";
      export const none = null;
    `,
    "effects.mts": `
      import "${name}/layout.css";
      import { base } from "${name}";
      export const all: number = base;
    `,
    "site.scss": `
      @use "sass:map";
      @use "pkg:${name}" as layout;
      .six { gap: map.get(layout.$layout, "desk", "gutter"); }
    `,
  });
  const done = await npm(folder, "install", `${name}@2.1.0`);
  expect(done.code, done.err).toBe(0);
  return folder;
};

test("the package of a version works as it is in TypeScript, Sass and a bundler, and its stylesheet is laid out as resolve says", async ({
  page,
}) => {
  test.setTimeout(180_000);
  const folder = await withLayout();

  // Types: correct use compiles with both kinds of module resolution, and wrong use is reported.
  const tsc = (file: string, resolution: string, release = "typescript") =>
    ran(folder, process.execPath, [
      join(root, "node_modules", release, "bin", "tsc"),
      ...[
        "--noEmit",
        "--pretty",
        "false",
        "--strict",
        "--target",
        "es2023",
        "--module",
        resolution === "bundler" ? "esnext" : resolution,
        "--moduleResolution",
        resolution,
        file,
      ],
    ]);
  for (const resolution of ["bundler", "nodenext"]) {
    const right = await tsc("right.ts", resolution);
    expect(right.code, right.out).toBe(0);
    const resolved = await tsc("resolved.ts", resolution);
    expect(resolved.code, resolved.out).toBe(0);
  }
  // TypeScript 7 also resolves imports made for their side effects.
  for (const resolution of ["bundler", "nodenext", "node16"]) {
    for (const file of ["effects.ts", "effects.mts"]) {
      const effects = await tsc(file, resolution, "typescript-7");
      expect(effects.code, `${file}, ${resolution}: ${effects.out}`).toBe(0);
    }
  }
  const wrong = await tsc("wrong.ts", "bundler");
  expect(wrong.code).not.toBe(0);
  expect(wrong.out.match(/error TS/g)).toHaveLength(3);

  // Run by Node itself.
  const used = (await import(pathToFileURL(join(folder, "node_modules", name, "index.js")).href)) as {
    columns: { desk: { column: number } };
    breakpointAt: (width: number) => string;
  };
  // (1280 − 2 × 64 − 11 × 24) / 12
  expect([used.columns.desk.column, used.breakpointAt(1024)]).toEqual([74, "desk"]);

  // The overlay does nothing outside a page.
  expect(Object.keys((await import(pathToFileURL(join(folder, "node_modules", name, "overlay.js")).href)) as object)).toEqual([]);

  // The elements: nothing on a server; in a page, a grid whose children are on the columns, and an overlay while it is there.
  await import(pathToFileURL(join(folder, "node_modules", name, "elements.js")).href);
  await page.route("http://site.test/**", (route) => {
    const path = new URL(route.request().url()).pathname.slice(1);
    if (path !== "") return route.fulfill({ path: join(folder, "node_modules", name, path) });
    return route.fulfill({
      contentType: "text/html",
      body: `<!doctype html><link rel="stylesheet" href="layout.css"><script type="module" src="elements.js"></script><body style="margin:0"><layout-grid>${"<i></i>".repeat(12)}</layout-grid><layout-overlay></layout-overlay>`,
    });
  });
  await page.goto("http://site.test/");
  const overlay = page.locator("ypsiline-overlay");
  await expect(overlay).toBeVisible();
  const starts = await page.locator("layout-grid > i").evaluateAll((cells) => cells.map((cell) => cell.getBoundingClientRect().left));
  expect(starts.slice(0, 2)).toEqual([64, 162]);
  await page.locator("layout-overlay").evaluate((element) => element.remove());
  await expect(overlay).toBeHidden();

  // A bundler keeps the numbers that are used, and the stylesheet, and drops the rest.
  const bundled = await build({
    absWorkingDir: folder,
    entryPoints: ["site.ts"],
    bundle: true,
    format: "esm",
    outdir: "out",
    write: false,
    logLevel: "silent",
  });
  const script = bundled.outputFiles.find(({ path }) => path.endsWith(".js"))?.text ?? "";
  const css = bundled.outputFiles.find(({ path }) => path.endsWith(".css"))?.text ?? "";
  expect(script).toContain("564");
  expect(script).not.toContain("Harbour map");
  expect(css).toContain("--layout-columns");

  // Sass, by the name of the package.
  const sass = compile(join(folder, "site.scss"), { importers: [new NodePackageImporter(folder)] });
  expect(sass.css).toMatch(/\.six \{\s+gap: 24px;/);

  // Each stylesheet in the browser, compared with the API.
  const sheets = readdirSync(join(folder, "node_modules", name)).filter((file) => /^layout.*\.css$/.test(file));
  expect(sheets).toHaveLength(8);
  const widths = [320, 599, 600, 1023, 1024, 1279, 1280, 1439, 1440, 1921];
  const layout = JSON.parse(installed(folder, name, "layout.json")) as unknown;
  const resolved = await Promise.all(
    widths.map(async (width) => {
      const answer = await fetch(`${address}/api/v1/resolve`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ layout, width }),
      });
      return (await answer.json()) as { columns: { start: string; width: string }[] };
    }),
  );
  const px = (text: string): number => {
    const [n = "0", d = "1"] = text.split("/");
    return Number(n) / Number(d);
  };
  let compared = 0;
  for (const sheet of sheets) {
    const contained = sheet.includes("container");
    const wrap = contained ? '<div class="layout"><div class="layout-grid">@</div></div>' : '<div class="layout-grid">@</div>';
    const measured = await laidOut(
      page,
      installed(folder, name, sheet),
      wrap,
      widths,
      resolved.map(({ columns }) => columns.length),
    );
    const most = sheet.includes("exact") ? 1 / 64 : 3 / 64;
    measured.forEach((cells, at) => {
      const wanted = resolved[at]?.columns ?? [];
      expect(cells).toHaveLength(wanted.length);
      cells.forEach((cell, index) => {
        const where = `${sheet} at ${widths[at] ?? 0}, column ${index + 1}`;
        expect(Math.abs(cell.start - px(wanted[index]?.start ?? "")), where).toBeLessThanOrEqual(most + 1e-6);
        compared += 1;
      });
    });
  }
  // Columns of ten widths, eight times: phone 4 (twice), tablet 8 (twice), desk and wide 12 (six times).
  expect(compared).toBe(8 * (2 * 4 + 2 * 8 + 6 * 12));
});
