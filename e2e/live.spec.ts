import { expect, type Page, test } from "@playwright/test";
import { publishedSpec, publishNext } from "./clients";
import { facetTab, makeSpec, pageOf, saved, typeTerm } from "./people";

const from1440 = { kind: "columns", width: 1440, columns: 12 };
const sum = (page: Page) => page.getByRole("region", { name: "Sum line" });
const gutter = (page: Page) => sum(page).getByLabel("Gutter", { exact: true });

test("two people in one draft see each other's edits at once, and where the other is", async ({ browser, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1440);
  const author = await pageOf(browser, "author");
  const lead = await pageOf(browser, "lead");
  await author.page.goto(`${path}?at=desk`);
  await lead.page.goto(`${path}?at=phone`);
  await expect(author.page.getByRole("list", { name: "Also here" })).toHaveText("Design lead · Phone");
  await expect(lead.page.getByRole("list", { name: "Also here" })).toHaveText("Author · Desk");
  // Both listen before the time is taken.
  await typeTerm(author.page, "Gutter", "20");
  await saved(author.page);
  await lead.page.goto(`${path}?at=desk`);
  await expect(gutter(lead.page)).toHaveValue("20");
  await expect(author.page.getByRole("list", { name: "Also here" })).toHaveText("Design lead · Desk");

  const acknowledged = author.page.waitForResponse(
    (answer) => answer.request().method() === "POST" && /\/api\/drafts\/skerry\/[^/]+$/.test(answer.url()),
  );
  await typeTerm(author.page, "Gutter", "24");
  await acknowledged;
  // The time until the other screen shows a save is printed; no test depends on it.
  const since = Date.now();
  await expect(gutter(lead.page)).toHaveValue("24");
  test.info().annotations.push({ type: "seen after, ms", description: String(Date.now() - since) });
  console.log(`an edit was seen on the other screen ${Date.now() - since} ms after it was saved`);
  // Edits of different numbers both apply.
  await Promise.all([typeTerm(author.page, "Gutter", "32"), typeTerm(lead.page, "Margin", "48")]);
  for (const { page } of [author, lead]) {
    await expect(gutter(page)).toHaveValue("32");
    await expect(sum(page).getByLabel("Margin", { exact: true }).first()).toHaveValue("48");
  }
  await author.page.goto("/specs");
  await expect(lead.page.getByRole("list", { name: "Also here" })).toHaveCount(0);
  expect([...author.said, ...lead.said]).toEqual([]);
  await author.context.close();
  await lead.context.close();
});

test("without a connection edits are kept, shown as waiting, and sent afterwards; a number changed on both sides is asked about", async ({
  browser,
  baseURL,
}) => {
  const path = await makeSpec(baseURL ?? "", from1440);
  const author = await pageOf(browser, "author");
  const lead = await pageOf(browser, "lead");
  await author.page.goto(`${path}?at=desk`);
  await lead.page.goto(`${path}?at=desk`);
  await expect(lead.page.getByRole("list", { name: "Also here" })).toBeVisible();

  await author.context.setOffline(true);
  await typeTerm(author.page, "Margin", "56");
  await typeTerm(author.page, "Gutter", "40");
  await expect(author.page.locator("[data-save=failed]")).toContainText("Your edits are kept");
  await typeTerm(lead.page, "Gutter", "12");
  await saved(lead.page);
  await author.context.setOffline(false);

  const dialog = author.page.getByRole("dialog", { name: "The same number was changed twice" });
  await expect(dialog).toBeVisible({ timeout: 20_000 });
  await expect(dialog).toContainText("Yours: 40");
  await expect(dialog).toContainText("Theirs: 12");
  await dialog.getByLabel("Theirs: 12").check();
  await dialog.getByRole("button", { name: "Let these stand" }).click();
  await saved(author.page);
  // The margin, which nobody else changed, was saved with it.
  for (const { page } of [author, lead]) {
    await expect(gutter(page)).toHaveValue("12");
    await expect(sum(page).getByLabel("Margin", { exact: true }).first()).toHaveValue("56", { timeout: 10_000 });
  }
  await author.context.close();
  await lead.context.close();
});

test("a comment made elsewhere is flagged on the open sheet", async ({ browser, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1440);
  const author = await pageOf(browser, "author");
  await author.page.goto(`${path}?at=desk`);
  await expect(gutter(author.page)).toBeVisible();
  const reader = await pageOf(browser, "reader");
  const answer = await reader.page.request.post(`${path.replace("/specs", "/api/drafts")}/comments`, {
    data: { about: "desk margin", words: "Is this the harbour's margin?" },
  });
  expect(answer.status()).toBe(201);
  await expect(author.page.getByRole("link", { name: "Open comment: Is this the harbour's margin?" })).toBeVisible();
  await author.context.close();
  await reader.context.close();
});

test("the address keeps the current view when the page is fetched again, as after somebody else's version", async ({ browser }) => {
  const spec = await publishedSpec([["1.0.0", "24px"]]);
  const { page, context, said } = await pageOf(browser, "author");
  await page.goto(`/specs/skerry/${spec}?at=desk`);
  await facetTab(page, "Rows").click();
  await expect(page).toHaveURL(/facet=rows/);
  const fetched = page.waitForResponse((answer) => answer.request().headers()["rsc"] !== undefined && answer.url().includes(`/${spec}`));
  await publishNext(spec, "1.1.0", "32px");
  await fetched;
  await expect(page.getByText("1.1.0").first()).toBeVisible();
  await expect(page).toHaveURL(/facet=rows/);
  await page.reload();
  await expect(facetTab(page, "Rows")).toHaveAttribute("aria-selected", "true");
  expect(said).toEqual([]);
  await context.close();
});
