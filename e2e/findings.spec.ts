import { expect, type Page, test } from "@playwright/test";
import { addBreakpoint, facetTab, makeSpec, pageOf, saved, signIn, typeTerm, watch } from "./people";

const from1280 = { kind: "columns", width: 1280, columns: 12 };
const findings = (page: Page) => page.getByRole("region", { name: "Findings" });
const sum = (page: Page) => page.getByRole("region", { name: "Sum line" });
const cell = (page: Page, name: RegExp) => page.getByRole("gridcell", { name });

const open = async (page: Page, baseURL: string | undefined): Promise<string> => {
  const path = await makeSpec(baseURL ?? "", from1280);
  await signIn(page, "author");
  await page.goto(`${path}?at=desk`);
  await typeTerm(page, "Margin", "64");
  await typeTerm(page, "Gutter", "20");
  return path;
};

test("a fix is previewed without being stored, then applied; its place is marked while the finding is focused", async ({
  page,
  baseURL,
}) => {
  const said = watch(page);
  const path = await open(page, baseURL);
  await saved(page);
  const card = findings(page).getByRole("listitem", { name: /Columns are not whole pixels/ });
  await card.focus();
  await expect(page.locator(".marked-place").first()).toBeAttached();
  await expect(cell(page, /^Desk, Columns/)).toHaveClass(/marked/);
  await card.getByRole("button", { name: "Gutter 24" }).hover();
  await expect(page.getByRole("status").filter({ hasText: "Preview: Gutter 24 at Desk" })).toBeVisible();
  await expect(page.getByRole("img", { name: /12 columns of 74/ })).toBeVisible();
  await expect(cell(page, /^Desk, Gutter: 20/)).toBeVisible();
  const draft = (await (await page.request.get(path.replace("/specs", "/api/drafts"))).json()) as {
    layout: { breakpoints: { columns: { gutter: string } }[] };
  };
  expect(draft.layout.breakpoints.at(-1)?.columns.gutter).toBe("20px");
  // The sum line stays the draft's, and the sheet shows the draft again once the pointer has left.
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("20");
  await page.mouse.move(0, 0);
  await expect(page.getByRole("img", { name: /columns of 77\.667/ })).toBeVisible();
  // The same with keys.
  await card.getByRole("button", { name: "Gutter 24" }).focus();
  await expect(page.getByRole("img", { name: /12 columns of 74/ })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("24");
  await expect(cell(page, /^Desk, Columns/)).not.toHaveClass(/marked/);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("20");
  await findings(page)
    .getByRole("button", { name: /^Fix all at/ })
    .click();
  await expect(findings(page)).not.toContainText("Columns are not");
  await page.getByRole("button", { name: "Undo" }).first().click();
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("20");
  expect(said).toEqual([]);
});

test("a finding is accepted with a reason, stays accepted, and is reopened", async ({ page, baseURL }) => {
  await open(page, baseURL);
  const card = findings(page).getByRole("listitem", { name: /Gutter is on a half unit/ });
  await card.getByRole("button", { name: "More" }).click();
  await card.getByRole("button", { name: "Accept as it is…" }).click();
  await card.getByRole("button", { name: "Accept", exact: true }).click();
  await expect(card.getByRole("alert")).toContainText("Add a reason");
  await card.getByLabel("Reason").fill("The card deck is cut at 20.");
  await card.getByRole("button", { name: "Accept", exact: true }).click();
  await expect(card).toHaveCount(0);
  await saved(page);
  await page.reload();
  await page.getByText("1 accepted finding").click();
  await expect(findings(page)).toContainText("The card deck is cut at 20.");
  await findings(page).getByRole("button", { name: "Reopen" }).click();
  await expect(findings(page).getByRole("listitem", { name: /Gutter is on a half unit/ })).toBeVisible();
});

test("the whole spec is repaired; what is held stays, and what prevents a repair is named", async ({ page, baseURL }) => {
  await open(page, baseURL);
  await findings(page).getByRole("button", { name: "Repair the spec…" }).click();
  const dialog = page.getByRole("dialog");
  const table = dialog.getByRole("table", { name: /before and after/ });
  await expect(dialog).toContainText("1 number changes, by 4 px in all");
  await expect(table.getByRole("row", { name: /^Desk/ })).toContainText("24");
  // Numbers appear beside the locks; a pressed button must not move.
  await expect(table).toHaveAttribute("aria-busy", "false");
  await dialog.getByRole("button", { name: "Keep Desk, gutter" }).click();
  await expect(table.getByRole("row", { name: /^Desk/ })).toContainText("68");
  await dialog.getByRole("button", { name: "Keep Desk, margin" }).click();
  await dialog.getByRole("button", { name: "Keep Desk, columns" }).click();
  await expect(dialog).toContainText("No repair keeps all of these numbers.");
  await expect(dialog.getByRole("button", { name: "Apply the repair" })).toBeDisabled();
  await dialog.getByRole("button", { name: "Release Desk, margin" }).click();
  await expect(table.getByRole("row", { name: /^Desk/ })).toContainText("68");
  await dialog.getByRole("button", { name: "Apply the repair" }).click();
  await expect(sum(page).getByLabel("Margin", { exact: true }).first()).toHaveValue("68");
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("20");
  await page.keyboard.press("Control+z");
  await expect(sum(page).getByLabel("Margin", { exact: true }).first()).toHaveValue("64");
});

test("a finding leads to the facet whose sum it is about", async ({ page, baseURL }) => {
  const path = await open(page, baseURL);
  await page.goto(`${path}?at=desk&facet=rows`);
  await page.getByRole("region", { name: "Row sum" }).getByText("repeating", { exact: true }).click();
  const row = page.getByRole("region", { name: "Row sum" }).getByLabel("Row", { exact: true });
  await row.fill("30");
  await row.press("Enter");
  await facetTab(page, "Columns").click();
  await findings(page).getByRole("button", { name: "Row height is off the base unit" }).click();
  await expect(facetTab(page, "Rows")).toHaveAttribute("aria-selected", "true");
  await expect(page.locator(".facet-panel")).toHaveAttribute("data-mark", "rows");
  // 900 holds 23 rows of 30 with gutters of 8; the last one drawn is cut and says so.
  await expect(page.getByText("Row 24 is cut off")).toBeAttached();
});

test("readers see findings and may change none; the browser's own layout is measured", async ({ browser, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1280);
  const { page, context, said } = await pageOf(browser, "reader");
  await page.goto(`${path}?at=desk&width=1280`);
  await expect(page.getByRole("button", { name: /^Fix all|^Repair|^More/ })).toHaveCount(0);
  await page.getByRole("tab", { name: "Browser" }).click();
  await expect(page.getByRole("region", { name: "Measured in this browser" })).toContainText(
    /24 column edges, the largest difference [\d.]+ px/,
  );
  expect(said).toEqual([]);
  await context.close();
});

test("1 and 24 columns, 8 breakpoints and an expected total are all drawn, checked and summed", async ({ page, baseURL }) => {
  await open(page, baseURL);
  for (let added = 0; added < 6; added += 1) await addBreakpoint(page);
  await expect(page.getByRole("row")).toHaveCount(1 + 8);
  await typeTerm(page, "Columns", "24");
  await expect(page.getByRole("img", { name: /24 columns/ })).toBeVisible();
  await typeTerm(page, "Columns", "1");
  await expect(page.getByRole("img", { name: /: 1 columns/ })).toBeVisible();
  await page.getByLabel("Expected total").selectOption("container");
  await page.getByLabel("Expected container").fill("1144");
  await page.getByLabel("Expected container").press("Enter");
  await expect(findings(page)).toContainText("The expected container is not what the numbers give");
});
