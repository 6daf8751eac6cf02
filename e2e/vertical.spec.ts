import { expect, type Page, test } from "@playwright/test";
import { facetTab, inMenu, makeSpec, saved, signIn, watch } from "./people";

const from1440 = { kind: "columns", width: 1440, columns: 12 };
const region = (page: Page, name: string) => page.getByRole("region", { name, exact: true });
const facet = (page: Page, name: string) => facetTab(page, name).click();

const open = async (page: Page, baseURL: string | undefined, facetName: string): Promise<string> => {
  const path = await makeSpec(baseURL ?? "", from1440);
  await signIn(page, "author");
  await page.goto(`${path}?at=desk&facet=${facetName}`);
  return path;
};
const type = async (page: Page, where: string, label: string, value: string): Promise<void> => {
  const field = region(page, where).getByLabel(label, { exact: true }).first();
  await field.fill(value);
  await field.press("Enter");
};

test("base: unit, steps and mesh are set, counted in base units, and drawn", async ({ page, baseURL }) => {
  const said = watch(page);
  await open(page, baseURL, "base");
  await type(page, "Base", "Base unit", "10");
  await expect(region(page, "Base")).toContainText("Half unit");
  const steps = page.getByRole("group", { name: "Spacing steps" });
  await expect(steps.getByRole("listitem").nth(2)).toContainText("20");
  await type(page, "Base", "Multiple of m", "12/8");
  await expect(steps.getByRole("listitem").nth(2)).toContainText("15");
  await type(page, "Base", "Multiple of m", "1.23456");
  await expect(region(page, "Base").getByRole("alert")).toContainText("at most 3 decimals");
  await page.keyboard.press("Escape");
  await steps.getByRole("button", { name: "Move m before" }).click();
  await expect(steps.getByRole("textbox", { name: "Name of step 2" })).toHaveValue("m");
  await type(page, "Base", "Name of step 1", "m");
  await expect(region(page, "Base").getByRole("alert")).toContainText("There is a step m already");
  await page.keyboard.press("Escape");
  await steps.getByRole("button", { name: "Add step" }).click();
  await steps.getByRole("button", { name: "Remove xs" }).click();
  await expect(steps.getByRole("button", { name: "Remove xs" })).toHaveCount(0);
  await region(page, "Base").getByLabel("Mesh at Desk").check();
  await expect(page.locator(".sheet [data-layer=mesh]")).toHaveCount(1);
  await type(page, "Base", "Emphasis every", "10");
  await saved(page);
  await page.reload();
  await expect(region(page, "Base").getByLabel("Emphasis every")).toHaveValue("10");
  await facet(page, "Columns");
  await type(page, "Sum line", "Gutter", "22");
  // 22 on a base of 10 is 2 more than two base units.
  await expect(region(page, "Sum line").getByTitle("2 base units, 2 over")).toBeVisible();
  expect(said).toEqual([]);
});

test("rows: repeating and dividing rows fill the height exactly, whichever term is computed", async ({ page, baseURL }) => {
  await open(page, baseURL, "rows");
  const sum = region(page, "Row sum");
  await expect(sum).toContainText("Desk has no rows");
  await sum.getByText("repeating", { exact: true }).click();
  await type(page, "Row sum", "Height", "808");
  await expect(sum.getByLabel("Rows", { exact: true }).first()).toHaveValue("51");
  await sum.getByRole("button", { name: "Row", exact: true }).click();
  await type(page, "Row sum", "Rows", "10");
  await expect(sum.getByLabel("Row", { exact: true })).toHaveValue("73.6");
  await type(page, "Row sum", "Rows", "2000");
  await expect(sum.getByRole("alert")).toContainText(/would have to be|whole number/);
  await page.keyboard.press("Escape");
  await type(page, "Row sum", "Row", "12..");
  await expect(sum.getByRole("alert")).toContainText("Not a number or sum");
  await page.keyboard.press("Escape");

  await sum.getByText("dividing", { exact: true }).click();
  await type(page, "Row sum", "Gutter", "16");
  await type(page, "Row sum", "Height", "800");
  // (800 − 8 − 8 − 5 · 16) ÷ 6
  await expect(sum.getByLabel("Row", { exact: true })).toHaveValue("117.333");
  await type(page, "Row sum", "Gutter", "400");
  await expect(sum.getByRole("alert")).toContainText("no room is left for a row");
  await page.keyboard.press("Escape");
  await sum.getByRole("button", { name: "Margin", exact: true }).click();
  await type(page, "Row sum", "Row", "100");
  await expect(sum.getByLabel("Margin", { exact: true }).first()).toHaveValue("60");

  // Rows of whole lines of the baseline: 680 between the margins is 85 lines.
  await facet(page, "Baseline");
  await region(page, "Baseline").getByText("lines", { exact: true }).click();
  await facet(page, "Rows");
  const lines = sum.getByLabel("In whole lines");
  await lines.selectOption({ index: 1 });
  await expect(sum.getByLabel("Gutter", { exact: true })).not.toHaveValue("16");
  await expect(region(page, "Findings")).not.toContainText("Rows are off the baseline");

  await inMenu(page, "Desk", "Copy to breakpoints…");
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByLabel(/^Rows/)).toBeChecked();
  await expect(dialog.getByLabel(/^Gutter/)).not.toBeChecked();
  await dialog.getByRole("button", { name: "Copy", exact: true }).click();
  await page.keyboard.press("[");
  await expect(sum.getByLabel("dividing", { exact: true })).toBeChecked();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(sum).toContainText("Phone has no rows");
});

