import { expect, type Locator, type Page, test } from "@playwright/test";
import { PNG } from "pngjs";
import { requestsOf, saved } from "./people";

// The first hour of a newcomer: from nothing to a published version that a developer reads.

/** Presses and types as a person does, and counts the steps: each click, and each typed text. */
class Steps {
  clicks = 0;
  texts = 0;
  constructor(readonly page: Page) {}
  async click(what: Locator): Promise<void> {
    this.clicks += 1;
    await what.click();
  }
  async type(words: string): Promise<void> {
    this.texts += 1;
    await this.page.keyboard.type(words);
  }
  async choose(button: Locator, png: Buffer): Promise<void> {
    this.clicks += 1;
    await button.setInputFiles({ name: "desk.png", mimeType: "image/png", buffer: png });
  }
}

/**
 * A design of the desk at density 2: cards on the suggested grid, columns of 74 with gutters of 24 and margins of 64.
 */
const design = (): Buffer => {
  const png = new PNG({ width: 2560, height: 1600 });
  png.data.fill(0xf0);
  for (let card = 0; card < 3; card += 1)
    for (let y = 200; y < 800; y += 1)
      for (let x = 2 * (64 + card * 392); x < 2 * (64 + card * 392 + 368); x += 1) png.data.set([20, 107, 95, 255], (y * 2560 + x) * 4);
  return PNG.sync.write(png);
};

test("a newcomer makes a spec from Start, fixes its findings, measures a picture, publishes, and reads a span", async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(120_000);
  const api = await requestsOf(baseURL ?? "", "lead");
  const { team } = (await (await api.post("/api/teams", { data: { name: `First hour ${process.pid}` } })).json()) as { team: string };
  const email = `first-${process.pid}@skerry.example`;
  expect((await api.post(`/api/teams/${team}/invitations`, { data: { email, role: "lead" } })).ok()).toBe(true);
  const outbox = await (await api.get(`/teams/${team}?show=outbox`)).text();
  const secret = /\/join\/([\w-]{43})/.exec(outbox.slice(outbox.indexOf(email)))?.[1] ?? "";
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(`/join/${secret}`);
  await page.getByLabel("Your name").fill("New designer");
  await page.getByLabel("A password").fill("slack-water-at-dawn");
  await page.getByRole("button", { name: "Join the team" }).click();
  await page.waitForURL(/\/specs/);

  // Start is empty, with one button to begin. Phone, tablet and desk are already selected.
  const steps = new Steps(page);
  await steps.click(page.getByRole("main").getByRole("link", { name: /spec/ }).first());
  await expect(page.getByLabel(/^Phone, tablet, desk/)).toBeChecked();
  await steps.click(page.getByLabel("Name", { exact: true }));
  await steps.type("Timetable page");
  await expect(page.getByText("Every sum closes")).toBeVisible();
  await steps.click(page.getByRole("button", { name: "Create the spec" }));
  await page.waitForURL(/\/timetable-page/);

  // Each finding is fixed by its filled button, breakpoint by breakpoint, until none is left.
  const findings = page.getByRole("region", { name: "Findings" });
  await expect(findings).toBeVisible();
  for (let left = 12; left > 0; left -= 1) {
    const fix = findings.locator(".btn-primary").first();
    const elsewhere = findings.getByRole("list", { name: "At other breakpoints" }).getByRole("button").first();
    await expect(findings.getByText(/checks pass/)).toBeVisible();
    if (await fix.isVisible()) await steps.click(fix);
    else if (await elsewhere.isVisible()) await steps.click(elsewhere);
    else break;
    await page.waitForTimeout(200);
  }
  await saved(page);
  const draft = `/api/drafts/${team}/timetable-page/files/layout.json`;
  const checked = await page.request.post("/api/v1/check", { data: { layout: (await (await page.request.get(draft)).json()) as unknown } });
  const { findings: open } = (await checked.json()) as { findings: readonly { level: string }[] };
  expect(open.filter(({ level }) => level !== "note")).toEqual([]);

  // A picture of the desk lies under its sheet, as wide as it.
  await steps.click(page.getByRole("button", { name: /^Desk/ }).first());
  await steps.choose(page.getByLabel("Picture under the sheet"), design());
  await expect(page.getByRole("group", { name: "Picture under the grid" })).toContainText("2560 px, density 2");

  // Published, and a developer reads four columns of the desk.
  await steps.click(page.getByRole("link", { name: "Review and publish" }));
  await steps.click(page.getByRole("button", { name: "Publish 1.0.0" }));
  await page.waitForURL(/\/versions\/1\.0\.0/);
  const desk = page.getByRole("region", { name: "Desk", exact: true });
  await expect(desk.getByRole("row", { name: /^px 74 172 270 368 / })).toBeVisible();
  await steps.click(page.getByRole("navigation", { name: "On this page" }).getByRole("link", { name: "Desk" }));
  await steps.click(desk.locator("svg").first());
  // The middle of twelve columns is the sixth gutter.
  await expect(page.getByRole("region", { name: "Inspect" })).toContainText("Gutter 6");
  await expect(page.getByRole("region", { name: "Inspect" })).toContainText("column-gap: var(--layout-gutter)");
  test.info().annotations.push({ type: "steps", description: `${steps.clicks} clicks, ${steps.texts} typed` });
  // The most steps allowed: a longer way is a worse first hour.
  expect([steps.clicks <= 12, steps.texts]).toEqual([true, 1]);
  await context.close();
});
