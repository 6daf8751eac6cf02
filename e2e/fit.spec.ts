import { expect, test } from "@playwright/test";
import { readFile } from "node:fs/promises";
import { makeSpec, pageOf, saved, watch } from "./people";

const three = (width: number): string =>
  `name,x,y,width,height\n${[30, 138, 246].map((x, index) => `Card ${index + 1},${x},96,${width},120`).join("\n")}`;

test("which grid a phone design was drawn on is found and used; a second design says which edges are off, by how much", async ({
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

  await page.getByRole("button", { name: "Other boxes…" }).click();
  await boxes.fill(three(101));
  await page.getByLabel("Width of the page, px").fill("375");
  await measure.click();
  await expect(page.getByRole("heading", { name: "3 of 6 edges stand on the grid" })).toBeVisible();
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
  expect(said).toEqual([]);
  await context.close();
});

test("boxes of another kind are refused with the line and what would be right; what was typed stays; readers measure and change nothing", async ({
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
  await expect(page.getByText("booking.svg · 2 boxes at")).toBeVisible();
  await expect(page.getByText("Left out: 1 × text, whose size the file does not say.")).toBeVisible();
  await expect(page.getByRole("region", { name: "Boxes" }).getByRole("row", { name: /^logo/ })).toContainText("236");
  // The draft has gutters of 20, the version 24: the logo is as wide as two columns of it.
  const held = page.getByRole("group", { name: "Held against" });
  await expect(page.getByRole("heading", { name: "2 of 4 edges stand on the grid" })).toBeVisible();
  await held.getByRole("button", { name: "2.1.0" }).click();
  await expect(page.getByRole("heading", { name: "4 of 4 edges stand on the grid" })).toBeVisible();
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
