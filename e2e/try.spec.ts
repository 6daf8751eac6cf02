import { expect, test } from "@playwright/test";
import { unzipSync } from "fflate";
import { mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { exact, type Layout, resolve, toNumber } from "../core/src/index";
import { pageOf, watch } from "./people";

const tryIt = "/specs/skerry/passenger-booking/try";

test("the page has the columns of the sum at any width, says what has not, and is swept over all widths", async ({ browser }) => {
  test.setTimeout(120_000);
  const { page, context } = await pageOf(browser, "author");
  const said = watch(page);
  await page.goto(`${tryIt}?width=834`);
  const here = page.getByRole("complementary").locator("[data-measured]");
  await expect(here).toContainText("Every area stands where the sum says");
  await expect(here).toContainText("6 areas, 24 edges");
  await expect(page.getByRole("heading", { name: "Tablet, 600–1023" })).toBeVisible();

  // By keys, by mouse, by typing.
  const edge = page.getByRole("slider", { name: "Edge of the page" });
  await edge.focus();
  for (const [key, width] of [
    ["ArrowRight", 835],
    ["Shift+ArrowRight", 843],
    ["PageDown", 763],
    ["ArrowLeft", 762],
  ] as const) {
    await page.keyboard.press(key);
    await expect(edge).toHaveAttribute("aria-valuenow", String(width));
  }
  const grip = await edge.boundingBox();
  if (!grip) throw new Error("no edge");
  await page.mouse.move(grip.x + 4, grip.y + 100);
  await page.mouse.down();
  await page.mouse.move(grip.x + 4 - 300, grip.y + 100, { steps: 6 });
  await page.mouse.up();
  const pulled = Number(await edge.getAttribute("aria-valuenow"));
  expect(pulled).toBeGreaterThan(440);
  expect(pulled).toBeLessThan(490);
  await expect(here).toContainText("Every area stands where the sum says");
  const width = page.getByLabel("Width of the page");
  await width.fill("1280");
  await width.press("Enter");
  await expect(here).toContainText("6 areas");

  // An element off the sum is named, with its edge and the offset.
  const frame = page.frames().find((one) => one !== page.mainFrame());
  await frame?.evaluate(() => {
    const style = document.createElement("style");
    style.textContent = ".area-sailings { position: relative; inset-inline-start: 3px; }";
    document.head.append(style);
  });
  await page.getByRole("slider", { name: "Edge of the page" }).press("ArrowRight");
  await expect(here).toContainText("An area is not where the sum says");
  await expect(here).toContainText("Sailings, start edge +3 px");

  await page.getByRole("button", { name: "All breakpoints" }).click();
  await expect(page.locator("figure [data-measured=good]")).toHaveCount(4);
  await expect(page.locator("figcaption")).toHaveText(["Phone 360", "Tablet 1023", "Desk 1280", "Wide 1600"]);

  const over = page.getByRole("region", { name: "Over all widths" });
  await over.getByRole("button", { name: /Sweep/ }).click();
  await over.getByRole("button", { name: "Cancel" }).click();
  await expect(over.getByRole("status")).toHaveCount(0);
  await over.getByRole("button", { name: /Sweep/ }).click();
  await expect(over.getByRole("status")).toContainText(
    "No area is off by more than the browser’s own rounding. Nothing scrolls sideways.",
    {
      timeout: 60_000,
    },
  );
  await expect(over).toContainText("The order of areas changes at 1024 and 1440.");
  await page.getByRole("button", { name: "With text" }).click();
  await expect(page.frameLocator("iframe").first().getByText("Sailings")).toBeAttached();
  await expect(page).toHaveURL(/show=all&sample=text/);
  expect(said).toEqual([]);
  await context.close();
});

test("page and stylesheet from the ZIP are laid out as the draft says, without Ypsiline", async ({ browser }) => {
  const { page, context } = await pageOf(browser, "reader");
  await page.goto(tryIt);
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Page and stylesheet, ZIP" }).click(),
  ]);
  const files = unzipSync(new Uint8Array(await readFile(await download.path())));
  expect(Object.keys(files).sort()).toEqual(["layout.css", "page.html"]);
  const answer = await context.request.get("/api/drafts/skerry/passenger-booking/files/layout.json");
  const layout = (await answer.json()) as Layout;
  const folder = await mkdtemp(join(tmpdir(), "page-"));
  try {
    for (const [name, bytes] of Object.entries(files)) await writeFile(join(folder, name), bytes);
    const plain = await browser.newContext();
    const opened = await plain.newPage();
    await opened.goto(`file://${folder}/page.html`);
    for (const width of [320, 599, 834, 1280, 1600]) {
      await opened.setViewportSize({ width, height: 800 });
      const resolved = resolve(layout, { width: exact(width) });
      if (!resolved.ok) throw new Error("not resolved");
      for (const { area, left, right } of resolved.value.areas) {
        const box = await opened.locator(`.area-${area.id}`).boundingBox();
        expect(box?.x, `${area.id} at ${width}`).toBeCloseTo(toNumber(left), 1);
        expect((box?.x ?? 0) + (box?.width ?? 0), `${area.id} at ${width}`).toBeCloseTo(toNumber(right), 1);
      }
    }
    await plain.close();
  } finally {
    await rm(folder, { recursive: true });
  }
  await context.close();
});
