import { expect, test } from "@playwright/test";
import { pageOf } from "./people";

test("the guide is read and searched without an account and without scripts", async ({ browser }) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto("/guide");
  await page.getByRole("main").getByRole("link", { name: "Your first spec" }).click();
  await expect(page.getByRole("img", { name: "Three breakpoints of a new spec, drawn to one scale" })).toBeVisible();
  const picture = page.getByRole("img", { name: /^The sheet of a spec/ });
  expect((await page.request.get((await picture.getAttribute("src")) ?? "")).headers()["content-type"]).toBe("image/png");
  expect((await page.request.get("/guide/pictures/..%2F..%2Fpackage.json")).status()).toBe(404);
  await page.getByLabel("Search the guide").fill("thirds whole");
  await page.keyboard.press("Enter");
  await page.getByRole("main").getByRole("link", { name: "Halves and thirds are not whole pixels" }).click();
  await expect(page).toHaveURL(/\/guide\/checks#whole-spans$/);
  await expect(page.getByRole("heading", { name: "Halves and thirds are not whole pixels" })).toBeInViewport();
  await page.goto("/guide?q=%3Cscript%3E");
  await expect(page.getByText("Nothing in the guide has all of these words")).toBeVisible();
  expect((await page.goto("/guide/nowhere"))?.status()).toBe(404);
  await context.close();
});

test("a finding leads to its check in the guide, and the command menu finds pages of the guide", async ({ browser }) => {
  const { page, context, said } = await pageOf(browser, "author");
  await page.goto("/specs/skerry/passenger-booking?at=desk");
  const finding = page.getByRole("listitem", { name: "caution: Columns are not whole pixels" }).first();
  await finding.getByRole("button", { name: "More" }).click();
  const opened = context.waitForEvent("page");
  await finding
    .getByRole("button", { name: "Why it matters" })
    .or(finding.getByRole("link", { name: "Why it matters" }))
    .click();
  const guide = await opened;
  await expect(guide).toHaveURL(/\/guide\/checks#whole-columns$/);
  await guide.close();
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox", { name: /^Go to a view/ }).fill("rows and base");
  await page.getByRole("option", { name: /Rows and baselines/ }).click();
  await expect(page).toHaveURL(/\/guide\/rows-and-baselines$/);
  expect(said).toEqual([]);
  await context.close();
});
