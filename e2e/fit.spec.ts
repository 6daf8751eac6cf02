import { expect, test } from "@playwright/test";
import { readFile } from "node:fs/promises";
import { makeSpec, pageOf, saved, watch } from "./people";

const three = (width: number): string =>
  `name,x,y,width,height\n${[30, 138, 246].map((x, index) => `Card ${index + 1},${x},96,${width},120`).join("\n")}`;

test("the grid of a phone design is found and used; a second design says which edges are off, and by how much", async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(60_000);
  const { page, context, said } = await pageOf(browser, "author");
  const path = await makeSpec(baseURL ?? "", { kind: "columns", width: 375, columns: 4 });
  await page.goto(`${path}/fit`);
  const boxes = page.getByLabel("Boxes, as a list");
  const measure = page.getByRole("button", { name: "Measure them" });
  await boxes.fill(three(99));
  await page.getByLabel("Width of the page, px").fill("375");
  await measure.click();
  // (375 − 2 × 30 − 2 × 9) / 3 = 99.
  const found = page.getByRole("region", { name: "Which grid is it?" }).locator("tbody tr").first();
  await expect(found).toContainText(/^3930996/);
  await found.getByRole("button", { name: "Use" }).click();
  await expect(page.getByText("3 columns, gutter 9, margin 30.")).toBeVisible();
  await saved(page);
  await expect(page.getByRole("heading", { name: "6 of 6 edges stand on the grid" })).toBeVisible();
  await expect(found).toContainText("this");
  // Tops of 96 and heights of 120 are all multiples of 24.
  await page.getByRole("button", { name: "Which grid is it?" }).click();
  const down = page.getByRole("region", { name: "Down the page" });
  await expect(down).toContainText("Base unit 24: 6 of 6 tops and heights");
  await down.getByRole("button", { name: "Use 24" }).click();
  await expect(page.getByText("The base unit is 24 now.")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).first().click();
  await saved(page);
  await page.getByRole("button", { name: "Against this spec" }).click();
  const gaps = page.getByRole("region", { name: "Gaps between like boxes" });
  await expect(gaps).toContainText("Equal in the one group of three or more");

  await page.getByRole("button", { name: "Other boxes…" }).click();
  await boxes.fill(three(101));
  await page.getByLabel("Width of the page, px").fill("375");
  await measure.click();
  await expect(page.getByRole("heading", { name: "3 of 6 edges stand on the grid" })).toBeVisible();
  await expect(gaps).toContainText("Equal in the one group");
  const table = page.getByRole("region", { name: "Boxes" });
  for (const [name, right, column] of [
    ["Card 1", 131, 1],
    ["Card 2", 239, 2],
    ["Card 3", 347, 3],
  ] as const) {
    const row = table.getByRole("row", { name: new RegExp(`^${name}`) });
    await expect(row).toContainText(`${right}${column} by +2`);
    await expect(row).toContainText("1 column + 2");
  }
  await page.getByRole("group", { name: "Near within, px" }).getByRole("button", { name: "2" }).click();
  await expect(table.getByRole("button", { name: "Near 3" })).toHaveAttribute("aria-pressed", "true");
  const download = page.waitForEvent("download");
  await table.getByRole("button", { name: "As CSV" }).click();
  expect(await readFile(await (await download).path(), "utf8")).toContain("Card 1,30,1,0,131,1,2,1,2");

  await page.getByRole("button", { name: "Undo" }).first().click();
  await saved(page);
  await expect(found.getByRole("button", { name: "Use" })).toBeVisible();
  // Boxes that were not saved are still there after a reload.
  await page.reload();
  await expect(page.getByText("3 boxes at")).toBeVisible();
  await expect(found.getByRole("button", { name: "Use" })).toBeVisible();
  expect(said).toEqual([]);
  await context.close();
});

