import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, type Page, test } from "@playwright/test";
import { chromiumPath } from "../scripts/install";
import { address, ran } from "./clients";
import { pageOf } from "./people";

// Our own interface is laid out by a spec: design/ypsiline.layout.json, from which the build writes the application's
// stylesheet.

const root = join(import.meta.dirname, "..");
const layout = join(root, "design", "ypsiline.layout.json");
const ypsiline = (...args: readonly string[]) => ran(root, process.execPath, [join(root, "cli", "dist", "ypsiline.js"), ...args]);

type Edge = { readonly at: string; readonly off: string; readonly is: "on" | "near" | "off" };
type Box = { readonly name: string; readonly area: { readonly id: string } | null } & Record<"left" | "right" | "top" | "bottom", Edge>;
type Held = { readonly pages: readonly { readonly subject: string; readonly boxes: readonly Box[] }[] };

/** The names of edges that are not on the grid, and the number of edges checked. */
const offIn = (held: Held, edges: readonly ("left" | "right" | "top" | "bottom")[]) => {
  const all = held.pages.flatMap(({ subject, boxes }) =>
    boxes.flatMap((box) =>
      edges.map((edge) => ({ words: `${subject}, ${box.name}: ${edge} at ${box[edge].at}, ${box[edge].off} off`, is: box[edge].is })),
    ),
  );
  return { looked: all.length, off: all.filter(({ is }) => is !== "on").map(({ words }) => words) };
};

const widths = [360, 768, 1024, 1280];
/** From this width on, panels are beside their content, and both reach the bottom of the window. */
const beside = 1008;

test("our own layout passes every check, or says why not", async () => {
  expect(await ypsiline("check", layout, "--fail-on", "caution")).toMatchObject({ code: 0 });
});

test("public pages keep to our own grid, as the command measures them", async () => {
  test.slow();
  for (const path of ["/guide/columns-and-containers", "/sign-in", "/specs/interface/ypsiline/versions/latest"]) {
    const parts = ".bar, main.page, .page > *";
    const asked = ["--url", `${address}${path}`, "--width", widths.join(","), "--browser", chromiumPath(), "--select", parts];
    const done = await ypsiline("fit", layout, ...asked, "--format", "json", "--fail-on", "never");
    expect(done, done.err).toMatchObject({ code: 0 });
    const held = offIn(JSON.parse(done.out) as Held, ["left", "right"]);
    expect(held.off).toEqual([]);
    expect(held.looked).toBeGreaterThanOrEqual(2 * 2 * widths.length);
  }
});

/** The areas of our own layout on a page, as a box list. */
const areasOf = (page: Page) =>
  page.evaluate(() => ({
    format: "ypsiline-boxes",
    formatVersion: 1,
    width: document.documentElement.clientWidth,
    boxes: [...document.querySelectorAll<HTMLElement>("[data-area]")].map((element) => {
      const { left, top, width, height } = element.getBoundingClientRect();
      const area = element.dataset["area"] ?? "";
      return { name: area, x: left + scrollX, y: top + scrollY, width, height, ...(["main", "side"].includes(area) ? { area } : {}) };
    }),
  }));

test("a draft’s pages keep to our own areas at every width; one that is moved by 3 px is found", async ({ browser }) => {
  test.slow();
  const { page } = await pageOf(browser, "author");
  const folder = mkdtempSync(join(tmpdir(), "ypsiline-own-"));
  const files: { readonly file: string; readonly width: number }[] = [];
  const record = async (name: string, width: number): Promise<void> => {
    const file = join(folder, `${name}-${width}.json`);
    writeFileSync(file, JSON.stringify(await areasOf(page)));
    files.push({ file, width });
  };
  for (const view of ["", "widths", "sets", "try", "fit"]) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`/specs/skerry/passenger-booking/${view}`);
    await page.locator("[data-area]").first().waitFor();
    for (const width of [...widths, 1440, 1920]) {
      await page.setViewportSize({ width, height: 800 });
      await record(view === "" ? "sheet" : view, width);
    }
  }
  await page.evaluate(() => document.querySelector<HTMLElement>(".split-place")?.style.setProperty("translate", "3px"));
  await record("moved", 1920);

  const done = await ypsiline("fit", layout, ...files.map(({ file }) => file), "--format", "json", "--fail-on", "never");
  expect(done, done.err).toMatchObject({ code: 0 });
  const { pages } = JSON.parse(done.out) as Held;
  expect(pages).toHaveLength(files.length);
  for (const [index, { file, width }] of files.entries()) {
    const isMoved = index === files.length - 1;
    const edges = width < beside || isMoved ? (["left", "right"] as const) : (["left", "right", "top", "bottom"] as const);
    const held = offIn({ pages: pages.slice(index, index + 1) }, edges);
    expect(held.off, file).toHaveLength(isMoved ? 2 : 0);
    expect(held.looked, file).toBe(2 * edges.length);
  }
});
