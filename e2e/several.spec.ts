import { expect, test } from "@playwright/test";
import { inMenu, makeSpec, pageOf, saved } from "./people";

test("a number is changed at several breakpoints at once, previewed and undone in one step; the ledger is copied and pasted", async ({
  browser,
  baseURL,
}) => {
  const path = await makeSpec(baseURL ?? "", { kind: "columns", width: 1440, columns: 12 });
  const { page, context, said } = await pageOf(browser, "author");
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.goto(`${path}?at=desk`);
  const gutter = (at: string) => page.getByRole("gridcell", { name: new RegExp(`^${at}, Gutter`) });
  // Rows are selected by their checkboxes or by Space; the dialog starts with them.
  await page.getByLabel("Select Desk").check();
  const dialog = page.getByRole("dialog");
  await expect(page.getByText("1 breakpoint selected")).toBeVisible();
  await page.getByRole("button", { name: "Change…", exact: true }).click();
  await expect(dialog.getByLabel("Desk")).toBeChecked();
  await expect(dialog.getByLabel("Phone")).not.toBeChecked();
  await page.keyboard.press("Escape");
  await gutter("Phone").focus();
  await page.keyboard.press("Space");
  await expect(page.getByText("2 breakpoints selected")).toBeVisible();
  await expect(page.getByLabel("Select all breakpoints")).toBeChecked();
  await page.getByRole("button", { name: "Clear", exact: true }).click();
  await inMenu(page, "Phone", "Change several breakpoints…");
  await dialog.getByLabel("Change", { exact: true }).selectOption("Multiply by");
  // 16 × 1.5 at both; an invalid factor is reported at its field.
  await expect(dialog.getByRole("row", { name: /^Desk 16 24/ })).toBeVisible();
  await dialog.getByLabel("By").fill("harbour");
  await expect(dialog.getByRole("status")).toContainText("Type a factor");
  await expect(dialog.getByRole("button", { name: "Apply" })).toBeDisabled();
  await dialog.getByLabel("By").fill("1.5");
  await page.keyboard.press("Enter");
  await expect(dialog).toHaveCount(0);
  await expect(gutter("Phone")).toHaveText("24");
  await expect(gutter("Desk")).toHaveText("24");
  await page.keyboard.press("Control+z");
  await expect(gutter("Phone")).toHaveText("16");
  await expect(gutter("Desk")).toHaveText("16");

  // A row is copied and pasted onto another; the whole ledger with its headings survives copy and paste.
  await gutter("Desk").focus();
  await page.keyboard.press("Control+c");
  const row = await page.evaluate(() => navigator.clipboard.readText());
  expect(row.split("\t").slice(0, 5)).toEqual(["Desk", "1024", "1440 × 900", "12", "16"]);
  await inMenu(page, "Desk", "Copy the ledger");
  const ledger = await page.evaluate(() => navigator.clipboard.readText());
  expect(ledger.split("\n")[0]).toMatch(/^Breakpoint\tFrom\tDrawn at\tColumns\tGutter\tMargin\tContainer$/);
  await page.evaluate((text) => navigator.clipboard.writeText(text), ledger.replace(/\t16\t/g, "\t20\t"));
  await page.getByRole("gridcell", { name: /^Phone, Breakpoint/ }).focus();
  await page.keyboard.press("Control+v");
  await expect(gutter("Phone")).toHaveText("20");
  await expect(gutter("Desk")).toHaveText("20");
  await saved(page);
  // A breakpoint is duplicated by a key.
  await page.getByRole("button", { name: "Fit width" }).click();
  await page.keyboard.press("d");
  await expect(page.getByRole("gridcell", { name: /^Desk copy, Breakpoint|^Phone copy, Breakpoint/ })).toBeVisible();
  expect(said).toEqual([]);
  await context.close();
});
