import { expect, type Page, test } from "@playwright/test";
import { addBreakpoint, facetTab, inMenu, makeSpec, pageOf, saved, signIn, typeTerm, untilLetIn, watch } from "./people";

const from1440 = { kind: "columns", width: 1440, columns: 12 };
const sum = (page: Page) => page.getByRole("region", { name: "Sum line" });
const cell = (page: Page, name: RegExp) => page.getByRole("gridcell", { name });

const open = async (page: Page, baseURL: string | undefined): Promise<string> => {
  const path = await makeSpec(baseURL ?? "", from1440);
  await signIn(page, "author");
  await page.goto(`${path}?at=desk`);
  return path;
};

test("any term is typed and any other is computed; a sum that cannot close says why and changes nothing", async ({ page, baseURL }) => {
  const said = watch(page);
  await open(page, baseURL);
  await typeTerm(page, "Margin", "96");
  await typeTerm(page, "Gutter", "24");
  await sum(page).getByRole("button", { name: "Margin", exact: true }).click();
  await typeTerm(page, "Column", "74");
  await expect(sum(page).getByLabel("Margin", { exact: true }).first()).toHaveValue("144");
  await sum(page).getByRole("button", { name: "Gutter", exact: true }).click();
  await typeTerm(page, "Column", "200");
  await expect(sum(page).getByRole("alert")).toContainText("the columns take more than the container");
  await expect(sum(page).getByLabel("Column", { exact: true })).toHaveValue("200");
  await page.keyboard.press("Escape");
  await expect(sum(page).getByLabel("Column", { exact: true })).toHaveValue("74");
  await typeTerm(page, "Gutter", "-4");
  await expect(sum(page).getByRole("alert")).toContainText("cannot be negative");
  await page.keyboard.press("Escape");
  await typeTerm(page, "Gutter", "12..5");
  await expect(sum(page).getByRole("alert")).toContainText("Not a number or sum");
  await page.keyboard.press("Escape");
  const gutter = sum(page).getByLabel("Gutter", { exact: true });
  await gutter.focus();
  await page.keyboard.press("ArrowUp");
  await expect(gutter).toHaveValue("25");
  await page.keyboard.press("Shift+ArrowUp");
  await expect(gutter).toHaveValue("33");
  await page.keyboard.press("Alt+ArrowDown");
  await expect(gutter).toHaveValue("29");
  await saved(page);
  await page.reload();
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("29");
  expect(said).toEqual([]);
});

test("edits are undone and redone", async ({ page, baseURL }) => {
  await open(page, baseURL);
  await typeTerm(page, "Gutter", "20");
  await typeTerm(page, "Columns", "10");
  await page.keyboard.press("Control+z");
  await expect(sum(page).getByLabel("Columns", { exact: true })).toHaveValue("12");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("16");
  await expect(page.getByRole("button", { name: "Undo" })).toBeDisabled();
  await page.keyboard.press("Control+Shift+z");
  await expect(sum(page).getByLabel("Gutter", { exact: true })).toHaveValue("20");
});

test("breakpoints are added, copied, renamed, copied to others and removed", async ({ page, baseURL }) => {
  await open(page, baseURL);
  await addBreakpoint(page, async (dialog) => {
    // A name in use is reported, and what was typed stays.
    await dialog.getByLabel("Name").fill("Desk");
    await dialog.getByRole("button", { name: "Add breakpoint" }).click();
    await expect(dialog.getByRole("alert")).toContainText("There is a breakpoint Desk already");
    await dialog.getByLabel("Name").fill("Wide");
    await dialog.getByLabel("From, px").fill("1920");
    await expect(dialog.getByLabel("Width it is drawn at")).toHaveValue("1920");
    await dialog.getByLabel("Start as a copy of").selectOption({ label: "Phone, 4 columns" });
  });
  await expect(cell(page, /^Wide, From: 1920/)).toBeVisible();
  await expect(cell(page, /^Wide, Columns: 4/)).toBeVisible();
  await inMenu(page, "Wide", "Duplicate");
  await expect(cell(page, /^Wide copy, Breakpoint/)).toBeVisible();
  await inMenu(page, "Wide copy", "Rename");
  // The closing menu returns the focus first.
  await expect(page.getByRole("textbox", { name: "Wide copy, Breakpoint" })).toBeFocused();
  await page.keyboard.type("Wall");
  await page.keyboard.press("Enter");
  await expect(cell(page, /^Wall, Breakpoint/)).toBeVisible();
  await cell(page, /^Desk, Gutter/).click();
  await inMenu(page, "Desk", "Copy to breakpoints…");
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel(/^Margin/).uncheck();
  await dialog.getByLabel("Phone").uncheck();
  await dialog.getByRole("button", { name: "Copy", exact: true }).click();
  await expect(cell(page, /^Wall, Gutter: 16/)).toBeVisible();
  await expect(cell(page, /^Wall, Margin: 16/)).toBeVisible();
  await cell(page, /^Wall, Gutter/).click();
  await inMenu(page, "Wall", "Remove Wall");
  await expect(cell(page, /^Wall/)).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await expect(cell(page, /^Wall, Gutter/)).toBeVisible();
  await saved(page);
});

