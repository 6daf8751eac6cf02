import { expect, type Page, test } from "@playwright/test";
import { formats, type Layout, plainWriting, writeIn, takeOver } from "../core/src/index";
import { cleanLayout, withColumns } from "../core/test/layouts";
import { changed, chooseSpec, makeSpec, pageOf, requestsOf, saved } from "./people";

const start: Layout = { ...cleanLayout(), name: "Boarding" };
/** The same with another gutter at the desk: the difference between file and draft. */
const other = withColumns(start, "desk", { gutter: "32px" });
const written = (id: keyof typeof formats): string => {
  const file = writeIn(formats[id], other, "desk", plainWriting);
  if (!file.ok) throw new Error("not written");
  return file.text;
};
const choose = (page: Page, name: string, content: string | Buffer) =>
  page.getByLabel("File to import").setInputFiles({ name, mimeType: "application/octet-stream", buffer: Buffer.from(content) });

test("each format is compared with the draft, applied to it as one edit, and undone", async ({ browser, baseURL }) => {
  test.setTimeout(120_000);
  const path = await makeSpec(baseURL ?? "", { kind: "layout", layout: start });
  const name = path.split("/").at(-1) ?? "";
  const { page, context, said } = await pageOf(browser, "author");
  const api = await requestsOf(baseURL ?? "", "author");
  const draft = async (): Promise<Layout> =>
    ((await (await api.get(path.replace("/specs", "/api/drafts"))).json()) as { layout: Layout }).layout;
  const before = await draft();
  let formatsSeen = 0;
  for (const [id, file] of [
    ["layout", `${name}.layout.json`],
    ["tokens", "tokens.json"],
    ["css", "layout.css"],
    ["ledger", "ledger.csv"],
    ["csv", "lines.csv"],
    ["svg", "overlay.svg"],
  ] as const) {
    await page.goto(`${path}/import`);
    await choose(page, file, written(id));
    await expect(changed(page, "Gutter", "24", "32"), id).toBeVisible();
    expect(await draft(), id).toEqual(before);
    await page.getByRole("button", { name: "Apply to the draft" }).click();
    await page.waitForURL(new RegExp(`${path}($|\\?)`));
    await saved(page);
    const whole = id === "layout" || id === "tokens";
    const read = formats[id].read?.(written(id));
    expect(await draft(), id).toEqual(takeOver(before, read?.ok ? read.layout : before, id, whole));
    expect((await draft()).breakpoints[2]?.columns.gutter, id).toBe("32px");
    await page.getByRole("banner").getByRole("button", { name: "Undo" }).click();
    await saved(page);
    await expect.poll(draft, { message: id }).toEqual(before);
    formatsSeen += 1;
  }
  expect(formatsSeen).toBe(6);
  expect(said).toEqual([]);
  await context.close();
});

test("hostile files and files that are no layout are refused with the reason, and the draft stays", async ({ browser, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", { kind: "layout", layout: start });
  const { page, context } = await pageOf(browser, "author");
  await page.goto(`${path}/import`);
  const alert = page.locator(".file-picker [role=alert]");
  const bomb = `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa">${"b".repeat(10)}]><svg>&a;</svg>`;
  for (const [file, content, words] of [
    ["bomb.svg", bomb, "must not declare a document type or entities"],
    ["script.svg", '<svg viewBox="0 0 9 9"><script>document.title="taken"</script></svg>', "must not hold the element script"],
    ["deep.json", "[".repeat(5_000), "must not nest deeper"],
    ["utf16.csv", Buffer.from("\ufeffname,columns\nDesk,12", "utf16le"), "is not UTF-8 text"],
    ["empty.css", "", "The file is empty"],
    ["none.css", "p { color: red }", "must say columns"],
    ["large.css", Buffer.alloc(5 * 1024 * 1024 + 1, 32), "5 MiB is the most"],
    ["words.csv", "name,columns,gutter\nDesk,twelve,24", "columns must be a number, not twelve"],
  ] as const) {
    await choose(page, file, content);
    await expect(alert, file).toContainText(words);
    await expect(alert, file).toContainText(`${file} was not taken.`);
    await expect(page.getByRole("button", { name: "Apply to the draft" })).toHaveCount(0);
  }
  await expect(page).toHaveTitle(/Import a file/);
  // After all that, a valid file is read.
  await choose(page, "layout.css", written("css"));
  await expect(changed(page, "Gutter", "24", "32")).toBeVisible();
  await context.close();
});

test("a foreign stylesheet is read as far as it defines columns, and what could not be read is listed with its line", async ({
  browser,
  baseURL,
}) => {
  const path = await makeSpec(baseURL ?? "", { kind: "layout", layout: start });
  const { page, context } = await pageOf(browser, "author");
  await page.goto(`${path}/import`);
  await choose(
    page,
    "site.css",
    ".page { display: grid; grid-template-columns: repeat(4, 1fr); gap: 16px; padding: 0 64px; }\n" +
      "@media (min-width: 1024px) { .page { grid-template-columns: repeat(12, 1fr); column-gap: 40px } }\n" +
      "@media (orientation: portrait) { .page { gap: 2px } }",
  );
  await expect(page.getByText(/line 3: @media \(orientation: ?portrait\)/)).toBeVisible();
  await expect(changed(page, "Gutter", "24", "40")).toBeVisible();
  await expect(page.getByRole("row", { name: /^Breakpoint removed/ })).toBeVisible();
  await context.close();
});

test("a new spec starts from a file or as a copy of another spec", async ({ browser }) => {
  const { page, context, said } = await pageOf(browser, "author");
  await page.goto("/specs/new");
  await page.getByLabel(/^A file/).check();
  await page.getByLabel("Layout file").setInputFiles({ name: "ledger.csv", mimeType: "text/csv", buffer: Buffer.from(written("ledger")) });
  await expect(page.getByText("3 breakpoints read: phone, tablet, desk.")).toBeVisible();
  await page.getByLabel("Name", { exact: true }).fill(`From a ledger ${process.pid}`);
  await page.getByRole("button", { name: "Create the spec" }).click();
  await page.waitForURL(/from-a-ledger/);
  await expect(page.getByRole("gridcell", { name: "desk, Gutter: 32" })).toBeVisible();
  await page.goto("/specs/new");
  await page.getByLabel(/^Another spec/).check();
  await page.getByRole("button", { name: "Create the spec" }).click();
  await expect(page.getByText("Choose a spec first.")).toBeVisible();
  await chooseSpec(page.getByRole("combobox", { name: "Spec to start from" }), "Quay board");
  await page.getByLabel("Name", { exact: true }).fill(`Second quay ${process.pid}`);
  await page.getByRole("button", { name: "Create the spec" }).click();
  await page.waitForURL(/second-quay/);
  await expect(page.getByRole("gridcell", { name: /^Landscape, Columns: 16/ })).toBeVisible();
  expect(said).toEqual([]);
  await context.close();
});
