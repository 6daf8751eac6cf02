import { expect, type Page, test } from "@playwright/test";
import { alerts, makeSpec, pageOf, requestsOf, saved, signIn, typeTerm, watch } from "./people";

const from1280 = { kind: "columns", width: 1280, columns: 12 };
const sum = (page: Page) => page.getByRole("region", { name: "Sum line" });

test("sets are searched, previewed, applied as one edit, and undone", async ({ page, baseURL }) => {
  const said = watch(page);
  const path = await makeSpec(baseURL ?? "", from1280);
  await signIn(page, "author");
  await page.goto(`${path}?at=desk`);
  await typeTerm(page, "Margin", "64");
  await typeTerm(page, "Gutter", "20");
  await page.getByRole("link", { name: "Whole-pixel sets" }).click();
  const table = page.getByRole("table", { name: "Whole-pixel sets" });
  await expect(table.getByRole("row").nth(1)).toContainText("77");
  // The closest to 12 × 77⅔, 20 and 64 is 12 × 74, 24 and 64 (common practice).
  await expect(table.getByRole("row").nth(2)).toContainText(/1\s*12\s*74\s*24\s*64\s*1152\s*564\s*368\s*270\s*4/);
  await table.getByRole("row").nth(3).hover();
  await expect(page.getByRole("region", { name: "Small sheet" })).toContainText("12 × 80, gutter 16, margin 72");
  await expect(page.getByRole("img", { name: /Gutter against column width/ })).toBeVisible();

  await page.getByRole("textbox", { name: "Columns", exact: true }).fill("8, 10-12");
  await expect(table).toContainText("10");
  await page.getByRole("textbox", { name: "Columns", exact: true }).fill("twelve");
  await expect(alerts(page)).toContainText("Type a count, a list like 8, 12");
  await page.getByRole("textbox", { name: "Columns", exact: true }).fill("12");
  await page.getByLabel("Gutter step").fill("0");
  await expect(alerts(page)).toContainText("above 0");
  await page.getByLabel("Gutter step").fill("1");
  await page.getByLabel("Margin step").fill("1");
  await page.getByLabel(/gutter is on the base unit/).uncheck();
  await page.getByLabel("margin is on the base unit").uncheck();
  await expect(page.getByRole("status").filter({ hasText: "sets close to the pixel" })).toContainText(/out of 2,673 combinations/);
  await page.getByLabel("widest column").check();
  await expect(table.getByRole("row").nth(2).getByRole("cell").nth(2)).toHaveText(/^9\d$/);
  await table.getByRole("button", { name: "Column", exact: true }).click();
  await expect(table.getByRole("columnheader", { name: "Column", exact: true })).not.toHaveAttribute("aria-sort", "none");
  await page.getByLabel("closest to today").check();
  await page.getByLabel(/gutter is on the base unit/).check();
  await page.getByLabel("margin is on the base unit").check();
  await table.getByRole("button", { name: "Set", exact: true }).click();
  await page.getByRole("button", { name: "Use set 1", exact: true }).click();
  await expect(table.getByRole("row").nth(1)).toContainText(/Today\s*12\s*74\s*24\s*64/);
  await saved(page);
  await page.getByRole("link", { name: "Sheet", exact: true }).click();
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("24");
  // One edit, which can be undone on any page of the draft.
  await page.getByRole("banner").getByRole("button", { name: "Undo" }).click();
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("20");
  expect(said).toEqual([]);
});

test("a search without results says what to widen; a container can be searched for as well", async ({ page, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1280);
  await signIn(page, "author");
  await page.goto(`${path}/sets?at=desk`);
  await page.getByLabel("Column at least").fill("400");
  await expect(page.getByText("Nothing closes within these ranges")).toBeVisible();
  await page.getByLabel("Column at least").fill("48");
  await page.getByRole("radio", { name: "container", exact: true }).check();
  await page.getByRole("textbox", { name: "Container", exact: true }).fill("1152");
  await expect(page.getByRole("table", { name: "Whole-pixel sets" }).getByRole("row").nth(2)).toContainText("1152");
  await page.getByLabel("Gutter to").fill("8000000");
  await page.getByLabel("Gutter step").fill("0.001");
  await expect(alerts(page)).toContainText("at most 20,000 steps");
});

