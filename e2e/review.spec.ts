import { expect, type Page, test } from "@playwright/test";
import { changed, chooseSpec, makeSpec, pageOf, requestsOf, saved, typeTerm } from "./people";

const from1440 = { kind: "columns", width: 1440, columns: 12 };
const gutter = (page: Page) => page.getByRole("region", { name: "Sum line" }).getByLabel("Gutter", { exact: true });

/** Makes a page hidden or visible, as another tab in front of it does. */
const seen = (page: Page, is: boolean): Promise<void> =>
  page.evaluate((visible) => {
    Object.defineProperty(document, "visibilityState", { configurable: true, value: visible ? "visible" : "hidden" });
    document.dispatchEvent(new Event("visibilitychange"));
  }, is);

test("a review is requested, sent back with a comment on a number, requested again, approved and published; readers are notified", async ({
  browser,
  baseURL,
}) => {
  const path = await makeSpec(baseURL ?? "", from1440, `Timetable ${process.pid}`);
  const name = `Timetable ${process.pid}`;
  const lead = await pageOf(browser, "lead");
  await lead.page.goto(`${path}/publish`);
  await lead.page.getByRole("button", { name: "Publish 1.0.0" }).click();
  await lead.page.waitForURL("**/versions/1.0.0");
  const reader = await pageOf(browser, "reader");
  await reader.page.goto(`${path}/versions/1.0.0`);

  const author = await pageOf(browser, "author");
  await author.page.goto(`${path}?at=desk`);
  await typeTerm(author.page, "Gutter", "24");
  await saved(author.page);
  await author.page.getByRole("link", { name: "Review", exact: true }).click();
  await expect(changed(author.page, "Gutter", "16", "24")).toBeVisible();
  await author.page.getByLabel("Message to the leads (optional)").fill("Wider gutters at the desk.");
  await author.page.getByRole("button", { name: "Request a review" }).click();
  await expect(author.page.getByText("Review requested", { exact: true })).toBeVisible();

  // The lead sends it back, with a comment on the gutter.
  await lead.page.goto("/inbox");
  await lead.page.getByRole("link", { name: `Author requested a review of ${name}` }).click();
  await expect(lead.page.getByText("Wider gutters at the desk.")).toBeVisible();
  await lead.page.getByLabel("About").selectOption({ label: "Desk, gutter" });
  await lead.page.getByLabel("Comment", { exact: true }).fill("Try 32, it goes with the wide screens.");
  await lead.page.getByRole("button", { name: "Comment", exact: true }).click();
  await expect(lead.page.getByRole("heading", { name: "Desk, gutter" })).toBeVisible();
  await lead.page.getByLabel("Message to Author (optional)").fill("One number to look at.");
  await lead.page.getByRole("button", { name: "Send back" }).click();
  await expect(lead.page.getByText("Sent back", { exact: true })).toBeVisible();

  // The author finds it in the inbox, on the sheet and in the ledger, fixes it and answers.
  await author.page.goto("/inbox");
  await expect(author.page.getByRole("link", { name: `Design lead sent back ${name}: One number to look at.` })).toBeVisible();
  await author.page.goto(`${path}?at=desk`);
  await expect(author.page.getByRole("link", { name: "Open comment: Try 32, it goes with the wide screens." })).toBeVisible();
  await expect(author.page.getByRole("gridcell", { name: "Desk, Gutter: 24, 1 open comment" })).toBeVisible();
  await typeTerm(author.page, "Gutter", "32");
  await saved(author.page);
  await author.page.getByRole("link", { name: "Open comment: Try 32, it goes with the wide screens." }).click();
  await author.page.waitForURL(/publish\?comment=\d+#comment-/);
  await author.page.getByLabel("Answer on Desk, gutter").fill("Done.");
  await author.page.getByRole("button", { name: "Answer" }).click();
  await expect(author.page.getByText("Done.")).toBeVisible();
  await author.page.getByRole("button", { name: "Request another review" }).click();
  await expect(author.page.getByText("Review requested", { exact: true })).toBeVisible();

  await lead.page.goto(`${path}/publish`);
  await lead.page.getByRole("button", { name: "Resolve" }).click();
  await expect(lead.page.getByText("Resolved by Design lead")).toBeVisible();
  await lead.page.getByRole("button", { name: "Approve" }).click();
  await expect(lead.page.getByText("Approved", { exact: true })).toBeVisible();
  // The number is computed, and can be raised but not lowered.
  await expect(lead.page.getByLabel("Version number")).toHaveValue("1.1.0");
  await expect(lead.page.locator("#version-number-words")).toContainText("Minor version: columns change at Desk. 1.1.0 or higher.");
  await lead.page.getByLabel("Version number").fill("1.0.5");
  await lead.page.getByRole("button", { name: "Publish 1.0.5" }).click();
  await expect(lead.page.getByText("must be at least 1.1.0: after 1.0.0 the changes are minor")).toBeVisible();
  await lead.page.getByLabel("Version number").fill("2.0.0");
  await lead.page.getByLabel("Note for the people who use it").fill("Gutters of 32 at the desk.");
  await seen(reader.page, false);
  await lead.page.getByRole("button", { name: "Publish 2.0.0" }).click();
  await lead.page.waitForURL("**/versions/2.0.0");
  await seen(reader.page, true);

  // The open page of 1.0.0 announces it without a reload; hidden meanwhile, it asks once it is seen.
  await expect(reader.page.getByRole("status").filter({ hasText: "Version 2.0.0 is out" })).toBeVisible();
  await reader.page.getByRole("link", { name: "See what it changes" }).click();
  await expect(changed(reader.page, "Gutter", "16", "32")).toBeVisible();
  for (const { said, context } of [lead, author, reader]) {
    expect(said).toEqual([]);
    await context.close();
  }
});

test("a version is withdrawn with a reason, stays readable and marked, is never the latest, and can be restored into the draft", async ({
  browser,
  baseURL,
}) => {
  const path = await makeSpec(baseURL ?? "", from1440);
  const api = await requestsOf(baseURL ?? "", "lead");
  const draft = path.replace("/specs", "/api/drafts");
  const publish = async (revision: number, number: string) =>
    expect((await api.post(`${draft}/publish`, { data: { revision, number, note: "" } })).status()).toBe(201);
  await publish(1, "1.0.0");
  const change = { path: ["breakpoints", "desk", "columns", "gutter"], from: "16px", to: "40px" };
  expect((await api.post(draft, { data: { revision: 1, changes: [change] } })).status()).toBe(200);
  await publish(2, "1.1.0");

  const { page, context, said } = await pageOf(browser, "lead");
  await page.goto(`${path}/versions/1.1.0`);
  await page.getByText("For the team").click();
  await page.getByRole("button", { name: "Withdraw 1.1.0…" }).click();
  await page.getByLabel("Reason (everyone who uses it sees this)").fill("Gutters of 40 were a slip.");
  await page.getByRole("button", { name: "Withdraw this version" }).click();
  await expect(page.getByRole("note")).toContainText("Withdrawn");
  await expect(page.getByRole("note")).toContainText("Gutters of 40 were a slip.");
  const latest = await api.get(`/api/v1${path}/latest`);
  expect(latest.headers()["x-ypsiline-version"]).toBe("1.0.0");
  expect((await api.get(`/api/v1${path}/1.1.0`)).status()).toBe(200);
  const listed = (await (await api.get(`/api/v1${path}`)).json()) as {
    latest: string;
    versions: { number: string; withdrawn: { reason: string } | null }[];
  };
  expect([listed.latest, listed.versions[0]?.withdrawn?.reason]).toEqual(["1.0.0", "Gutters of 40 were a slip."]);
  expect((await api.post(`/api${path}/withdraw`, { data: { number: "1.1.0", reason: "Again." } })).status()).toBe(409);
  // A spec with only withdrawn versions says so, and differs from one that was never published.
  const only = await makeSpec(baseURL ?? "", from1440);
  const onlyDraft = only.replace("/specs", "/api/drafts");
  expect((await api.post(`${onlyDraft}/publish`, { data: { revision: 1, number: "1.0.0", note: "" } })).status()).toBe(201);
  expect((await api.post(`/api${only}/withdraw`, { data: { number: "1.0.0", reason: "A slip." } })).status()).toBe(200);
  const gone = await api.get(`/api/v1${only}/latest`);
  expect([gone.status(), await gone.text()]).toEqual([404, expect.stringContaining("was withdrawn, 1.0.0 last")]);
  await page.goto(`${only}/versions/latest`);
  await expect(page.getByRole("note")).toContainText("A slip.");
  await expect(page.getByText("Choose another for new work.")).toBeVisible();
  await page.goto(`/specs?q=${only.split("/").at(-1) ?? ""}`);
  await expect(page.getByRole("article").first()).toContainText("1.0.0 withdrawn");
  await page.goto(only);
  await expect(page.getByText("Draft: 1.0.0 withdrawn")).toBeVisible();

  await page.goto(`${path}/versions/1.0.0`);
  await page.getByText("For the team").click();
  await page.getByRole("link", { name: "Use 1.0.0 in the draft…" }).click();
  // The changes are previewed, and are one edit that can be undone.
  await expect(changed(page, "Gutter", "40", "16")).toBeVisible();
  await page.getByRole("button", { name: "Apply to the draft" }).click();
  await page.waitForURL(new RegExp(`${path}($|\\?)`));
  await saved(page);
  await page.goto(`${path}?at=desk`);
  await expect(gutter(page)).toHaveValue("16");
  // The next number is above the withdrawn one, too.
  await page.goto(`${path}/publish`);
  await expect(page.getByLabel("Version number")).toHaveValue("1.2.0");
  expect(said).toEqual([]);
  await context.close();
});

test("two versions, or two specs, are laid over each other at a chosen width", async ({ browser }) => {
  const { page, context, said } = await pageOf(browser, "reader");
  await page.goto("/specs/skerry/passenger-booking/compare?a=2.0.0&b=2.1.0&width=800");
  const term = (name: string) =>
    page.getByRole("region", { name: "Numbers at this width" }).getByRole("row", { name: new RegExp(`^${name}`) });
  await expect(term("Container")).toContainText("752");
  await expect(term("Container")).toContainText("736");
  // The breakpoint at the current width comes first and is marked.
  const first = page.locator(".change-tables header").filter({ hasText: "drawn at" }).first();
  await expect(first).toContainText(/Tablet.*, at 800$/);
  await page.getByLabel("Width, typed").fill("1600-1");
  await page.getByLabel("Width, typed").press("Enter");
  await expect(page).toHaveURL(/width=1599/);
  await expect(term("Container")).toContainText("1312");
  const slider = page.getByRole("slider", { name: "Width of both, px" });
  await slider.focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("heading", { name: "At 1600" })).toBeVisible();
  await expect(first).toContainText(/Wide.*, at 1600$/);
  await chooseSpec(page.getByRole("combobox", { name: "With another spec" }), "Crew roster");
  await page.waitForURL(/b=crew-roster/);
  await expect(page.getByText("Office desk").first()).toBeVisible();
  await page.goto("/specs/skerry/passenger-booking/compare?a=9.9.9&b=draft");
  await expect(page.getByText("There is nothing at this address")).toBeVisible();
  expect(said.filter((words) => !words.includes("404"))).toEqual([]);
  await context.close();
});