test("the ledger is edited in place, by keyboard, and takes rows of a spreadsheet", async ({ page, baseURL }) => {
  await open(page, baseURL);
  await cell(page, /^Phone, Columns/).click();
  await page.keyboard.type("6");
  await page.keyboard.press("Tab");
  await expect(cell(page, /^Phone, Columns: 6/)).toBeVisible();
  await expect(cell(page, /^Phone, Gutter/)).toBeFocused();
  await page.keyboard.press("Enter");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Enter");
  await expect(cell(page, /^Phone, Gutter: 17/)).toBeVisible();
  await expect(cell(page, /^Desk, Gutter/)).toBeFocused();
  await page.keyboard.type("wide");
  await page.keyboard.press("Enter");
  await expect(page.locator("#ledger-fault")).toContainText("Not a number or sum");
  // An invalid value stays in its cell, even when another one is clicked and typed into.
  await cell(page, /^Phone, Margin/).click();
  await page.keyboard.type("5");
  await expect(page.getByText("Finish Desk, gutter first")).toBeVisible();
  await expect(page.getByRole("textbox", { name: "Desk, Gutter" })).toHaveValue("wide");
  await expect(cell(page, /^Phone, Margin: 16/)).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(cell(page, /^Desk, Gutter: 16/)).toBeFocused();
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("ArrowLeft");
  await expect(cell(page, /^Phone, Columns/)).toBeFocused();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData("text/plain", "4\t16\t20\n12\t32\t80, 64\tfluid\n");
    document.activeElement?.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(cell(page, /^Phone, Margin: 20/)).toBeVisible();
  await expect(cell(page, /^Desk, Margin: 80, 64/)).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(cell(page, /^Desk, Gutter: 16/)).toBeVisible();
});

test("probe and boundaries are moved by mouse and keyboard; the address keeps breakpoint, facet and width", async ({ page, baseURL }) => {
  const path = await open(page, baseURL);
  const probe = page.getByRole("slider", { name: /Probe/ });
  await expect(probe).toHaveAttribute("aria-valuenow", "1440");
  const box = await probe.boundingBox();
  const x = (box?.x ?? 0) + 1;
  await page.mouse.move(x, (box?.y ?? 0) + 10);
  await page.mouse.down();
  await page.mouse.move(x - 300, (box?.y ?? 0) + 10, { steps: 12 });
  await page.mouse.up();
  const moved = Number(await probe.getAttribute("aria-valuenow"));
  expect(moved).toBeLessThan(1024);
  await expect(page.getByRole("button", { name: /Phone/, pressed: true })).toBeVisible();
  await probe.press("ArrowRight");
  await expect(probe).toHaveAttribute("aria-valuenow", String(moved + 1));
  const boundary = page.getByRole("slider", { name: "Desk starts at" });
  await boundary.press("Shift+ArrowLeft");
  await expect(boundary).toHaveAttribute("aria-valuenow", "1016");
  const edge = await boundary.boundingBox();
  await page.mouse.move((edge?.x ?? 0) + 5, (edge?.y ?? 0) + 10);
  await page.mouse.down();
  await page.mouse.move((edge?.x ?? 0) + 5 - 60, (edge?.y ?? 0) + 10, { steps: 8 });
  await page.mouse.up();
  const dragged = Number(await boundary.getAttribute("aria-valuenow"));
  expect(dragged).toBeLessThan(960);
  await page.keyboard.press("Control+z");
  await expect(boundary).toHaveAttribute("aria-valuenow", "1016");
  await facetTab(page, "Base").click();
  await expect(page).toHaveURL(new RegExp(`${path}\\?at=phone&facet=base&width=${moved + 1}`));
  await page.reload();
  await expect(facetTab(page, "Base")).toHaveAttribute("aria-selected", "true");
  await expect(probe).toHaveAttribute("aria-valuenow", String(moved + 1));
});

test("the probe and a boundary are dragged by a finger", async ({ page, baseURL }) => {
  await open(page, baseURL);
  const session = await page.context().newCDPSession(page);
  const touch = async (from: { x: number; y: number }, by: number): Promise<void> => {
    await session.send("Input.dispatchTouchEvent", { type: "touchStart", touchPoints: [from] });
    for (let step = 1; step <= 8; step += 1)
      await session.send("Input.dispatchTouchEvent", { type: "touchMove", touchPoints: [{ x: from.x + (by * step) / 8, y: from.y }] });
    await session.send("Input.dispatchTouchEvent", { type: "touchEnd", touchPoints: [] });
  };
  const middle = async (name: RegExp | string) => {
    const box = await page.getByRole("slider", { name }).boundingBox();
    return { x: (box?.x ?? 0) + (box?.width ?? 0) / 2, y: (box?.y ?? 0) + 14 };
  };
  await touch(await middle(/Probe/), -200);
  await expect(page.getByRole("slider", { name: /Probe/ })).not.toHaveAttribute("aria-valuenow", "1440");
  await touch(await middle("Desk starts at"), 40);
  const from = Number(await page.getByRole("slider", { name: "Desk starts at" }).getAttribute("aria-valuenow"));
  expect(from).toBeGreaterThan(1060);
});

