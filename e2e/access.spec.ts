import { join } from "node:path";
import { expect, request, test } from "@playwright/test";
import { openDatabase } from "../web/server/database/database";
import { hashPassword } from "../web/server/identity/passwords";
import { addPerson } from "../web/server/identity/people";
import { ran, root } from "./clients";
import { invitationFor, pageOf, requestsOf, signInByRequest, watch } from "./people";

const team = "/api/teams/skerry";

test("a removed member keeps nothing: streams, tokens, invitations and inbox end, and their projects go to the person who removed them", async ({
  browser,
  baseURL,
}) => {
  const lead = await requestsOf(baseURL ?? "", "lead");
  const email = `bosun-${process.pid}@skerry.example`;
  expect((await lead.post(`${team}/invitations`, { data: { email, role: "lead" } })).status()).toBe(201);
  const bosun = await request.newContext({ baseURL });
  const joined = await bosun.post("/api/join", {
    data: { secret: await invitationFor(lead, email), name: "Bosun", password: "slack-water-at-noon" },
  });
  expect(joined.status()).toBe(200);
  const project = `Bosun's signs ${process.pid}`;
  const made = (await (await bosun.post(`${team}/projects`, { data: { name: project } })).json()) as { id: number };
  const token = ((await (await bosun.post(`${team}/projects/${made.id}/tokens`, { data: { name: "Build" } })).json()) as { token: string })
    .token;
  const build = await request.newContext({ baseURL, extraHTTPHeaders: { Authorization: `Bearer ${token}` } });
  expect((await build.get("/api/v1/specs/skerry/crew-roster")).status()).toBe(200);
  const invited = `mate-${process.pid}@skerry.example`;
  expect((await bosun.post(`${team}/invitations`, { data: { email: invited, role: "reader" } })).status()).toBe(201);
  const secret = await invitationFor(lead, invited);

  // Their open stream ends as soon as they are removed.
  const { cookies } = await bosun.storageState();
  const stream = await fetch(`${baseURL ?? ""}/api/specs/skerry/crew-roster/events`, {
    headers: { Cookie: cookies.map(({ name, value }) => `${name}=${value}`).join("; ") },
  });
  expect(stream.status).toBe(200);
  const ended = (async () => {
    const reader = stream.body?.getReader();
    for (let part = await reader?.read(); part && !part.done; part = await reader?.read());
    return true;
  })();

  const page = (await pageOf(browser, "lead")).page;
  await page.goto("/teams/skerry?show=members");
  const row = page.getByRole("row", { name: new RegExp(email) });
  await row.getByRole("button", { name: "Remove…" }).click();
  await expect(row).toContainText("Access tokens they made and invitations they sent end; their projects go to you.");
  await row.getByRole("button", { name: /Yes, remove/ }).click();
  await expect(row).toHaveCount(0);
  expect(await Promise.race([ended, new Promise((resolve) => setTimeout(() => resolve("still open"), 5_000))])).toBe(true);
  expect((await build.get("/api/v1/specs/skerry/crew-roster")).status()).toBe(401);
  expect((await bosun.get("/api/drafts/skerry/crew-roster")).status()).toBe(401);
  const anybody = await request.newContext({ baseURL });
  expect((await anybody.post("/api/join", { data: { secret, name: "Mate", password: "slack-water-at-noon" } })).status()).toBe(404);
  await page.goto("/teams/skerry");
  await expect(page.getByRole("article", { name: project })).toContainText("owned by Design lead");
  const log = await (await lead.get(`${team}/activity`)).text();
  expect(log).toContain("removed Bosun from the team: 1 access token and 1 invitation ended; 1 project went to Design lead");
  await page.context().close();
});

test("the account page ends all other sessions and chooses how fractions are shown", async ({ browser, baseURL }) => {
  // This test's own account: its sessions and settings affect no other test.
  const lead = await requestsOf(baseURL ?? "", "lead");
  const email = `steward-${process.pid}@skerry.example`;
  const password = "slack-water-at-noon";
  expect((await lead.post(`${team}/invitations`, { data: { email, role: "reader" } })).status()).toBe(201);
  const other = await request.newContext({ baseURL });
  const secret = await invitationFor(lead, email);
  expect((await other.post("/api/join", { data: { secret, name: "Steward", password } })).status()).toBe(200);
  const open = async () => {
    const context = await browser.newContext();
    await signInByRequest(context.request, email, password);
    const page = await context.newPage();
    return { context, page, said: watch(page) };
  };
  const { page, context, said } = await open();
  await page.goto("/specs");
  await page.getByText("Account", { exact: true }).click();
  await expect(page.getByText(email)).toBeVisible();
  await page.getByRole("link", { name: "Your account" }).click();
  await expect(page.getByRole("heading", { name: "Your account" })).toBeVisible();
  expect((await other.get("/api/drafts/skerry/crew-roster")).status()).toBe(200);
  await page.getByRole("button", { name: "End all other sessions" }).click();
  await expect(page.getByRole("status")).toContainText(/sessions? ended|session ended/i);
  expect((await other.get("/api/drafts/skerry/crew-roster")).status()).toBe(401);

  const column = () => page.getByRole("region", { name: "Sum line" }).getByLabel("Column", { exact: true }).locator("xpath=..").innerText();
  await page.goto("/specs/skerry/passenger-booking?at=desk");
  await expect.poll(column).toMatch(/77\s*2\/3/);
  await page.goto("/account");
  await page.getByLabel("as decimals of two places").check();
  await expect(page.locator("html")).toHaveAttribute("data-numbers", "decimals-2");
  await page.goto("/specs/skerry/passenger-booking?at=desk");
  await expect.poll(column).toContain("77.67");
  // The setting belongs to the account, in every browser.
  const again = await open();
  await again.page.goto("/account");
  await expect(again.page.locator("html")).toHaveAttribute("data-numbers", "decimals-2");
  await again.page.getByLabel("as fractions").check();
  await expect(again.page.locator("html")).toHaveAttribute("data-numbers", "fractions");
  expect(said).toEqual([]);
  await again.context.close();
  await context.close();
});

test("without mail, the operator makes the link for a forgotten password", async ({ baseURL }) => {
  const email = `lost-${process.pid}@elsewhere.example`;
  const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 1);
  await addPerson(sql, { email, name: "Lost", passwordHash: await hashPassword("gone-with-the-tide") });
  await sql.end();
  const link = (to: string) =>
    ran(root, process.execPath, ["--import", "tsx", join(root, "scripts", "password-link.ts"), to], {
      DATABASE_URL: process.env["DATABASE_URL"] ?? "",
      PUBLIC_URL: baseURL ?? "",
      TSX_TSCONFIG_PATH: join(root, "web", "tsconfig.json"),
    });
  const printed = await link(email);
  const secret = /\/password\/(\S+)/.exec(printed.out)?.[1] ?? "";
  expect(printed.out).toContain(`Lost sets a new password at ${baseURL ?? ""}/password/${secret}`);
  const api = await request.newContext({ baseURL });
  const reset = () => api.post("/api/account/reset", { data: { secret, password: "back-with-the-tide" } });
  expect((await reset()).status()).toBe(200);
  expect((await reset()).status()).not.toBe(200);
  await signInByRequest(api, email, "back-with-the-tide");
  const nobody = await link("nobody@elsewhere.example");
  expect([nobody.code, nobody.err]).toEqual([1, "There is no account of nobody@elsewhere.example.\n"]);
});