test("boxes of another kind are refused with the line and what would be valid; what was typed stays; readers measure and change nothing", async ({
  browser,
}) => {
  const { page, context } = await pageOf(browser, "reader");
  const said = watch(page);
  await page.goto("/specs/skerry/passenger-booking/fit");
  const boxes = page.getByLabel("Boxes, as a list");
  const measure = page.getByRole("button", { name: "Measure them" });
  for (const [text, words] of [
    ["", "Paste boxes, or choose a file"],
    ["name,x\na,1", "has no heading y, width, height"],
    ["x,y,width,height\n1,2,-3,4", "line 2, width must be a number from 0"],
    ['{"format":"drawing"}', '/format must be "ypsiline-boxes"'],
    ['{"format":', "is no JSON"],
    ["<svg><!DOCTYPE svg></svg>", "must not declare a document type"],
    ['<svg width="375" height="9"><path d="M0 0"/></svg>', "holds no box"],
  ] as const) {
    await boxes.fill(text);
    await measure.click();
    await expect(page.locator(".fit-intake [role=alert]")).toContainText(words);
    await expect(boxes).toHaveValue(text);
  }
  await page.getByLabel("File with boxes").setInputFiles({
    name: "booking.svg",
    mimeType: "image/svg+xml",
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="1280" height="800"><g id="head" transform="translate(64 16)"><rect id="logo" width="172" height="32"/><text>Skerry</text></g></svg>',
    ),
  });
  await expect(boxes).toHaveValue(/^<svg/);
  await measure.click();
  await expect(page.getByText("2 boxes at")).toBeVisible();
  await expect(page.getByTitle("booking.svg")).toBeVisible();
  await expect(page.getByText("Left out: 1 × text, whose size the file does not say.")).toBeVisible();
  await expect(page.getByRole("region", { name: "Boxes" }).getByRole("row", { name: /^logo/ })).toContainText("236");
  // The draft has gutters of 20, the version 24; the logo is two of the version's columns wide.
  const held = page.getByRole("combobox", { name: "Held against", exact: true });
  await expect(page.getByRole("heading", { name: "4 of 8 edges stand on the grid" })).toBeVisible();
  await held.selectOption("2.1.0");
  await expect(page.getByRole("heading", { name: "6 of 8 edges stand on the grid" })).toBeVisible();
  // 2.0.0 had other columns, and is loaded when it is chosen.
  await held.selectOption("2.0.0");
  await expect(page.getByRole("heading", { name: /of 8 edges stand on the grid/ })).toBeVisible();
  await expect(page.getByRole("button", { name: "Save", exact: true })).toHaveCount(0);
  await page.getByRole("button", { name: "Other boxes…" }).click();
  const rows = Array.from(
    { length: 5000 },
    (_, index) => `A very long name of a box that goes on and on ${index},${index % 1200},${index},74,8`,
  );
  await page.getByLabel("File with boxes").setInputFiles({
    name: "many.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(`name,x,y,width,height\n${rows.join("\n")}`),
  });
  await page.getByLabel("Width of the page, px").fill("1280");
  await measure.click();
  await expect(page.getByText("5,000 boxes at")).toBeVisible();
  const table = page.getByRole("region", { name: "Boxes" });
  await expect(table.getByRole("button", { name: "All 5,000" })).toBeVisible({ timeout: 15_000 });
  await table.getByRole("button", { name: "All 5,000" }).click();
  await expect(table.locator("tbody tr")).toHaveCount(50);
  await table.getByRole("button", { name: "Show 50 more of 5,000" }).click();
  await expect(table.locator("tbody tr")).toHaveCount(100);
  await expect(page.getByRole("region", { name: "Which grid is it?" }).getByRole("button", { name: "Use" })).toHaveCount(0);
  expect(said).toEqual([]);
  await context.close();
});

