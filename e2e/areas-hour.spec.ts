import { expect, type Page, test } from "@playwright/test";
import { strFromU8, unzipSync } from "fflate";
import { readFile } from "node:fs/promises";
import { facetTab, inMenu, makeSpec, pageOf, saved } from "./people";

const line = (page: Page) => page.getByRole("region", { name: "Areas", exact: true });
const ledger = (page: Page) => page.getByRole("region", { name: "Ledger of areas" });
const cell = (page: Page, area: string, at: string) => ledger(page).getByLabel(`${area} at ${at}`, { exact: true });
const box = (page: Page, id: string) => page.locator(`[data-area="${id}"]`);
const facet = (page: Page, name: string) => facetTab(page, name).click();

const place = async (page: Page, area: string, at: string, words: string): Promise<void> => {
  const field = cell(page, area, at);
  await field.fill(words);
  await field.press("Enter");
  await expect(field).toHaveValue(words);
};

const add = async (page: Page, name: string): Promise<void> => {
  await page.getByRole("button", { name: "Add area" }).click();
  await line(page).getByLabel("Area", { exact: true }).fill(name);
  await page.keyboard.press("Enter");
};

/** Drags an area by whole columns and rows of the sheet, plus a little that must not matter. */
const drag = async (page: Page, id: string, by: { readonly x: number; readonly y: number }): Promise<void> => {
  const found = await box(page, id).boundingBox();
  if (!found) throw new Error(`${id} is not on the sheet`);
  const [x, y] = [found.x + found.width / 2, found.y + Math.min(10, found.height / 2)];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + by.x / 2, y + by.y / 2);
  await page.mouse.move(x + by.x, y + by.y);
  await page.mouse.up();
};

const setLedger = async (page: Page, label: RegExp, value: string): Promise<void> => {
  await page
    .getByRole("gridcell", { name: label })
    .or(page.getByRole("button", { name: label }))
    .first()
    .click();
  await page.keyboard.type(value);
  await page.keyboard.press("Enter");
};

test.use({ actionTimeout: 15_000 });

