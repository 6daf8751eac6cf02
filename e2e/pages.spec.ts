import { expect, type Page, test } from "@playwright/test";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { layoutFaults } from "./layout-faults";
import { pages } from "./pages-list";
import { pageOf, requestsOf, watch } from "./people";

const axe = readFileSync(join(import.meta.dirname, "../node_modules/axe-core/axe.min.js"), "utf8");

type AxeResults = { violations: { id: string; impact: string | null; nodes: { html: string; failureSummary: string }[] }[] };

/** Axe's findings of serious or critical impact (WCAG 2 A and AA, and best practices). */
const serious = async (page: Page, contrast = true): Promise<readonly string[]> => {
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe);
  // Lists of passes and selectors would take half of axe's time; no page has media or orientation to test.
  const { violations } = await page.evaluate(
    (enabled) =>
      (window as unknown as { axe: { run: (options: object) => Promise<AxeResults> } }).axe.run({
        resultTypes: ["violations"],
        selectors: false,
        preload: false,
        rules: { "color-contrast": { enabled } },
      }),
    contrast,
  );
  return violations
    .filter(({ impact }) => impact === "serious" || impact === "critical")
    .map(({ id, nodes }) => `${id}: ${nodes.map(({ html, failureSummary }) => `${html.slice(0, 160)} ${failureSummary}`).join(" | ")}`);
};

/** Waits until no animation runs: text that is fading in has less contrast than at rest. */
const settled = async (page: Page): Promise<void> => {
  await page.waitForTimeout(100);
  await page.waitForFunction(() => document.getAnimations().every(({ playState }) => playState !== "running"));
};

/** Waits until a new width is drawn: size observers run after a frame, and draw in the next. */
const laidOut = (page: Page): Promise<void> =>
  page.evaluate(
    () =>
      new Promise<void>((done) => {
        const next = (frames: number): void => void requestAnimationFrame(() => (frames === 0 ? done() : next(frames - 1)));
        next(4);
      }),
  );

/** How much content moves while the page loads (Layout Instability, W3C draft). Up to 0.1 counts as good. */
const shifted = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((done) => {
        let sum = 0;
        new PerformanceObserver((list) => {
          for (const entry of list.getEntries() as unknown as readonly { value: number; hadRecentInput: boolean }[])
            if (!entry.hadRecentInput) sum += entry.value;
        }).observe({ type: "layout-shift", buffered: true });
        setTimeout(() => done(sum), 100);
      }),
  );

test("the hand-off page is read without scripts", async ({ browser }) => {
  const signed = await pageOf(browser, "reader");
  const context = await browser.newContext({ javaScriptEnabled: false, storageState: await signed.context.storageState() });
  const page = await context.newPage();
  await page.goto("/specs/skerry/passenger-booking/versions/2.1.0");
  await expect(page.getByRole("heading", { name: "Passenger booking" })).toBeVisible();
  await expect(page.getByRole("img", { name: /drawn to one scale/ })).toBeVisible();
  await page.getByText("Desk in CSS", { exact: true }).click();
  await expect(page.getByText("@media (width >= 1024px)")).toBeVisible();
  await page.locator(".versions summary").click();
  await page.getByRole("link", { name: /2\.0\.0/ }).click();
  await expect(page.getByText("Twelve columns at the desk")).toBeVisible();
  await expect(page.getByRole("status")).toContainText("Version 2.1.0 is out");
  await context.close();
  await signed.context.close();
});

/** The widths at which every page is checked, CSS px. 1280 at 200 % zoom is 640. */
const widths = [1280, 1920, 1024, 640, 360];
/**
 * The widths at which axe runs too. Its findings depend on what is collapsed, which these two cover. Colours are the
 * same at both.
 */
const axeWidths = { withContrast: 1280, without: 360 } as const;