test("a long search shows its progress and can be stopped; the next one answers", async ({ page, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1280);
  await signIn(page, "author");
  await page.goto(`${path}/sets?at=desk`);
  const count = page.getByRole("status").filter({ hasText: "close to the pixel" });
  await expect(count).toBeVisible();
  // The worker's script is delayed, which looks like a very long search.
  await page.route("**/_next/static/**", async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 8000));
    await route.continue().catch(() => undefined);
  });
  await page.getByLabel("Column at least").fill("50");
  await expect(page.getByRole("progressbar", { name: "How much is looked through" })).toBeVisible();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByText("Search cancelled.")).toBeVisible();
  await expect(page.getByRole("progressbar")).toHaveCount(0);
  await page.unroute("**/_next/static/**");
  await page.getByLabel("Column at least").fill("52");
  await expect(count).toBeVisible({ timeout: 15_000 });
});

test("widths list breakpoints, whole and clean widths, and measure the stylesheet in this browser", async ({ page, baseURL }) => {
  const said = watch(page);
  const path = await makeSpec(baseURL ?? "", from1280);
  await signIn(page, "author");
  await page.goto(`${path}?at=desk`);
  await typeTerm(page, "Margin", "64");
  await typeTerm(page, "Gutter", "24");
  await saved(page);
  await page.getByRole("link", { name: "Widths" }).click();
  // Below 1024: 1024 − 32; from 1024 on: 1024 − 128.
  await expect(page.getByRole("table", { name: "At each breakpoint" })).toContainText(/1024.*992 to 896.*\u2212?-?96/);
  await expect(page.getByRole("region", { name: "Whole columns" })).toContainText("Desk every 12 from 1028 to 2552");
  const clean = page.getByRole("region", { name: "Clean widths" });
  await expect(clean).toContainText("1280 is clean");
  await clean.getByRole("button", { name: "1292" }).click();
  await expect(page.getByLabel("Probe")).toHaveValue("1292");
  await clean.getByRole("radio").nth(1).check();
  await expect(clean).toContainText("Desk every 8");
  await expect(page.getByRole("region", { name: "Measured in this browser" })).toContainText(/Desk at 1292: 24 column edges/);
  await expect(page.getByRole("region", { name: "Measured in this browser" })).toContainText("No edge is off by more than 1/64 px");
  await page.getByLabel("Probe").fill("0");
  await page.getByLabel("Probe").press("Enter");
  await expect(alerts(page)).toContainText("from 1 to 20,000");
  await page.keyboard.press("Escape");
  await page.getByRole("link", { name: "Sheet", exact: true }).click();
  await expect(page).toHaveURL(/width=1292/);
  expect(said).toEqual([]);
});

test("authors change the team's devices; two changes at once both survive", async ({ browser, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1280);
  const { page, context } = await pageOf(browser, "author");
  await page.goto(`${path}/widths`);
  const strip = page.getByRole("region", { name: "Simulated devices" });
  await expect(strip).toContainText("Smallest phone");
  await strip.getByRole("button", { name: "Edit the list…" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: "Add device" }).click();
  await dialog.getByRole("button", { name: "Save for the team" }).click();
  await expect(dialog.getByRole("alert")).toContainText("must not be empty");
  await dialog
    .getByRole("textbox", { name: /^Name of device/ })
    .last()
    .fill("Gangway screen");
  await dialog
    .getByRole("textbox", { name: /^Width of device/ })
    .last()
    .fill("one");
  await dialog.getByRole("button", { name: "Save for the team" }).click();
  await expect(dialog.getByRole("alert")).toContainText("Gangway screen, width");
  await dialog
    .getByRole("textbox", { name: /^Width of device/ })
    .last()
    .fill("1280");
  // Somebody else saves first.
  const lead = await requestsOf(baseURL ?? "", "lead");
  const now = (await (await lead.get("/api/teams/skerry/devices")).json()) as { revision: number; devices: unknown[] };
  expect((await lead.post("/api/teams/skerry/devices", { data: now })).status()).toBe(200);
  await dialog.getByRole("button", { name: "Save for the team" }).click();
  await expect(dialog.getByRole("alert")).toContainText("Somebody changed the devices meanwhile");
  await dialog.getByRole("button", { name: "Save for the team" }).click();
  await expect(dialog).toHaveCount(0);
  await page.reload();
  await expect(strip).toContainText("Gangway screen");
  await context.close();

  const reader = await pageOf(browser, "reader");
  await reader.page.goto(`${path}/widths`);
  await expect(reader.page.getByText("Gangway screen")).toBeVisible();
  await expect(reader.page.getByRole("button", { name: "Edit the list…" })).toHaveCount(0);
  await reader.context.close();
});