test("a practitioner's hour: from one width and twelve columns to a page that others build", async ({ browser, baseURL }) => {
  test.setTimeout(240_000);
  const path = await makeSpec(baseURL ?? "", { kind: "columns", width: 1440, columns: 12 }, `Harbour pages ${process.pid}`);
  const { page, context, said } = await pageOf(browser, "author");
  await page.goto(path);

  await test.step("a tablet of eight columns between the phone and the desk", async () => {
    await page.getByRole("button", { name: "Phone", exact: false }).first().click();
    await inMenu(page, "Phone", "Duplicate");
    await setLedger(page, /^Phone copy, Columns/, "8");
    await expect(page.getByText("Phone copy", { exact: true }).first()).toBeVisible();
  });
  const [phone, tablet, wide] = ["Phone", "Phone copy", "Desk"] as const;
  await page.getByRole("button", { name: /^Desk/ }).first().click();
  await facet(page, "Areas");

  await test.step("a masthead that leaves both edges, text over 6 and a picture over 5 with one between, three cards of 4", async () => {
    await add(page, "Masthead");
    await line(page).getByLabel("Leaves the grid").selectOption("both");
    await expect(page.getByText("Masthead leaves the grid without a reason")).toBeVisible();
    await add(page, "Text");
    await place(page, "Text", wide, "1–6");
    await add(page, "Picture");
    await place(page, "Picture", wide, "8–12");
    for (const [name, columns] of [
      ["Card one", "1–4"],
      ["Card two", "5–8"],
      ["Card three", "9–12"],
    ] as const) {
      await add(page, name);
      await line(page).getByLabel("Kind").fill("card");
      await page.keyboard.press("Enter");
      await place(page, name, wide, columns);
    }
    await ledger(page).getByRole("button", { name: /Text/ }).first().click();
    await expect(line(page)).toContainText(/to Picture: \S+ px, 1 column/);
  });

  await test.step("to eight columns by their share, to four one below the other", async () => {
    await page.getByLabel("Copy what").selectOption("all areas");
    await page.getByLabel("Copy to", { exact: true }).selectOption({ label: `to ${tablet}` });
    await page.getByLabel("Copy as").selectOption("same-share");
    await page.getByRole("button", { name: "Copy", exact: true }).click();
    await expect(cell(page, "Text", tablet)).toHaveValue("1–4");
    await expect(cell(page, "Picture", tablet)).toHaveValue("6–8");
    await expect(cell(page, "Text", phone)).toHaveValue("");
    await page.getByLabel("Copy to", { exact: true }).selectOption({ label: `to ${phone}` });
    await page.getByLabel("Copy as").selectOption("stacked");
    await page.getByRole("button", { name: "Copy", exact: true }).click();
    await expect(cell(page, "Card two", phone)).toHaveValue(/^1–4/);
  });

  await test.step("two beside each other and one below on the tablet, by mouse and again by keys; no half columns", async () => {
    await page
      .getByRole("button", { name: /^Phone copy/ })
      .first()
      .click();
    for (const [name, words] of [
      ["Card one", "1–2 r 3"],
      ["Card two", "1–4 r 4"],
      ["Card three", "1–8 r 5"],
    ] as const)
      await place(page, name, tablet, words);
    await page.getByRole("button", { name: "Whole page", exact: true }).click();
    const pitch = async (): Promise<readonly [number, number]> => {
      const [two, three] = [await box(page, "area-5").boundingBox(), await box(page, "area-6").boundingBox()];
      // Card three starts four columns after card two: four times column and gutter.
      return [((three?.width ?? 0) - (two?.width ?? 0)) / 4, (three?.y ?? 0) - (two?.y ?? 0)];
    };
    const [across, down] = await pitch();
    // Card one is widened to four columns by its edge, and card two is put beside it; a third of a column more changes
    // nothing.
    await box(page, "area-4").click();
    const grip = await page.locator(".area-grip.end").boundingBox();
    if (!grip) throw new Error("no grip");
    await page.mouse.move(grip.x + 12, grip.y + 8);
    await page.mouse.down();
    await page.mouse.move(grip.x + 12 + across, grip.y + 8);
    await page.mouse.move(grip.x + 12 + 2.3 * across, grip.y + 8);
    await page.mouse.up();
    await expect(cell(page, "Card one", tablet)).toHaveValue("1–4 r 3");
    await drag(page, "area-5", { x: 4.3 * across, y: -1.2 * down });
    await expect(cell(page, "Card two", tablet)).toHaveValue("5–8 r 3");
    await drag(page, "area-6", { x: 3, y: -down });
    await expect(cell(page, "Card three", tablet)).toHaveValue("1–8 r 4");
    const undo = page.getByRole("button", { name: "Undo" });
    for (let step = 0; step < 3; step += 1) await undo.click();
    await expect(cell(page, "Card two", tablet)).toHaveValue("1–4 r 4");
    await box(page, "area-4").focus();
    for (let step = 0; step < 2; step += 1) await page.keyboard.press("Shift+ArrowRight");
    await box(page, "area-5").focus();
    await page.keyboard.press("ArrowUp");
    for (let step = 0; step < 4; step += 1) await page.keyboard.press("ArrowRight");
    await box(page, "area-6").focus();
    await page.keyboard.press("ArrowUp");
    for (const [name, words] of [
      ["Card one", "1–4 r 3"],
      ["Card two", "5–8 r 3"],
      ["Card three", "1–8 r 4"],
    ] as const)
      await expect(cell(page, name, tablet)).toHaveValue(words);
    await cell(page, "Card one", tablet).fill("1–4.5");
    await page.keyboard.press("Enter");
    await expect(ledger(page).getByRole("alert")).toContainText("Type whole columns and rows");
    await page.keyboard.press("Escape");
  });

  await test.step("six rows that divide a screen, the picture over 3 of them and 5 columns, one shifted by a column", async () => {
    await page.getByRole("button", { name: /^Desk/ }).first().click();
    await facet(page, "Rows");
    const rows = page.getByRole("region", { name: "Row sum" });
    await rows.getByText("dividing", { exact: true }).click();
    await expect(rows.getByLabel("Rows", { exact: true }).first()).toHaveValue("6");
    await facet(page, "Areas");
    await place(page, "Masthead", wide, "1–12 r 1");
    await place(page, "Text", wide, "1–6 r 2–4");
    await place(page, "Picture", wide, "8–12 r 2–4");
    await place(page, "Card one", wide, "1–4 r 5");
    await place(page, "Card two", wide, "5–8 r 9");
    await place(page, "Card three", wide, "5–8 r 12");
    await box(page, "area-3").click();
    await expect(line(page)).toContainText("5 × ");
    await box(page, "area-2").focus();
    await page.keyboard.press("ArrowRight");
    await expect(cell(page, "Text", wide)).toHaveValue("2–7 r 2–4");
    await page.keyboard.press("ArrowLeft");
    await expect(cell(page, "Text", wide)).toHaveValue("1–6 r 2–4");
  });

  await test.step("white space is counted, and made equal by the offered fix", async () => {
    await place(page, "Card one", wide, "5–8 r 7");
    await box(page, "area-5").focus();
    await expect(line(page)).toContainText(/above, to Card one: \S+ px, 1 row/);
    await expect(line(page)).toContainText(/below, to Card three: \S+ px, 2 rows/);
    const finding = page.locator(".finding", { hasText: "White space differs" });
    await expect(finding).toContainText("Card one to Card two is 1 row, Card two to Card three is 2");
    await finding
      .getByRole("button", { name: /row \d/ })
      .first()
      .click();
    await expect(page.getByText("White space differs")).toHaveCount(0);
  });

  await test.step("a card with a baseline of 4 of its own", async () => {
    await ledger(page)
      .getByRole("button", { name: /Card one/ })
      .first()
      .click();
    await line(page).getByLabel("Grid inside").selectOption("own");
    await line(page).getByLabel("Baseline inside").check();
    await expect(line(page).getByLabel("Step inside")).toHaveValue("4");
    // At 1 : 4, lines every 4 px merge into one tone; at full width they are separate.
    await expect(page.locator(".area-inner-lines")).toHaveCount(0);
    await page.getByRole("button", { name: "1 : 1", exact: true }).click();
    await expect(page.locator(".area-inner-lines")).toHaveCount(1);
  });

  await test.step("all of it is taken back, and brought back", async () => {
    const undo = page.getByRole("button", { name: "Undo" });
    while (await undo.isEnabled()) await undo.click();
    await expect(line(page)).toContainText("Draw one over columns of the sheet");
    const redo = page.getByRole("button", { name: "Redo" });
    while (await redo.isEnabled()) await redo.click();
    await expect(cell(page, "Card two", tablet)).toHaveValue("5–8 r 3");
    await saved(page);
  });

  await test.step("leaving without a reason stops a version; with one it is published", async () => {
    const lead = await pageOf(browser, "lead");
    await lead.page.goto(`${path}/publish`);
    await expect(lead.page.getByText(/^Fix \d+ problems? first/)).toBeVisible();
    for (const rung of [/^Phone 320/, /^Phone copy/, /^Desk/]) {
      await page.getByRole("button", { name: rung }).first().click();
      await ledger(page)
        .getByRole("button", { name: /Masthead/ })
        .first()
        .click();
      await line(page).getByLabel("Why it leaves the grid").fill("The bar runs to both edges.");
      await page.keyboard.press("Enter");
      await expect(page.locator(".finding", { hasText: "Masthead leaves the grid without a reason" })).toHaveCount(0);
    }
    await saved(page);
    await lead.page.reload();
    await lead.page.getByLabel("Note for the people who use it").fill("The harbour's pages.");
    await lead.page.getByRole("button", { name: /^Publish / }).click();
    await lead.page.waitForURL("**/versions/**");
    await lead.context.close();
  });

  await test.step("the reader sees it on a phone, and takes stylesheet and ZIP", async () => {
    const reader = await pageOf(browser, "reader");
    await reader.page.setViewportSize({ width: 390, height: 844 });
    await reader.page.goto(`${path}/versions/latest`);
    await expect(reader.page.getByRole("region", { name: "Desk", exact: true })).toContainText("The bar runs to both edges.");
    expect(await reader.page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBe(0);
    const take = async (name: string): Promise<Buffer> => {
      const [download] = await Promise.all([
        reader.page.waitForEvent("download"),
        reader.page.locator(`a[href$="/${name}"]`).first().click(),
      ]);
      return readFile(await download.path());
    };
    expect((await take("layout.css")).toString("utf8")).toContain(".area-area-3 {");
    const zip = unzipSync(new Uint8Array(await take("all.zip")));
    expect(strFromU8(zip["areas.csv"] ?? new Uint8Array())).toContain("The bar runs to both edges.");
    expect(Object.keys(zip)).toContain("page.html");
    await reader.context.close();
  });

  await test.step("somebody else moved an area meanwhile: both stand; of the same area it asks", async () => {
    const lead = await pageOf(browser, "lead");
    await lead.page.goto(`${path}?facet=areas&at=desk`);
    await expect(cell(lead.page, "Picture", wide)).toHaveValue("8–12 r 2–4");
    await context.setOffline(true);
    await place(page, "Text", wide, "1–5 r 2–4");
    await place(lead.page, "Picture", wide, "9–12 r 2–4");
    await saved(lead.page);
    await context.setOffline(false);
    await saved(page);
    await expect(cell(page, "Picture", wide)).toHaveValue("9–12 r 2–4");
    await expect(cell(lead.page, "Text", wide)).toHaveValue("1–5 r 2–4");
    await context.setOffline(true);
    await place(page, "Picture", wide, "7–12 r 2–4");
    await place(lead.page, "Picture", wide, "10–12 r 2–4");
    await saved(lead.page);
    await context.setOffline(false);
    const asked = page.getByRole("dialog", { name: "The same number was changed twice" });
    await expect(asked).toBeVisible({ timeout: 20_000 });
    for (const mine of await asked.getByLabel(/^Yours/).all()) await mine.check();
    await asked.getByRole("button", { name: "Let these stand" }).click();
    await saved(page);
    await expect(cell(lead.page, "Picture", wide)).toHaveValue("7–12 r 2–4");
    await lead.context.close();
  });
  expect(said).toEqual([]);
  await context.close();
});