test("everything can be done from the keyboard alone", async ({ page, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", from1440);
  await untilLetIn(async () => {
    await page.goto("/sign-in");
    await page.keyboard.type("author@skerry.example");
    await page.keyboard.press("Tab");
    await page.keyboard.type("slack-water-at-nine");
    await page.keyboard.press("Enter");
    await page.waitForURL(/\/specs$|fault=/);
    return page.url();
  });
  await page.goto(`${path}?at=desk`);
  const tabTo = async (matches: () => Promise<boolean>): Promise<void> => {
    for (let presses = 0; presses < 60; presses += 1) {
      await page.keyboard.press("Tab");
      if (await matches()) return;
    }
    throw new Error("the Tab key did not get there");
  };
  const focused = (label: string) => () => page.evaluate((wanted) => document.activeElement?.getAttribute("aria-label") === wanted, label);
  await tabTo(focused("Gutter"));
  await page.keyboard.type("20");
  await page.keyboard.press("Enter");
  await expect(sum(page).getByLabel("Column", { exact: true })).toHaveValue("99");
  await tabTo(() =>
    page.evaluate(() => document.activeElement?.getAttribute("role") === null && document.activeElement.matches("td[data-cell]")),
  );
  await page.keyboard.press("F2");
  await page.keyboard.press("Escape");
  await tabTo(() =>
    page.evaluate(
      () => document.activeElement?.textContent?.startsWith("Gutter") === true && document.activeElement.matches(".finding button"),
    ),
  );
  const outline = await page.evaluate(() => getComputedStyle(document.activeElement ?? document.body).outlineStyle);
  expect(outline).not.toBe("none");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Undo" })).toBeEnabled();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await saved(page);
});

test("one column, 24 columns and eight breakpoints are drawn, and a long name stays in its place", async ({ page, baseURL }) => {
  const said = watch(page);
  await open(page, baseURL);
  await typeTerm(page, "Columns", "1");
  await expect(sum(page).getByLabel("Column", { exact: true })).toHaveValue("1408");
  await expect(page.getByRole("img", { name: /1 columns of 1408/ })).toBeVisible();
  await typeTerm(page, "Columns", "24");
  await expect(page.getByRole("img", { name: /24 columns of 43.333/ })).toBeVisible();
  for (let count = 2; count < 8; count += 1) await addBreakpoint(page);
  await expect(page.locator("[role=grid] tbody tr")).toHaveCount(8);
  await inMenu(page, /: more actions/, "Rename");
  await page.keyboard.type("The very long name of the widest screen in the ticket hall of the old harbour station");
  await page.keyboard.press("Enter");
  const overflow = await page.evaluate(() => document.documentElement.scrollWidth > document.documentElement.clientWidth);
  expect(overflow).toBe(false);
  await saved(page);
  expect(said).toEqual([]);
});

test("the commonest job: a container of 1152 in 1440 leaves margins of 144, typed in the sum line and in the ledger", async ({
  browser,
  baseURL,
}) => {
  const path = await makeSpec(baseURL ?? "", { kind: "columns", width: 1440, columns: 12 });
  const { page, context } = await pageOf(browser, "author");
  await page.goto(`${path}?at=desk&width=1440`);
  const sum = page.getByRole("region", { name: "Sum line" });
  const type = async (label: string, text: string) => {
    const field = sum.getByLabel(label, { exact: true }).first();
    await field.fill(text);
    await field.press("Enter");
  };
  const margin = sum.getByLabel("Margin", { exact: true }).first();
  await type("Width", "1440");
  // A focus that moved to the next field before the frame ended stays there.
  await sum.getByLabel("Width", { exact: true }).first().focus();
  const focused = await page.evaluate(async () => {
    document.activeElement?.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));
    document.querySelector<HTMLElement>('input[aria-label="Container"]')?.focus();
    for (let frame = 0; frame < 2; frame += 1) await new Promise(requestAnimationFrame);
    return document.activeElement?.getAttribute("aria-label");
  });
  expect(focused).toBe("Container");
  await type("Container", "1152");
  await expect(margin).toHaveValue("144");
  await type("Container", "80%");
  await expect(margin).toHaveValue("10%");
  // If the size is held instead, it is what was typed, and the margins take the rest.
  await sum.getByRole("radio", { name: "fixed" }).check({ force: true });
  await type("Container", "1140");
  await expect(sum.getByLabel("Container", { exact: true })).toHaveValue("1140");
  await expect(margin).toHaveValue("150");
  await sum.getByRole("radio", { name: "fluid" }).check({ force: true });
  // The column count is computed from a margin: 1440 − 2 · 200 = 1040 has ten of 82 with gutters of 24.
  await type("Gutter", "24");
  await type("Margin", "96");
  await sum.getByRole("button", { name: "Columns", exact: true }).click();
  await type("Margin", "200");
  await expect(sum.getByLabel("Columns", { exact: true })).toHaveValue("10");
  await expect(margin).toHaveValue("200");
  await saved(page);
  await context.close();
});