test("baseline: text roles are checked against the step, with shipped and typed metrics", async ({ page, baseURL }) => {
  await open(page, baseURL, "baseline");
  const baseline = region(page, "Baseline");
  await baseline.getByText("lines", { exact: true }).click();
  await baseline.getByRole("button", { name: "Add text role" }).click();
  // Archivo, 16 on 24: its first baseline is ⌊(24 − 14 − 3)/2⌋ + 14 = 17 down, 7 above the third line of 8.
  await expect(baseline.getByRole("row", { name: /Body|Archivo/ }).last()).toContainText(/24.*17.*7/);
  // Trimmed to the capitals: 686/1000 · 16 = 10.976; three lines are 2 · 24 + 10.976.
  await expect(baseline).toContainText("58.976");
  await type(page, "Baseline", "Line height of Body", "26");
  await expect(page.getByRole("region", { name: "Findings" })).toContainText("Line height is off the baseline");
  await expect(baseline).toContainText("off the baseline");
  await baseline.getByRole("button", { name: "32", exact: true }).click();
  await expect(baseline.getByLabel("Line height of Body")).toHaveValue("32");
  await type(page, "Baseline", "Font of Body", "Own Face");
  await baseline.getByRole("button", { name: /Metrics of Own Face are not known/ }).click();
  const metrics = page.getByRole("form", { name: "Metrics of Own Face" });
  await metrics.getByRole("button", { name: "Use these metrics" }).click();
  await expect(metrics.getByRole("alert")).toContainText("Ascent of Own Face must be a whole number");
  await metrics.getByLabel("Ascent").fill("1900");
  await metrics.getByLabel(/Descent/).fill("-500");
  await metrics.getByLabel("Units per em").fill("2048");
  await metrics.getByLabel("Cap height").fill("1400");
  await metrics.getByRole("button", { name: "Use these metrics" }).click();
  // 1400/2048 · 16
  await expect(baseline).toContainText("10.938");
  await saved(page);
  await page.reload();
  await expect(region(page, "Baseline")).toContainText("10.938");
  await type(page, "Baseline", "Step", "5");
  await expect(page.getByRole("region", { name: "Findings" })).toContainText("Baseline does not fit the base unit");
});

test("distances are measured between lines, by keyboard and by mouse", async ({ page, baseURL }) => {
  await open(page, baseURL, "columns");
  await page.keyboard.press("m");
  const reading = page.getByRole("application", { name: /Measure a distance/ });
  await expect(reading).toBeFocused();
  // Left edge, then the start of column 1.
  for (const key of ["ArrowRight", "Enter", "ArrowRight", "Enter"]) await page.keyboard.press(key);
  await expect(reading).toContainText("16 px");
  await expect(reading).toContainText("from left edge");
  await expect(reading).toContainText("start of column 1");
  await page.keyboard.press("Escape");
  await expect(reading).not.toContainText("from left edge");
  for (const key of ["ArrowDown", "Enter", "ArrowDown", "Enter"]) await page.keyboard.press(key);
  await expect(reading).toContainText("900 px");
  await page.keyboard.press("Escape");
  const box = await reading.boundingBox();
  const sheet = { x: box?.x ?? 0, y: (box?.y ?? 0) + 100 };
  const scale = ((box?.width ?? 0) - 56) / 1440;
  await page.mouse.click(sheet.x + 40 + 16 * scale, sheet.y);
  await page.mouse.click(sheet.x + 40 + 1424 * scale, sheet.y);
  await expect(reading).toContainText("12 columns, 11 gutters");
  await page.keyboard.press("Escape");
  await page.keyboard.press("Escape");
  await expect(reading).toHaveCount(0);
});

test("a sheet of thousands of rows draws those in view, and names the row it cuts", async ({ page, baseURL }) => {
  const said = watch(page);
  await open(page, baseURL, "rows");
  const sum = region(page, "Row sum");
  await sum.getByText("repeating", { exact: true }).click();
  await type(page, "Row sum", "Row", "5");
  await type(page, "Row sum", "Gutter", "2");
  await type(page, "Row sum", "Height", "19999");
  // (19999 + 2) ÷ 7 = 2857 2/7: 2857 whole rows; a row cut after 0 px does not count.
  await expect(sum.getByLabel("Rows", { exact: true }).first()).toHaveValue("2857");
  await expect(page.getByText(/is cut off/)).toHaveCount(0);
  await type(page, "Row sum", "Height", "20000");
  await expect(page.getByText("Row 2858 is cut off")).toBeVisible();
  // Only rows in view are drawn.
  await page.locator(".sheet-scroll").evaluate((element) => element.scrollTo(0, element.scrollHeight));
  await expect(page.locator(".side-strip")).toContainText("2856");
  const drawn = await page.locator(".sheet-paper > svg rect").count();
  expect(drawn).toBeGreaterThan(40);
  expect(drawn).toBeLessThan(600);
  await saved(page);
  expect(said).toEqual([]);
});
