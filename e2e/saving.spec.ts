import { expect, type Page, test } from "@playwright/test";
import { makeSpec, pageOf, requestsOf, saved, signIn, typeTerm } from "./people";

const from1440 = { kind: "columns", width: 1440, columns: 12 };
const sum = (page: Page) => page.getByRole("region", { name: "Sum line" });

const open = async (page: Page, baseURL: string | undefined): Promise<void> => {
  const path = await makeSpec(baseURL ?? "", from1440);
  await signIn(page, "author");
  await page.goto(`${path}?at=desk`);
};

test("two tabs on one draft lose no edit; a number changed in both is asked about", async ({ browser, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1440);
  const one = await pageOf(browser, "author");
  const two = await one.context.newPage();
  await one.page.goto(`${path}?at=desk`);
  await two.goto(`${path}?at=desk`);
  await Promise.all([typeTerm(one.page, "Gutter", "24"), typeTerm(two, "Margin", "48")]);
  for (const page of [one.page, two]) {
    await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("24", { timeout: 10_000 });
    await expect(sum(page).getByLabel("Margin", { exact: true }).first()).toHaveValue("48", { timeout: 10_000 });
  }
  // The same number: one tab cannot reach the server, the other saves first.
  await two.route("**/api/drafts/**", (route) => route.abort());
  await typeTerm(two, "Gutter", "40");
  await typeTerm(one.page, "Gutter", "32");
  await saved(one.page);
  await two.unroute("**/api/drafts/**");
  const dialog = two.getByRole("dialog", { name: "The same number was changed twice" });
  await expect(dialog).toBeVisible({ timeout: 20_000 });
  await expect(dialog).toContainText("Yours: 40");
  await expect(dialog).toContainText("Theirs: 32");
  await dialog.getByRole("button", { name: "Let these stand" }).click();
  await saved(two);
  await expect(sum(one.page).getByLabel("Gutter", { exact: true })).toHaveValue("40", { timeout: 10_000 });
  await one.context.close();
});

test("a failed save keeps the edit on screen, says so, survives a reload and is sent again", async ({ page, baseURL }) => {
  await open(page, baseURL);
  await page.route("**/api/drafts/**", (route) => (route.request().method() === "POST" ? route.abort() : route.continue()));
  await typeTerm(page, "Gutter", "36");
  await expect(page.getByRole("status")).toContainText("Not saved");
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("36");
  page.on("dialog", (dialog) => void dialog.accept());
  await page.reload();
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("36");
  await page.unrouteAll({ behavior: "wait" });
  // It is retried automatically, at the latest after the longest wait or when a hanging request times out.
  await expect(page.locator("[data-save=saved]")).toBeVisible({ timeout: 45_000 });
  await page.reload();
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("36");
});

test("an answer to a conflict that can no longer be applied is shown once with its value, and everything else is saved", async ({
  page,
  baseURL,
}) => {
  await open(page, baseURL);
  await page.route("**/api/drafts/**", (route) => (route.request().method() === "POST" ? route.abort() : route.continue()));
  await typeTerm(page, "Gutter", "36");
  await expect(page.getByRole("status")).toContainText("Not saved");
  // A closed tab left a count that no layout may have.
  await page.evaluate(
    (count) => {
      const [, , id = ""] = (Object.keys(localStorage).find((key) => key.startsWith("ypsiline unsaved ")) ?? "").split(" ");
      localStorage.setItem(`ypsiline unsaved ${id} gone`, JSON.stringify({ changes: [count] }));
    },
    { path: ["breakpoints", "desk", "columns", "count"], from: 12, to: 999 },
  );
  page.on("dialog", (leaving) => void leaving.accept());
  await page.unroute("**/api/drafts/**");
  await page.reload();
  await page.getByRole("dialog", { name: "The same number was changed twice" }).getByRole("button", { name: "Let these stand" }).click();
  const aside = page.getByRole("dialog", { name: "One of your changes could not be applied" });
  await expect(aside).toContainText("999");
  await aside.getByRole("button", { name: "Close" }).click();
  await saved(page);
  await page.reload();
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("36");
  await expect(page.getByRole("dialog")).toHaveCount(0);
});

