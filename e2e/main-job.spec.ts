import { expect, type Page, test } from "@playwright/test";
import { readFileSync } from "node:fs";
import { makeSpec, pageOf, requestsOf, saved, signInOnPage, typeTerm, watch } from "./people";

test("a spec from 1440 and 12 columns is set, checked, fixed, published, read and downloaded", async ({ browser, baseURL }) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  const said = watch(page);
  await signInOnPage(page, "author");
  await page.getByRole("link", { name: "New spec" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Timetable pages");
  await page.getByLabel(/^One width/).check();
  await page.getByLabel("Desk, drawn at").fill("1152+2*144");
  await page.getByLabel("Desk, columns").fill("12");
  await page.getByRole("button", { name: "Create the spec" }).click();
  await page.waitForURL(/\/specs\/skerry\/timetable-pages/);

  await typeTerm(page, "Margin", "96");
  await typeTerm(page, "Gutter", "20");
  const column = page.getByRole("region", { name: "Sum line" }).getByLabel("Column", { exact: true });
  await expect(column).toHaveValue("85.667");
  const findings = page.getByRole("region", { name: "Findings" });
  await expect(findings).toContainText("Columns are not whole pixels");
  await expect(findings).toContainText("85.667");
  await page.getByRole("tab", { name: "Spans" }).click();
  await expect(page.getByRole("region", { name: "Spans" })).toContainText("402.667");
  await page.getByRole("tab", { name: "Findings" }).click();

  await findings.getByRole("button", { name: "Gutter 24" }).first().click();
  await expect(column).toHaveValue("82");
  await expect(findings).not.toContainText("Columns are not");
  await saved(page);

  // An author asks; a lead approves and publishes.
  await page.getByRole("link", { name: "Review", exact: true }).click();
  await expect(page.getByText("Only leads can publish. Request a review, and a lead will.")).toBeVisible();
  await page.getByLabel("Message to the leads (optional)").fill("First numbers, all whole.");
  await page.getByRole("button", { name: "Request a review" }).click();
  await expect(page.getByText("Review requested", { exact: true })).toBeVisible();
  expect(said).toEqual([]);
  await context.close();

  const lead = await pageOf(browser, "lead");
  await lead.page.goto("/inbox");
  await lead.page.getByRole("link", { name: "Author requested a review of Timetable pages" }).click();
  await lead.page.getByRole("button", { name: "Approve" }).click();
  await expect(lead.page.getByText("Approved", { exact: true })).toBeVisible();
  await publishes(lead.page);
  expect(lead.said).toEqual([]);
  await lead.context.close();

  const reader = await pageOf(browser, "reader");
  await reader.page.goto("/specs/skerry/timetable-pages/versions/latest");
  await expect(reader.page.locator("main")).toContainText("First numbers.");
  const download = reader.page.waitForEvent("download");
  await reader.page
    .getByRole("listitem")
    .filter({ hasText: /^StylesheetCSS$/ })
    .getByRole("link")
    .click();
  const file = await download;
  expect(file.suggestedFilename()).toBe("timetable-pages-1.0.0.css");
  const css = readFileSync(await file.path(), "utf8");
  expect(css).toContain("--layout-gutter: 24px");
  expect(reader.said).toEqual([]);

  // A published version accepts no other method, from anybody.
  const api = await requestsOf(baseURL ?? "", "lead");
  for (const method of ["PUT", "PATCH", "DELETE", "POST"]) {
    const answer = await api.fetch("/api/v1/specs/skerry/timetable-pages/1.0.0", { method, data: {} });
    expect(answer.status()).toBe(405);
  }
  await reader.context.close();
});

/** Publishes the first version; a second one must be higher, and what was typed stays. */
const publishes = async (page: Page): Promise<void> => {
  await expect(page.getByLabel("Version number")).toHaveValue("1.0.0");
  await page.getByLabel("Note for the people who use it").fill("First numbers.");
  await page.getByRole("button", { name: "Publish 1.0.0" }).click();
  await page.waitForURL("**/versions/1.0.0");
  await expect(page.getByRole("heading", { name: "Timetable pages" })).toBeVisible();

  // A second version must have a higher number; what was typed stays.
  await page.goto("/specs/skerry/timetable-pages/publish");
  await page.getByLabel("Version number").fill("1.0.0");
  await page.getByLabel("Note for the people who use it").fill("Again.");
  await page.getByRole("button", { name: "Publish 1.0.0" }).click();
  await expect(page.locator(".fault")).toContainText("must be at least 1.0.1: after 1.0.0 the changes are patch");
  await expect(page.getByLabel("Note for the people who use it")).toHaveValue("Again.");
  await page.getByLabel("Version number").fill("one");
  await page.getByRole("button", { name: "Publish one" }).click();
  await expect(page.locator(".fault")).toContainText("like 2.1.0");
};

test("a problem prevents a version, in the interface and by request", async ({ browser, baseURL }) => {
  const { page, context } = await pageOf(browser, "lead");
  await page.goto("/specs/skerry/passenger-booking/publish");
  await expect(page.getByText("Tablet: Drawn outside its own widths")).toBeVisible();
  await expect(page.getByRole("button", { name: /Publish/ })).toBeDisabled();
  const api = await requestsOf(baseURL ?? "", "lead");
  const draft = (await (await api.get("/api/drafts/skerry/passenger-booking")).json()) as { revision: number };
  const answer = await api.post("/api/drafts/skerry/passenger-booking/publish", {
    data: { revision: draft.revision, number: "9.0.0", note: "" },
  });
  expect(answer.status()).toBe(422);
  const body = (await answer.json()) as { findings: { rule: string }[] };
  expect(body.findings.map(({ rule }) => rule)).toEqual(["breakpoints-ordered"]);
  // An accepted problem stays listed, and still prevents a version.
  const path = (await makeSpec(baseURL ?? "", { kind: "blank" })).replace("/specs", "/api/drafts");
  const changes = [
    { path: ["breakpoints", "phone", "from"], from: 320, to: 340 },
    { path: ["accepted", "reflow-320 at phone"], to: { rule: "reflow-320", breakpoint: "phone", reason: "Wall screens only." } },
  ];
  expect((await api.post(path, { data: { revision: 1, changes } })).status()).toBe(200);
  expect((await api.post(`${path}/publish`, { data: { revision: 2, number: "1.0.0", note: "" } })).status()).toBe(422);
  await context.close();
});

test("a reader sees the draft and cannot change it, in the interface or by request", async ({ browser, baseURL }) => {
  const { page, context, said } = await pageOf(browser, "reader");
  await expect(page.getByRole("link", { name: "New spec" })).toHaveCount(0);
  await page.goto("/specs/skerry/passenger-booking?at=desk");
  await expect(page.getByText("Read only")).toBeVisible();
  await expect(page.getByRole("region", { name: "Sum line" }).getByLabel("Gutter", { exact: true })).toBeDisabled();
  await expect(page.getByRole("region", { name: "Findings" }).getByRole("button", { name: /Gutter \d/ })).toHaveCount(0);
  await expect(page.getByRole("button", { name: "Add breakpoint" })).toHaveCount(0);
  const cell = page.getByRole("gridcell", { name: /Desk, Gutter/ });
  await cell.focus();
  await page.keyboard.type("99");
  await expect(cell).toHaveText("20");
  await page.goto("/specs/new");
  await expect(page.getByText("There is nothing at this address")).toBeVisible();
  await page.goto("/specs/skerry/passenger-booking/publish");
  await expect(page.getByText("What changes after 2.1.0")).toBeVisible();
  await expect(page.getByRole("button", { name: /^Publish|^Approve|^Ask for/ })).toHaveCount(0);
  expect(said.filter((words) => !words.includes("404"))).toEqual([]);

  const api = await requestsOf(baseURL ?? "", "reader");
  const change = { path: ["breakpoints", "desk", "columns", "gutter"], from: "20px", to: "99px" };
  const refused = [
    await api.post("/api/drafts/skerry/passenger-booking", { data: { revision: 1, changes: [change] } }),
    await api.post("/api/drafts/skerry/passenger-booking/publish", { data: { revision: 1, number: "9.0.0", note: "" } }),
    await api.post("/api/specs", { data: { team: "skerry", name: "Mine", start: { kind: "blank" } } }),
  ];
  expect(refused.map((answer) => answer.status())).toEqual([403, 403, 403]);
  await context.close();
});
