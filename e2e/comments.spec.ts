import { expect, test } from "@playwright/test";
import postgres from "postgres";
import { makeSpec, pageOf } from "./people";

test("open comments never vanish: the oldest of a thousand threads is flagged, linked, and read with all its answers", async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(60_000);
  const { page, context, said } = await pageOf(browser, "author");
  const path = await makeSpec(baseURL ?? "", { kind: "columns", width: 1280, columns: 12 });
  const draft = path.replace("/specs", "/api/drafts");
  const about = `${((await (await page.request.get(draft)).json()) as { layout: { breakpoints: { id: string }[] } }).layout.breakpoints.at(-1)?.id ?? ""} gutter`;
  const send = async (data: object): Promise<number> =>
    ((await (await page.request.post(`${draft}/comments`, { data })).json()) as { id: number }).id;
  const oldest = await send({ about, words: "Is it as wide as the quay board's?" });
  for (let index = 1; index <= 45; index += 1) await send({ about, words: `Answer ${index}`, thread: oldest });
  // A thousand later threads, most of them resolved.
  const sql = postgres(process.env["DATABASE_URL"] ?? "", { max: 1 });
  const [spec, slug] = [path.split("/").at(-1) ?? "", path.split("/").at(-2) ?? ""];
  await sql`
    INSERT INTO comment (spec_id, about, words, person_id, resolved_at, resolved_by)
    SELECT s.id, 'spec', 'Thread ' || n, p.id, CASE WHEN n % 10 = 0 THEN NULL ELSE now() END, CASE WHEN n % 10 = 0 THEN NULL ELSE p.id END
    FROM generate_series(1, 1000) n, spec s JOIN team t ON t.id = s.team_id, person p
    WHERE s.slug = ${spec} AND t.slug = ${slug} AND p.email = 'author@skerry.example'`;
  await sql.end();

  await page.goto(path);
  await expect(page.getByRole("gridcell", { name: /Gutter: .*, 1 open comment$/ })).toBeVisible();
  await page.getByRole("link", { name: "Open comment: Is it as wide as the quay board's?" }).click();
  // 100 open threads are newer, so it is on the third page.
  const thread = page.locator(`#comment-${oldest}`);
  await expect(thread).toContainText("Answer 45");
  await expect(page.getByRole("navigation", { name: "Pages of comments" })).toContainText("Page 3");
  await expect(thread.getByText("Answer 25", { exact: true })).toHaveCount(0);
  // A double click loads them once.
  const earlier = (name: string) => thread.getByRole("button", { name, exact: true });
  await earlier("25 earlier answers").evaluate((button: HTMLButtonElement) => {
    button.click();
    button.click();
  });
  await earlier("5 earlier answers").click();
  await expect(thread.locator(".said-words")).toHaveCount(46);
  await expect(thread.locator(".said-words").nth(1)).toContainText("Answer 1");
  // Open threads come before resolved ones, on every page.
  await page.goto(`${path}/publish`);
  await expect(page.locator(".threads > li")).toHaveCount(50);
  await expect(page.locator(".threads > li.resolved")).toHaveCount(0);
  await expect(page.locator(".threads > li").first()).toContainText("Thread 1000");
  await page.goto(`${path}/publish?page=4`);
  await expect(page.locator(".threads > li.resolved")).toHaveCount(50);
  expect(said).toEqual([]);
  await context.close();
});

test("a comment starts on the sheet, about the current area or breakpoint, by key and by button, and gets its flag", async ({
  browser,
  baseURL,
}) => {
  const { page, context, said } = await pageOf(browser, "reader");
  const path = await makeSpec(baseURL ?? "", { kind: "columns", width: 1280, columns: 12 });
  await page.goto(path);
  await page.getByRole("button", { name: "Comment", exact: true }).waitFor();
  await page.keyboard.press("c");
  const dialog = page.getByRole("dialog", { name: "Comment" });
  await expect(dialog.getByLabel("About").locator("option:checked")).toHaveText("Desk");
  await dialog.getByLabel("About").selectOption({ label: "Desk, gutter" });
  await dialog.getByLabel("Comment").fill("Wider on the desk?");
  await dialog.getByRole("button", { name: "Comment", exact: true }).click();
  await expect(dialog).toBeHidden();
  // Without a reload, the flag is on the sheet and the cell is marked.
  await expect(page.getByRole("link", { name: "Open comment: Wider on the desk?" })).toBeVisible();
  await expect(page.getByRole("gridcell", { name: /Gutter: .*, 1 open comment$/ })).toBeVisible();
  await page.getByRole("button", { name: "Comment", exact: true }).click();
  await page.keyboard.press("Escape");
  await expect(dialog).toBeHidden();
  expect(said).toEqual([]);
  await context.close();
});