/** Opens each page once, and lists what is wrong with it while it loads and at each width. */
const walk = async (page: Page, walked: typeof pages): Promise<readonly string[]> => {
  const faults: string[] = [];
  for (const { name, path, open } of walked) {
    await page.setViewportSize({ width: widths[0] ?? 1280, height: 800 });
    await page.goto(path);
    const shift = await shifted(page);
    if (shift >= 0.05) faults.push(`${name} moves by ${shift} while it loads`);
    await page.waitForLoadState("networkidle");
    await open?.(page);
    await settled(page);
    for (const width of widths) {
      await page.setViewportSize({ width, height: 800 });
      await laidOut(page);
      const isNarrow = width === axeWidths.without;
      const found = isNarrow || width === axeWidths.withContrast ? await serious(page, !isNarrow) : [];
      for (const fault of [...(await layoutFaults(page)), ...found]) faults.push(`${name} at ${width}: ${fault}`);
    }
  }
  return faults;
};

// In parts that run side by side.
const parts = 4;
for (const part of Array.from({ length: parts }, (_, index) => index))
  test(`at no width does a page scroll sideways, print text on text, cut it off, have small targets or fail axe (${part + 1} of ${parts})`, async ({
    browser,
  }) => {
    test.setTimeout(240_000);
    const { page, context, said } = await pageOf(browser, "lead");
    await page.emulateMedia({ reducedMotion: "reduce" });
    // The entries of Chromium's issues panel.
    const issues: string[] = [];
    const audits = await context.newCDPSession(page);
    audits.on("Audits.issueAdded", ({ issue }) => issues.push(JSON.stringify(issue)));
    await audits.send("Audits.enable");
    expect(
      await walk(
        page,
        pages.filter((_, index) => index % parts === part),
      ),
    ).toEqual([]);
    expect(issues).toEqual([]);
    expect(said.filter((words) => !words.includes("404"))).toEqual([]);
    await context.close();
  });

test("axe finds nothing serious on the sign-in page", async ({ browser }) => {
  const { page, context } = await pageOf(browser, "lead");
  await page.goto("/specs");
  await page.getByText("Account", { exact: true }).click();
  await page.getByRole("button", { name: "Sign out" }).click();
  await page.waitForURL("**/sign-in");
  expect(await serious(page)).toEqual([]);
  await context.close();
});

test("the list and the hand-off page reflow at 320 (WCAG 2.2, SC 1.4.10)", async ({ browser }) => {
  const { page, context } = await pageOf(browser, "reader");
  await page.setViewportSize({ width: 320, height: 700 });
  for (const path of ["/specs", "/inbox", "/specs/skerry/passenger-booking/versions/latest"]) {
    await page.goto(path);
    expect(
      (await layoutFaults(page)).filter((fault) => fault.startsWith("scrolls")),
      path,
    ).toEqual([]);
  }
  await context.close();
});

test("the hand-off page prints its numbers and leaves out what only a screen needs", async ({ browser }) => {
  const { page, context } = await pageOf(browser, "reader");
  await page.goto("/specs/skerry/passenger-booking/versions/latest");
  await page.emulateMedia({ media: "print" });
  const downloads = page.locator("h2", { hasText: /^Downloads$/ });
  await expect(downloads).toHaveCount(1);
  await expect(downloads).toBeHidden();
  await expect(page.getByRole("table").first()).toBeVisible();
  expect((await page.pdf()).subarray(0, 4).toString()).toBe("%PDF");
  await context.close();
});

test("a wrong password is reported, keeps the address and lets nobody in", async ({ page }) => {
  const said = watch(page);
  // All tests guess from one address, so this one may have to wait.
  await expect(async () => {
    await page.goto("/sign-in");
    await page.getByLabel("E-mail address").fill("reader@skerry.example");
    await page.getByLabel("Password").fill("wrong");
    await page.getByRole("button", { name: "Sign in" }).click();
    await expect(page.getByText("do not belong together")).toBeVisible({ timeout: 5_000 });
  }).toPass({ timeout: 80_000, intervals: [5_000] });
  await expect(page.getByLabel("E-mail address")).toHaveValue("reader@skerry.example");
  await page.goto("/specs");
  await expect(page).toHaveURL(/sign-in/);
  expect(said).toEqual([]);
});