test("a save whose answer is lost is written once: what is typed after it does not conflict with it, nor after a reload", async ({
  page,
  baseURL,
}) => {
  await open(page, baseURL);
  const field = sum(page).getByLabel("Gutter", { exact: true });
  const dialog = page.getByRole("dialog", { name: "The same number was changed twice" });
  let losing = true;
  // Waiting changes are sent at once if the browser says that it is online.
  const backOnLine = async () => {
    losing = false;
    await page.evaluate(() => window.dispatchEvent(new Event("online")));
  };
  await page.route("**/api/drafts/**", async (route) => {
    if (!losing) return route.continue();
    // The server has it, but its answer is lost.
    if (route.request().method() === "POST") await route.fetch();
    await route.abort();
  });
  await typeTerm(page, "Gutter", "36");
  await expect(page.getByRole("status")).toContainText("Not saved");
  await typeTerm(page, "Gutter", "40");
  await backOnLine();
  await saved(page);
  await expect(dialog).toHaveCount(0);
  losing = true;
  await typeTerm(page, "Gutter", "20");
  await expect(page.getByRole("status")).toContainText("Not saved");
  await typeTerm(page, "Gutter", "32");
  page.on("dialog", (leaving) => void leaving.accept());
  await page.reload();
  await expect(field).toHaveValue("32");
  await backOnLine();
  await saved(page);
  await expect(dialog).toHaveCount(0);
  await page.reload();
  await expect(field).toHaveValue("32");
});

test("a version requested again, because no answer came, is published once", async ({ page, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1440);
  await signIn(page, "lead");
  await page.goto(`${path}/publish`);
  let losing = true;
  await page.route("**/publish", async (route) => {
    if (!losing || route.request().method() !== "POST") return route.continue();
    await route.fetch();
    await route.abort();
  });
  await page.getByLabel("Note for the people who use it").fill("First numbers.");
  await page.getByRole("button", { name: "Publish 1.0.0" }).click();
  await expect(page.locator(".fault")).toContainText("The server does not answer");
  losing = false;
  await page.getByRole("button", { name: "Publish 1.0.0" }).click();
  await page.waitForURL("**/versions/1.0.0");
  await page.goto(`/teams/skerry?show=activity&spec=${path.split("/").at(-1) ?? ""}`);
  await expect(page.getByText("published version 1.0.0: First numbers.")).toHaveCount(1);
});

test("changes sent again under their own key are written once; under somebody else's key they are refused", async ({ baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1440);
  const draft = path.replace("/specs/", "/api/drafts/");
  const author = await requestsOf(baseURL ?? "", "author");
  const changes = [{ path: ["base"], from: "8px", to: "10px" }];
  const send = (data: object) => author.post(draft, { data });
  const first = (await (await send({ revision: 1, id: "first", changes })).json()) as { revision: number };
  expect(first.revision).toBe(2);
  await send({ revision: 2, id: "second", changes: [{ path: ["base"], from: "10px", to: "12px" }] });
  const again = (await (await send({ revision: 2, id: "first", changes })).json()) as { revision: number; layout: { base: string } };
  expect([again.revision, again.layout.base]).toEqual([3, "12px"]);
  const others = await send({ revision: 3, id: "first", changes: [{ path: ["base"], from: "12px", to: "16px" }] });
  expect([others.status(), await others.text()]).toEqual([422, expect.stringContaining("was sent with other changes before")]);
  const wrong = await send({ revision: 3, id: "no name", changes });
  expect([wrong.status(), await wrong.text()]).toEqual([400, expect.stringContaining("1 to 64 letters")]);
  const now = (await (await author.get(draft)).json()) as { revision: number; layout: { base: string } };
  expect([now.revision, now.layout.base]).toEqual([3, "12px"]);
  await author.dispose();
});
