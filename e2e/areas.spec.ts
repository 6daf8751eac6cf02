import { expect, type Page, test } from "@playwright/test";
import { facetTab, makeSpec, pageOf, saved } from "./people";

const line = (page: Page) => page.getByRole("region", { name: "Areas", exact: true });
const ledger = (page: Page) => page.getByRole("region", { name: "Ledger of areas" });
const cell = (page: Page, area: string, at: string) => ledger(page).getByLabel(`${area} at ${at}`);
const box = (page: Page, id: string) => page.locator(`[data-area="${id}"]`);

/** Draws an area on the sheet between two points, given as shares of its width and px from its top. */
const draw = async (page: Page, from: readonly [number, number], to: readonly [number, number]): Promise<void> => {
  const field = await page.locator(".areas-overlay").boundingBox();
  if (!field) throw new Error("no sheet");
  const at = ([x, y]: readonly [number, number]): readonly [number, number] => [field.x + field.width * x, field.y + y];
  await page.mouse.move(...at(from));
  await page.mouse.down();
  await page.mouse.move(...at([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]));
  await page.mouse.move(...at(to));
  await page.mouse.up();
};

test("areas are drawn, named, typed, moved by mouse and by keys and copied to other breakpoints; all of it can be undone", async ({
  browser,
  baseURL,
}) => {
  const path = await makeSpec(baseURL ?? "", { kind: "columns", width: 1440, columns: 12 });
  const { page, context, said } = await pageOf(browser, "author");
  await page.goto(path);
  await facetTab(page, "Areas").click();
  await expect(line(page)).toContainText("Draw one over columns of the sheet");

  // Drawn over all columns, named, and extended to both edges, which is a problem without a reason.
  await draw(page, [0.05, 6], [0.95, 30]);
  await expect(line(page).getByLabel("Takes columns")).toHaveValue("12");
  await line(page).getByLabel("Area", { exact: true }).fill("Masthead");
  await page.keyboard.press("Enter");
  await line(page).getByLabel("Leaves the grid").selectOption("both");
  await expect(page.getByText("Masthead leaves the grid without a reason")).toBeVisible();
  await line(page).getByLabel("Why it leaves the grid").fill("The bar's colour.");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Masthead leaves the grid without a reason")).toHaveCount(0);
  await expect(line(page)).toContainText("from 0 to 1440");

  // Text on 6 and a picture on 5 columns with one between, typed in the ledger; no half columns.
  await page.getByRole("button", { name: "Add area" }).click();
  await line(page).getByLabel("Area", { exact: true }).fill("Text");
  await page.keyboard.press("Enter");
  const desk = (await ledger(page).getByRole("columnheader").nth(2).innerText()).split(" ")[0] ?? "";
  await cell(page, "Text", desk).fill("1–6.5");
  await page.keyboard.press("Enter");
  await expect(ledger(page).getByRole("alert")).toContainText("Type whole columns and rows");
  await cell(page, "Text", desk).fill("1-6");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Add area" }).click();
  await line(page).getByLabel("Area", { exact: true }).fill("Picture");
  await page.keyboard.press("Enter");
  await cell(page, "Picture", desk).fill("8–12");
  await page.keyboard.press("Enter");
  await expect(cell(page, "Picture", desk)).toHaveValue("8–12");
  await ledger(page).getByRole("button", { name: /Text/ }).first().click();
  await expect(line(page)).toContainText(/to Picture: \S+ px, 1 column/);

  // Moved by a column and widened with keys only; its edge is dragged back with the mouse.
  await box(page, "area-3").focus();
  await page.keyboard.press("ArrowLeft");
  await expect(cell(page, "Picture", desk)).toHaveValue("7–11");
  await page.keyboard.press("Shift+ArrowRight");
  await expect(cell(page, "Picture", desk)).toHaveValue("7–12");
  const grip = await page.locator(".area-grip.start").boundingBox();
  const field = await page.locator(".areas-overlay").boundingBox();
  if (!grip || !field) throw new Error("no grip");
  await page.mouse.move(grip.x + grip.width / 2, grip.y + grip.height / 2);
  await page.mouse.down();
  await page.mouse.move(grip.x + grip.width / 2 + field.width / 24, grip.y + 10);
  await page.mouse.move(grip.x + grip.width / 2 + field.width / 12, grip.y + 10);
  await page.mouse.up();
  await expect(cell(page, "Picture", desk)).toHaveValue("8–12");

  // Copied to the phone, one below the other.
  await page.getByLabel("Copy as").selectOption("stacked");
  await page.getByRole("button", { name: "Copy", exact: true }).click();
  const phone = (await ledger(page).getByRole("columnheader").nth(1).innerText()).split(" ")[0] ?? "";
  await expect(cell(page, "Picture", phone)).toHaveValue(/^1–\d+$/);

  // As a word map: read as text; a word that is no rectangle is reported with its place.
  await page.getByRole("button", { name: "As a word map…" }).click();
  const map = page.getByLabel(/A word a cell/);
  await expect(map).toHaveValue(/area-3/);
  await expect(page.getByText("Masthead leaves the grid.")).toBeVisible();
  await map.fill('"a b a"');
  await expect(page.getByRole("dialog").getByRole("alert")).toContainText("A is no rectangle: in row 1 it would have to take columns 1–3");
  await page.getByRole("button", { name: "Cancel" }).click();

  // Everything is undone and redone.
  const undo = page.getByRole("button", { name: "Undo" });
  while (await undo.isEnabled()) await undo.click();
  await expect(line(page)).toContainText("Draw one over columns of the sheet");
  const redo = page.getByRole("button", { name: "Redo" });
  while (await redo.isEnabled()) await redo.click();
  await expect(cell(page, "Picture", phone)).toHaveValue(/^1–\d+$/);
  await saved(page);

  // A reload keeps it, and the facet too.
  await page.reload();
  await expect(facetTab(page, "Areas")).toHaveAttribute("aria-selected", "true");
  await expect(cell(page, "Picture", desk)).toHaveValue("8–12");
  expect(said).toEqual([]);
  await context.close();
});