test("a new spec is previewed, reports what is wrong where it is typed, and keeps what was typed over a reload and a refusal", async ({
  browser,
}) => {
  const { page, context, said } = await pageOf(browser, "author");
  const name = page.getByLabel("Name", { exact: true });
  await page.goto("/specs/new");
  const closes = page.getByRole("region", { name: "Whether the sums close" });
  await expect(closes).toContainText("Every sum closes");
  await expect(page.getByText("1280 = 64 + 12 × 74 + 11 × 24 + 64")).toBeVisible();
  // Another base unit closes too; a typed number may not, and one that would is offered.
  await page.getByRole("group", { name: "Base unit" }).getByRole("button", { name: "10" }).click();
  await expect(page.getByText("1280 = 50 + 12 × 80 + 11 × 20 + 50")).toBeVisible();
  await page.getByLabel("Desk, margin").fill("64");
  await expect(closes).toContainText("Columns are not whole pixels");
  await closes.getByRole("button", { name: /^Desk: gutter/ }).click();
  await expect(closes).toContainText("Every sum closes");
  // The error is shown, and the last result stays.
  await page.getByLabel("Desk, drawn at").fill("1440+");
  await page.getByLabel("Tablet, columns").fill("120");
  await page.getByRole("button", { name: "Create the spec" }).click();
  await expect(page.locator("#start-faults")).toContainText("Desk, drawn at: must be a width");
  await expect(page.locator("#spec-name-words")).toContainText("Give the spec a name");
  await page.getByLabel("Desk, drawn at").fill("99999");
  await expect(page.locator("#start-faults")).toContainText("from 1 to 20,000");
  await expect(page.locator("#start-faults")).toContainText("from 1 to 96");
  await name.fill("Ticket wall");
  await page.reload();
  await expect(name).toHaveValue("Ticket wall");
  await expect(page.getByLabel("Desk, drawn at")).toHaveValue("99999");
  await page.getByLabel("Desk, drawn at").fill("1280");
  await page.getByLabel("Tablet, columns").fill("8");
  // Nothing is lost if the server cannot be reached; Enter creates the spec.
  await page.route("**/api/specs", (route) => route.abort());
  await name.press("Enter");
  await expect(page.getByRole("alert").first()).toBeVisible();
  await expect(name).toHaveValue("Ticket wall");
  await page.unroute("**/api/specs");
  await page.getByLabel(/^A file/).check();
  await page
    .locator("input[type=file]")
    .setInputFiles({ name: "x.json", mimeType: "application/json", buffer: Buffer.from('{"format":"ypsiline-layout"}') });
  await expect(page.getByText("/breakpoints is missing; it must be an array")).toBeVisible();
  await page.getByLabel(/^Phone, tablet, desk/).check();
  await name.press("Enter");
  await page.waitForURL(/\/specs\/skerry\/ticket-wall/);
  await expect(page.getByRole("group", { name: "Ladder of widths" })).toContainText("Tablet");
  // With a design, the new spec opens in Fit, which asks for its grid.
  await page.goto("/specs/new");
  await expect(name).toHaveValue("");
  await name.fill("Drawn wall");
  await page.getByLabel(/^A design/).check();
  await page.getByRole("button", { name: /^Create the spec/ }).click();
  await page.waitForURL(/\/drawn-wall(-\d+)?\/fit/);
  expect(said.filter((words) => !words.includes("ERR_FAILED"))).toEqual([]);
  await context.close();
});

test("a team's templates come first among the ways to start, and a spec is duplicated from its settings", async ({ browser, baseURL }) => {
  const { page, context } = await pageOf(browser, "lead");
  const api = await requestsOf(baseURL ?? "", "lead");
  const made = (await (await api.post("/api/teams", { data: { name: `Beginners ${process.pid}` } })).json()) as { team: string };
  const begun = await api.post("/api/specs", {
    data: { team: made.team, name: "House grid", start: { kind: "columns", width: 1440, columns: 10 } },
  });
  const { spec } = (await begun.json()) as { spec: string };
  await page.goto(`/specs/${made.team}/${spec}/settings`);
  await page.getByRole("button", { name: "Use as a template" }).click();
  await expect(page.getByText("This is a template of the team")).toBeVisible();
  // With a second template both are offered, and the duplicate gets a new name.
  await page.getByRole("link", { name: "Duplicate this spec…" }).click();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("House grid copy");
  await page.getByRole("button", { name: "Create the spec" }).click();
  await page.waitForURL(/house-grid-copy/);
  await expect(page.getByRole("gridcell", { name: /^Desk, Columns: 10/ })).toBeVisible();
  expect((await api.post(`/api/specs/${made.team}/house-grid-copy/template`, { data: { template: true } })).status()).toBe(200);
  await page.goto("/specs/new");
  await page.getByLabel("Team", { exact: true }).selectOption(made.team);
  await expect(page.getByLabel(/^House grid ?A template/)).toBeChecked();
  await expect(page.getByLabel(/^House grid copy/)).not.toBeChecked();
  await page.getByLabel("Name", { exact: true }).fill("Second grid");
  await page.keyboard.press("Enter");
  await page.waitForURL(/second-grid/);
  await expect(page.getByRole("gridcell", { name: /^Desk, Columns: 10/ })).toBeVisible();
  await context.close();
});

