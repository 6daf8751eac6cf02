import { readdirSync, readFileSync, symlinkSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { expect, test } from "@playwright/test";
import { address, npm, npmrc, project, ran, root } from "./clients";

/** A fenced block of a document: its language, its file name if it has one, and its text. */
type Block = { readonly kind: string; readonly file: string | null; readonly text: string };
const blocksOf = (text: string): readonly Block[] =>
  [...text.matchAll(/^```(\w+)(?: (\S+))?\n([\s\S]*?)^```$/gm)].map(([, kind = "", file = null, inside = ""]) => ({
    kind,
    file,
    text: inside,
  }));

test("docs/packages.md is true for a developer who has never seen Ypsiline, line by line", async ({ page }) => {
  const text = readFileSync(join(import.meta.dirname, "..", "docs", "packages.md"), "utf8").replaceAll("https://layouts.example", address);
  const five = text.slice(text.indexOf("## Use a published layout"), text.indexOf("## What is in a package"));
  const folder = project();
  let said = "";
  let ranLines = 0;
  let compared = 0;
  for (const { kind, file, text: inside } of blocksOf(five)) {
    if (file !== null) writeFileSync(join(folder, file), inside);
    else if (kind === "sh") {
      const done = await ran(folder, "bash", ["-ec", inside], {
        npm_config_cache: join(folder, ".cache"),
        npm_config_userconfig: join(folder, ".nobody"),
      });
      expect(done.code, `${inside}\n${done.err}`).toBe(0);
      said = done.out;
      ranLines += 1;
    } else if (kind === "text") {
      for (const line of inside.trim().split("\n")) expect(said.split("\n"), inside).toContain(line);
      compared += 1;
    }
  }
  expect([ranLines, compared]).toEqual([3, 2]);
  expect(readFileSync(join(folder, ".npmrc"), "utf8")).toBe(npmrc());

  // The page uses the columns: 4 of 74 with 3 gutters of 24 from 64; the rest from column 5 to the end.
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(pathToFileURL(join(folder, "index.html")).href);
  const box = async (name: string) =>
    page.locator(`.${name}`).evaluate((element) => [element.getBoundingClientRect().left, element.getBoundingClientRect().right]);
  expect(await box("search")).toEqual([64, 64 + 4 * 74 + 3 * 24]);
  expect(await box("sailings")).toEqual([64 + 4 * (74 + 24), 1280 - 64]);
  await page.setViewportSize({ width: 360, height: 800 });
  expect(await box("search")).toEqual([16, 344]);
});

test("the pipeline of docs/in-code.md runs as it is: it passes, and stops where a stylesheet or a page is off", async () => {
  test.setTimeout(180_000);
  const text = readFileSync(join(import.meta.dirname, "..", "docs", "in-code.md"), "utf8");
  const [, block = ""] = /## A pull request, whole[\s\S]*?```sh\n([\s\S]*?)```/.exec(text) ?? [];
  expect(block.trim().split("\n")).toHaveLength(4);
  const layout = await (await fetch(`${address}/api/v1/specs/skerry/passenger-booking/2.1.0`)).text();
  const folder = project({
    ".npmrc": `${npmrc()}@ypsiline:registry=${address}/npm/\n`,
    "layout.json": layout,
    "src/page.css": ".page { gap: var(--space-m); margin: 24px }",
  });
  expect((await npm(folder, "install", "--save-dev", "@ypsiline/cli")).code).toBe(0);
  symlinkSync(join(root, "node_modules", "playwright-core"), join(folder, "node_modules", "playwright-core"));
  const pipeline = (preview: string) => ran(folder, "bash", ["-ec", block], { PREVIEW: preview, HOME: folder });
  const fine = await pipeline(`${address}/demo/booking`);
  expect(fine.code, fine.out + fine.err).toBe(0);
  expect(JSON.parse(readFileSync(join(folder, "check.sarif"), "utf8"))).toMatchObject({ version: "2.1.0" });
  expect(readFileSync(join(folder, "lint.xml"), "utf8")).toContain("<testsuites");
  expect(readdirSync(join(folder, "pictures"))).toHaveLength(2);
  // A page that is none of the site's, and then a stylesheet.
  const gone = await pipeline(`${address}/nowhere`);
  expect([gone.code, gone.err]).toEqual([2, expect.stringContaining("answered 404")]);
  writeFileSync(join(folder, "src/page.css"), ".page { gap: 23px }");
  const off = await pipeline(`${address}/demo/booking`);
  expect([off.code, readFileSync(join(folder, "lint.xml"), "utf8")]).toEqual([1, expect.stringContaining("23px is no spacing step")]);
});

test("the hand-off page has the install line and the line that names the registry, ready to copy", async ({ page, context }) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.goto(`${address}/specs/skerry/passenger-booking/versions/2.1.0`);
  const copied = async (label: RegExp): Promise<string> => {
    await page.getByRole("button", { name: label }).click();
    await expect(page.getByRole("button", { name: /^Copied: / })).toBeVisible();
    return page.evaluate(() => navigator.clipboard.readText());
  };
  const folder = project({ ".npmrc": `${await copied(/^Copy the line that says where @skerry publishes/)}\n` });
  const line = await copied(/^Copy the line to install it/);
  expect(line).toBe("npm install @skerry/passenger-booking@2.1.0");
  const done = await ran(folder, "bash", ["-ec", line], {
    npm_config_cache: join(folder, ".cache"),
    npm_config_userconfig: join(folder, ".nobody"),
  });
  expect(done.code, done.err).toBe(0);
  const file = page.getByRole("link", { name: "TGZ" });
  expect(await file.getAttribute("href")).toBe("/api/v1/specs/skerry/passenger-booking/2.1.0/package.tgz");
});