test("saved designs: a review says which of their edges a changed margin moves off the grid; edges can be off on purpose; boxes make a new spec", async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(90_000);
  const { page, context, said } = await pageOf(browser, "lead");
  const path = await makeSpec(baseURL ?? "", { kind: "columns", width: 375, columns: 3 });
  await page.goto(`${path}/fit`);
  const boxes = page.getByLabel("Boxes, as a list");
  await boxes.waitFor();
  const take = async (text: string, name: string): Promise<void> => {
    if ((await boxes.count()) === 0) await page.getByRole("button", { name: "Other boxes…" }).click();
    await boxes.fill(text);
    await page.getByLabel("Width of the page, px").fill("375");
    await page.getByRole("button", { name: "Measure them" }).click();
    await page.getByLabel("Name of the design").fill(name);
    await page.getByLabel("Name of the design").press("Enter");
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expect(page.getByRole("region", { name: "Saved designs" }).getByRole("button", { name, exact: true })).toBeVisible();
  };
  await take(three(99), "Sailings on a phone");
  // The grid that was found becomes a new spec, with the design saved in it.
  const found = page.getByRole("region", { name: "Which grid is it?" });
  await found.getByRole("button", { name: "New spec of one of these…" }).click();
  const form = found.getByRole("form", { name: "New spec of this grid" });
  await form.getByRole("button", { name: "Create the spec" }).click();
  await expect(form.getByRole("alert")).toContainText("Give the spec a name");
  await form.getByLabel("Name of the new spec").fill(`Timetable ${Date.now()}`);
  await form.getByRole("button", { name: "Create the spec" }).click();
  await page.waitForURL(/\/timetable-\d+\/fit$/);
  const made = new URL(page.url()).pathname.replace(/\/fit$/, "");
  await page.getByRole("button", { name: "Sailings on a phone", exact: true }).click();
  await expect(page.getByRole("heading", { name: "6 of 6 edges stand on the grid" })).toBeVisible();

  // In a second design one card is 2 wider, on purpose.
  await take(three(99).replace("246,96,99", "246,96,101"), "Sailings with a map");
  const table = page.getByRole("region", { name: "Boxes" });
  await table.getByRole("button", { name: "Card 3" }).click();
  await table.getByRole("button", { name: "On purpose" }).click();
  await expect(table.getByRole("alert")).toContainText("Give a reason");
  await table.getByLabel("It is off on purpose, because").fill("The map runs on.");
  await table.getByRole("button", { name: "On purpose" }).click();
  await expect(page.getByText("1 off, 1 of these on purpose.")).toBeVisible();
  await page.reload();
  await page.getByRole("button", { name: "Sailings with a map", exact: true }).click();
  await expect(page.getByText("1 off, 1 of these on purpose.")).toBeVisible();

  // After publishing, the margin changes from 30 to 24, and the columns with it: every edge moves except those off on
  // purpose.
  const api = page.request;
  const draft = made.replace("/specs", "/api/drafts");
  const { revision } = (await (await api.get(draft)).json()) as { revision: number };
  expect((await api.post(`${draft}/publish`, { data: { revision, number: "1.0.0", note: "" } })).status()).toBe(201);
  await page.goto(`${made}/publish`);
  await expect(page.getByText("All 2 saved designs are on the grid as in 1.0.0.")).toBeVisible();
  const { layout } = (await (await api.get(draft)).json()) as { layout: { breakpoints: { id: string }[] } };
  const id = layout.breakpoints[0]?.id ?? "";
  const changes = ["start", "end"].map((side) => ({ path: ["breakpoints", id, "columns", "margin", side], from: "30px", to: "24px" }));
  expect((await api.post(draft, { data: { revision, changes } })).status()).toBe(200);
  await page.goto(`${made}/publish`);
  await expect(page.getByRole("heading", { name: "Moves 11 edges of 2 designs off the grid" })).toBeVisible();
  await page.getByRole("link", { name: "Sailings with a map" }).click();
  await expect(page.getByRole("heading", { name: "0 of 6 edges stand on the grid" })).toBeVisible();

  // Removing it is reported, and can be undone.
  const kept = page.getByRole("region", { name: "Saved designs" });
  await kept.getByRole("button", { name: "Remove Sailings on a phone" }).click();
  await expect(kept.getByRole("button", { name: "Sailings on a phone", exact: true })).toHaveCount(0);
  await page.locator("[data-sonner-toast]").getByRole("button", { name: "Undo" }).click();
  await expect(kept.getByRole("button", { name: "Sailings on a phone", exact: true })).toBeVisible();
  expect(said).toEqual([]);
  await context.close();
});
