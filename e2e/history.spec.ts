import { expect, test } from "@playwright/test";
import { openDatabase } from "../web/server/database/database";
import { address } from "./clients";
import { makeSpec, pageOf, requestsOf, saved, typeTerm } from "./people";

const columns = { kind: "columns", width: 1440, columns: 12 };

test("any moment of a draft is the draft as it was then, for its team alone", async () => {
  const path = await makeSpec(address, columns);
  const draft = path.replace("/specs", "/api/drafts");
  const author = await requestsOf(address, "author");
  const { layout, revision } = (await (await author.get(draft)).json()) as {
    layout: { breakpoints: { id: string; columns: { gutter: string } }[] };
    revision: number;
  };
  const id = layout.breakpoints[0]?.id ?? "";
  let gutter = layout.breakpoints[0]?.columns.gutter ?? "";
  const was = new Map([[revision, gutter]]);
  for (let edit = 1; edit <= 60; edit += 1) {
    const to = `${edit}px`;
    const answer = await author.post(draft, {
      data: { revision: revision + edit - 1, changes: [{ path: ["breakpoints", id, "columns", "gutter"], from: gutter, to }] },
    });
    expect(answer.status()).toBe(200);
    gutter = to;
    was.set(((await answer.json()) as { revision: number }).revision, gutter);
  }
  expect(was.size).toBe(61);
  const gutterAt = async (at: number): Promise<string> => {
    const answer = await author.get(`${draft}/history/${at}`);
    const moment = (await answer.json()) as { revision: number; layout: typeof layout };
    expect(moment.revision).toBe(at);
    return moment.layout.breakpoints[0]?.columns.gutter ?? "";
  };
  for (const [at, value] of was) expect(await gutterAt(at), `at ${at}`).toBe(value);
  for (const none of [0, 62, 999_999, "x"]) expect((await author.get(`${draft}/history/${none}`)).status(), String(none)).toBe(404);
  expect((await (await requestsOf(address, "reader")).get(`${draft}/history/30`)).status()).toBe(200);
  expect((await fetch(`${address}${draft}/history/30`)).status).toBe(401);
  // Edits from before moments were recorded are listed, without inventing moments for them.
  const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 1);
  await sql`DELETE FROM draft_moment WHERE revision < 50 AND spec_id = (SELECT id FROM spec WHERE slug = ${path.split("/").at(-1) ?? ""})`;
  await sql.end();
  expect((await author.get(`${draft}/history/30`)).status()).toBe(404);
  expect(await gutterAt(55)).toBe(was.get(55));
});

test("a moment is previewed, restored as one edit and undone; undo still works after a reload", async ({ browser }) => {
  const path = await makeSpec(address, columns);
  const { page, context, said } = await pageOf(browser, "author");
  await page.goto(path);
  const gutter = page.getByRole("region", { name: "Sum line" }).getByLabel("Gutter", { exact: true }).first();
  const began = await gutter.inputValue();
  await typeTerm(page, "Gutter", "32");
  await saved(page);
  await typeTerm(page, "Gutter", "40");
  await saved(page);
  // Undo outlives the page.
  await page.reload();
  await expect(gutter).toHaveValue("40");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(gutter).toHaveValue("32");
  await saved(page);

  await page.getByRole("link", { name: "History" }).click();
  await expect(page.getByRole("heading", { name: "History" })).toBeVisible();
  await expect(page.getByRole("button", { name: /3 edits/ })).toHaveAttribute("aria-pressed", "true");
  await expect(page.getByText("After edit 3 of 3")).toBeVisible();
  // By keys to the second edit, when the gutter was 40.
  await page.getByRole("slider").press("ArrowLeft");
  await expect(page.getByText("After edit 2 of 3")).toBeVisible();
  const below = (heading: string) => page.getByRole("heading", { name: heading }).locator("xpath=following-sibling::*[1]");
  await expect(below("What this edit changed")).toContainText("Gutter32 → 40");
  await expect(below("What had changed by then")).toContainText(`Gutter${began} → 40`);
  await expect(below("What restoring this would change")).toContainText("Gutter32 → 40");
  // The sheet shows it like the draft, but nothing can be changed.
  await expect(page.getByRole("button", { name: /3 edits/ })).toContainText(`Desk gutter ${began} → 32`);
  await page.getByRole("link", { name: "See it on the sheet" }).click();
  await expect(page.getByText("This is the draft as it was after edit 2.")).toBeVisible();
  await expect(gutter).toHaveValue("40");
  await expect(gutter).toBeDisabled();
  // The draft's shortcuts do nothing here.
  await page.keyboard.press("Control+z");
  await expect(page.getByText("This is the draft as it stood. Restore it to change it.")).toBeVisible();
  expect((await (await page.request.get(path.replace("/specs", "/api/drafts"))).json()) as unknown).toMatchObject({ revision: 4 });
  await page.reload();
  await expect(gutter).toHaveValue("40");
  await page.getByRole("button", { name: "Restore this moment" }).click();
  await expect(page.getByRole("button", { name: "Undo" })).toBeEnabled();
  await saved(page);
  await page.getByRole("button", { name: "Undo" }).click();
  await saved(page);
  await page.getByRole("link", { name: "History" }).click();
  await page.getByRole("button", { name: /5 edits/ }).click();
  await page.getByRole("slider").press("ArrowLeft");
  await page.getByRole("slider").press("ArrowLeft");
  await page.getByRole("slider").press("ArrowLeft");
  await expect(page.getByText("After edit 2 of 5")).toBeVisible();
  await page.getByRole("button", { name: "Restore this moment" }).click();
  await saved(page);
  const draft = path.replace("/specs", "/api/drafts");
  const now = async (): Promise<string | undefined> =>
    (
      (await (await page.request.get(draft)).json()) as { layout: { breakpoints: { columns: { gutter: string } }[] } }
    ).layout.breakpoints.at(-1)?.columns.gutter;
  expect(await now()).toBe("40px");
  await page.getByRole("button", { name: "Undo" }).first().click();
  await saved(page);
  expect(await now()).toBe("32px");
  await page.getByRole("button", { name: "Undo" }).first().click();
  await saved(page);
  expect(await now()).toBe(`${began}px`);
  expect(said).toEqual([]);
  await context.close();
});
