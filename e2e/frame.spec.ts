import { expect, type Page, test } from "@playwright/test";
import { facetTab, makeSpec, pageOf, saved, typeTerm } from "./people";

const from1440 = { kind: "columns", width: 1440, columns: 12 };
const view = (page: Page, name: string) => page.getByRole("navigation", { name: "Views of the spec" }).getByRole("link", { name });
const option = (page: Page) => page.getByRole("listbox", { name: "Found" }).getByRole("option");
const menu = (page: Page) => page.getByRole("combobox", { name: /^Go to a view/ });

test("every view of a spec has the same frame, and keeps breakpoint, width and undo", async ({ browser, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1440);
  const { page, context, said } = await pageOf(browser, "author");
  await page.goto(`${path}?at=phone`);
  await typeTerm(page, "Gutter", "20");
  await saved(page);
  for (const [name, heading] of [
    ["Widths", "Widths"],
    ["Whole-pixel sets", "Whole-pixel sets"],
    ["Try it", "Try it in a page"],
    ["Fit a design", "Fit a design"],
    ["History", "History"],
    ["Files", "Files of the draft"],
  ] as const) {
    await view(page, name).click();
    await expect(page.getByRole("heading", { name: heading, level: 1 })).toBeVisible();
    await expect(view(page, name)).toHaveAttribute("aria-current", "page");
    await expect(page.getByRole("banner").getByRole("button", { name: "Undo" })).toBeEnabled();
  }
  await view(page, "Comments").click();
  await expect(page.getByRole("heading", { name: "The first version" })).toBeVisible();
  // The address leads to the comments.
  await expect(page.locator(new URL(page.url()).hash)).toBeVisible();
  // Undo works on the review, which is drawn again without the edit.
  await page.getByRole("banner").getByRole("button", { name: "Undo" }).click();
  await saved(page);
  await view(page, "Sheet").click();
  await expect(page).toHaveURL(/at=phone/);
  await expect(page.getByRole("region", { name: "Sum line" }).getByLabel("Gutter", { exact: true })).toHaveValue("16");
  // The current width is kept on the way to Widths and back.
  await page.getByRole("slider", { name: /Probe/ }).press("ArrowRight");
  await expect(view(page, "Widths")).toHaveAttribute("href", /width=\d+/);
  const width = await page.getByRole("slider", { name: /Probe/ }).getAttribute("aria-valuenow");
  await expect(view(page, "Widths")).toHaveAttribute("href", `${path}/widths?width=${width ?? ""}`);
  // Pages outside the draft keep it too: from the settings back to the same breakpoint and width.
  await view(page, "Settings").click();
  await expect(view(page, "Widths")).toHaveAttribute("href", `${path}/widths?width=${width ?? ""}`);
  await expect(view(page, "Sheet")).toHaveAttribute("href", new RegExp(`\\?at=phone&facet=columns&width=${width ?? ""}$`));
  await view(page, "Sheet").click();
  await expect(page.getByRole("slider", { name: /Probe/ })).toHaveAttribute("aria-valuenow", width ?? "");
  await view(page, "Widths").click();
  await expect(page.locator(".widths-probe input")).toHaveValue(width ?? "");
  // Settings and public pages have the same views, and lead back.
  await view(page, "Settings").click();
  await expect(page.getByRole("heading", { name: /^Test/, level: 1 })).toBeVisible();
  await view(page, "Sheet").click();
  await expect(page.getByRole("region", { name: "Sum line" })).toBeVisible();
  expect(said).toEqual([]);
  await context.close();
});

test("Ctrl and K goes anywhere and does anything by keyboard alone; another spec is found by its name", async ({ browser, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1440);
  const { page, context, said } = await pageOf(browser, "author");
  await page.goto(`${path}?at=phone`);
  await expect(page.getByRole("region", { name: "Sum line" })).toBeVisible();
  // What a dialog needs is fetched when it is first opened, here slowly: what is typed meanwhile is typed into it.
  const late: string[] = [];
  await page.route("**/_next/static/chunks/*.js", async (route) => {
    late.push(route.request().url());
    await new Promise((resolve) => setTimeout(resolve, 600));
    await route.continue();
  });
  const choose = async (typed: string, first: string): Promise<void> => {
    await page.keyboard.press("Control+k");
    await page.keyboard.type(typed);
    await expect(menu(page)).toHaveValue(typed);
    await expect(option(page).first()).toHaveText(first);
    await page.keyboard.press("Enter");
    await expect(menu(page)).toHaveCount(0);
  };
  // Its letters are shortcuts too: d would duplicate the breakpoint.
  await choose("desk", "DeskBreakpoint");
  expect(late.length).toBeGreaterThan(0);
  await expect(page.getByRole("button", { name: /^Desk/, pressed: true })).toBeVisible();
  await choose("rows facet", "RowsFacet");
  await expect(facetTab(page, "Rows")).toHaveAttribute("aria-selected", "true");
  const fetchedBefore = late.length;
  await choose("add break", "Add breakpoint…Action");
  await page.keyboard.type("Wallx");
  await page.keyboard.press("Backspace");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("gridcell", { name: /^Wall, Breakpoint/ })).toBeVisible();
  expect(late.length).toBeGreaterThan(fetchedBefore);
  await saved(page);
  await choose("undo", "UndoAction");
  await expect(page.getByRole("gridcell", { name: /^Wall, Breakpoint/ })).toHaveCount(0);
  await page.unroute("**/_next/static/chunks/*.js");
  await choose("whole", "Whole-pixel setsView");
  await expect(page.getByRole("heading", { name: "Whole-pixel sets", level: 1 })).toBeVisible();
  await page.keyboard.press("Control+k");
  await page.keyboard.type("no such thing");
  await expect(page.getByText("Nothing is called “no such thing”.")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(menu(page)).toHaveCount(0);
  // By its button; a spec is found by a part of its name.
  await page.getByRole("button", { name: "Go to anything" }).click();
  await page.keyboard.type("quay bo");
  await option(page).filter({ hasText: "Quay board" }).click();
  await page.waitForURL("**/specs/skerry/quay-board**");
  // So does the spec's own name in the bar.
  await expect(page.getByRole("group", { name: /^Sheet of/ })).toBeVisible();
  await page.getByRole("button", { name: /Quay board.*go to another spec/ }).click();
  await expect(page.getByRole("combobox", { name: /spec/i })).toBeFocused();
  await page.keyboard.type("crew ro");
  await page
    .getByRole("option", { name: /Crew roster/ })
    .first()
    .click();
  await page.waitForURL("**/specs/skerry/crew-roster**");
  expect(said).toEqual([]);
  await context.close();
});
