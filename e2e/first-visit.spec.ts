import { expect, test } from "@playwright/test";
import { invitationFor, requestsOf, watch } from "./people";

test("a first visit points out ladder, sum line and findings until that is dismissed, on every device", async ({ browser, baseURL }) => {
  const lead = await requestsOf(baseURL ?? "", "lead");
  const email = `deckhand-${process.pid}@skerry.example`;
  expect((await lead.post("/api/teams/skerry/invitations", { data: { email, role: "author" } })).status()).toBe(201);
  const context = await browser.newContext();
  const data = { secret: await invitationFor(lead, email), name: "Deckhand", password: "slack-water-at-noon" };
  expect((await context.request.post("/api/join", { data })).status()).toBe(200);
  const page = await context.newPage();
  const said = watch(page);
  // A browser driven by a program sees no hints; this one claims to be a person's.
  await context.addInitScript(() => Object.defineProperty(navigator, "webdriver", { get: () => false }));
  await page.goto("/specs/skerry/quay-board");
  const pointer = page.getByRole("status").filter({ hasText: /of 3/ });
  await expect(pointer).toContainText("The ladder");
  // The hints block nothing.
  await page
    .getByRole("button", { name: /^Landscape/ })
    .first()
    .click();
  await pointer.getByRole("button", { name: "Next" }).click();
  await expect(pointer).toContainText("The sum");
  await pointer.getByRole("button", { name: "Next" }).click();
  await expect(pointer).toContainText("The findings");
  const kept = page.waitForResponse("**/api/account/pointers");
  await pointer.getByRole("button", { name: "Done" }).click();
  expect((await kept).status()).toBe(200);
  await expect(pointer).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole("group", { name: "Ladder of widths" })).toBeVisible();
  await page.waitForTimeout(300);
  await expect(pointer).toHaveCount(0);
  expect(said).toEqual([]);
  await context.close();
});