/** Holds back a page's scripts; calling the returned function lets them through. */
const holdScripts = async (page: Page): Promise<() => void> => {
  let letThrough = (): void => {};
  const held = new Promise<void>((resolve) => {
    letThrough = resolve;
  });
  await page.route("**/_next/static/chunks/*.js", async (route) => {
    await held;
    await route.continue();
  });
  return letThrough;
};

test("what is typed, chosen, clicked or pressed before the page is ready is kept and done once it is; a form with its own address is left to the browser", async ({
  browser,
}) => {
  const { page, context, said } = await pageOf(browser, "lead");
  const letThrough = await holdScripts(page);
  await page.goto("/teams/skerry?show=members", { waitUntil: "commit" });
  await page.getByRole("button", { name: "Remove…" }).first().click();
  const asks = page.getByRole("button", { name: /Yes, remove/ });
  expect(await asks.count()).toBe(0);
  letThrough();
  await expect(asks.first()).toBeVisible();
  await page.unroute("**/_next/static/chunks/*.js");
  // A name and choices, made while the scripts are held back.
  const letTypedThrough = await holdScripts(page);
  await page.goto("/specs/new", { waitUntil: "commit" });
  await page.getByLabel("Name", { exact: true }).fill("Typed early");
  await page.getByLabel(/^One width/).check();
  letTypedThrough();
  await expect(page.getByText("Every sum closes")).toBeVisible();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("Typed early");
  await expect(page.getByLabel(/^One width/)).toBeChecked();
  await page.unroute("**/_next/static/chunks/*.js");
  // A role that is chosen early is sent once, and is the one that was chosen.
  const sent: unknown[] = [];
  await page.route("**/api/teams/skerry/members/*", (route) => {
    sent.push(route.request().postDataJSON());
    return route.fulfill({ json: {} });
  });
  const letChosenThrough = await holdScripts(page);
  await page.goto("/teams/skerry?show=members", { waitUntil: "commit" });
  await page.getByRole("combobox", { name: "Role of Reader" }).selectOption("author");
  letChosenThrough();
  await expect.poll(() => sent.length).toBeGreaterThan(0);
  await page.waitForLoadState("networkidle");
  expect(sent).toEqual([{ role: "author" }]);
  await page.unroute("**/_next/static/chunks/*.js");
  // A shortcut that opens a panel, pressed while the scripts are held back again.
  const letThroughAgain = await holdScripts(page);
  await page.goto("/specs/skerry/passenger-booking", { waitUntil: "commit" });
  await page.getByText("Opening the draft").waitFor();
  await page.keyboard.press("?");
  expect(await page.getByRole("dialog").count()).toBe(0);
  letThroughAgain();
  await expect(page.getByRole("dialog")).toBeVisible();
  await page.unroute("**/_next/static/chunks/*.js");
  // Ctrl and K too, which the browser would handle itself.
  const letThroughLast = await holdScripts(page);
  await page.goto("/specs/skerry/passenger-booking", { waitUntil: "commit" });
  await page.getByText("Opening the draft").waitFor();
  await page.keyboard.press("Control+k");
  await page.keyboard.type("whole-p");
  await page.keyboard.press("Enter");
  letThroughLast();
  await page.waitForURL("**/passenger-booking/sets**");
  expect(said).toEqual([]);
  await context.close();
});