test("findings about areas of the demo name the problem and fix it; a reader sees them and changes nothing", async ({ browser }) => {
  const reader = await pageOf(browser, "reader");
  await reader.page.goto("/specs/skerry/passenger-booking?at=desk&facet=areas");
  await expect(reader.page.locator(".area-box")).toHaveCount(6);
  await expect(reader.page.getByRole("button", { name: "Add area" })).toBeDisabled();
  await expect(ledger(reader.page).getByLabel("Fares at Desk")).toBeDisabled();
  await expect(reader.page.getByText("Reading order differs from what is seen")).toBeVisible();
  // A reader may select, on the sheet too, but move nothing.
  await box(reader.page, "sailings").click();
  await expect(line(reader.page).getByLabel("Area", { exact: true })).toHaveValue("Sailings");
  await expect(reader.page.locator(".area-grip")).toHaveCount(0);
  await reader.page.keyboard.press("ArrowRight");
  await expect(ledger(reader.page).getByLabel("Sailings at Desk")).toHaveValue("5–12 r 7–22");
  expect(reader.said).toEqual([]);
  await reader.context.close();

  // A repair leaves areas alone and lists the findings that remain about them.
  const author = await pageOf(browser, "author");
  await author.page.goto("/specs/skerry/passenger-booking?at=desk&facet=areas");
  await author.page.getByRole("button", { name: "Repair the spec…" }).click();
  await expect(author.page.getByRole("dialog")).toContainText("Areas stay where they are");
  await expect(author.page.getByRole("dialog")).toContainText("Reading order differs from what is seen (Desk)");
  await author.page.getByRole("button", { name: "Cancel" }).click();
  await author.context.close();
});

test("the sheet scrolls its whole height at three sizes; ledger and findings fold away and stay folded", async ({ browser }) => {
  const { page, context, said } = await pageOf(browser, "reader");
  await page.goto("/specs/skerry/quay-board?at=portrait&facet=rows");
  const sheet = page.locator(".sheet-scroll");
  const heights = () => sheet.evaluate((element) => [element.scrollHeight, element.clientHeight] as const);
  // Once the page is ready, the sheet is as wide as its room.
  await expect.poll(async () => (await heights()).reduce((tall, seen) => tall / seen)).toBeGreaterThan(2);
  await expect(page.getByLabel("Draw page to")).toHaveValue("1920");
  await page.getByRole("button", { name: "Whole page" }).click();
  expect((await heights())[0]).toBeLessThanOrEqual((await heights())[1] + 1);
  await page.getByRole("button", { name: "1 : 1" }).click();
  expect((await heights())[0]).toBeGreaterThan(1920);
  await sheet.evaluate((element) => element.scrollTo(0, 1500));
  await expect(page.locator(".sheet-scale").first()).toContainText(/^1 : 1 · 1[45]\d\d–/);
  await page.keyboard.press("l");
  await expect(page.getByRole("button", { name: "Ledger" })).toHaveAttribute("aria-expanded", "false");
  await page.getByRole("button", { name: "Side panel" }).click();
  await page.reload();
  await expect(page.getByRole("button", { name: "Side panel" })).toHaveAttribute("aria-expanded", "false");
  await expect(page.getByRole("button", { name: "Ledger" })).toHaveAttribute("aria-expanded", "false");
  expect(said).toEqual([]);
  await context.close();
});
