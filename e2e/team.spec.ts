import { expect, request, test } from "@playwright/test";
import { createHmac } from "node:crypto";
import { createServer, type IncomingMessage } from "node:http";
import type { AddressInfo } from "node:net";
import { address, tokenOf } from "./clients";
import { changed, chooseSpec, invitationFor, makeSpec, pageOf, requestsOf, signInByRequest } from "./people";

const team = "/api/teams/skerry";

test("somebody is invited, joins with a new account, gets another role and is removed; the last lead stays", async ({ browser }) => {
  const email = `purser-${process.pid}@skerry.example`;
  const lead = await pageOf(browser, "lead");
  await lead.page.goto("/teams/skerry?show=members");
  await lead.page.getByLabel("Invite by e-mail address").fill("purser");
  await lead.page.getByRole("button", { name: "Invite", exact: true }).click();
  await expect(lead.page.getByText("must be an e-mail address, like somebody@skerry.example")).toBeVisible();
  await lead.page.getByLabel("Invite by e-mail address").fill("reader@skerry.example");
  await lead.page.getByRole("button", { name: "Invite", exact: true }).click();
  await expect(lead.page.getByText("belongs to a member of the team")).toBeVisible();
  await lead.page.getByLabel("Invite by e-mail address").fill(email);
  await lead.page.getByLabel("As", { exact: true }).selectOption("reader");
  await lead.page.getByRole("button", { name: "Invite", exact: true }).click();
  // The link is only in the mail; without a mail server, mails are shown with a note.
  await lead.page.getByRole("status").getByRole("link", { name: "outbox" }).click();
  await expect(lead.page.getByText("This instance cannot send e-mail")).toBeVisible();
  await lead.page.getByText(`to ${email}`).first().click();
  const letter = await lead.page.locator("details[open]").innerText();
  const link = /http:\/\/\S+\/join\/[\w-]{43}/.exec(letter)?.[0] ?? "";
  expect(link).not.toBe("");

  const context = await browser.newContext();
  const page = await context.newPage();
  await page.goto(link);
  await page.getByLabel("Your name").fill("Purser");
  await page.getByLabel("A password").fill("short");
  await page.getByRole("button", { name: "Join the team" }).click();
  await expect(page.getByText("It must be at least 12 characters.")).toBeVisible();
  await page.getByLabel("A password").fill("slack-water-at-noon");
  await page.getByRole("button", { name: "Join the team" }).click();
  await page.waitForURL("**/specs");
  await expect(page.getByRole("link", { name: "Passenger booking" })).toBeVisible();
  // The link works once.
  await page.goto(link);
  await expect(page.getByText("This invitation no longer works")).toBeVisible();

  await lead.page.goto("/teams/skerry?show=members");
  const row = lead.page.getByRole("row", { name: new RegExp(email) });
  await row.getByRole("combobox").selectOption("author");
  await expect(async () => {
    await page.goto("/specs");
    await expect(page.getByRole("link", { name: "New spec" })).toBeVisible({ timeout: 1000 });
  }).toPass();
  await row.getByRole("button", { name: "Remove…" }).click();
  await row.getByRole("button", { name: "Yes, remove Purser" }).click();
  await expect(row).toHaveCount(0);
  // That was their last team, so they are signed out as well.
  expect((await page.request.get("/api/v1/specs/skerry/crew-roster")).status()).toBe(401);
  await context.close();

  const self = lead.page.getByRole("row", { name: /lead@skerry\.example/ });
  await self.getByRole("button", { name: "Leave…" }).click();
  await self.getByRole("button", { name: "Yes, leave" }).click();
  await expect(lead.page.getByText("A team needs a lead: make somebody else lead first.")).toBeVisible();
  expect(lead.said).toEqual([]);
  await lead.context.close();
});

test("an address that has an account joins by signing in with it, and nobody else joins in its name", async ({ browser, baseURL }) => {
  const email = `skipper-${process.pid}@skerry.example`;
  const lead = await requestsOf(baseURL ?? "", "lead");
  const invite = async (): Promise<string> => {
    const answer = await lead.post(`${team}/invitations`, { data: { email, role: "reader" } });
    expect(answer.status()).toBe(201);
    // The inviting person gets nothing that would let them in under somebody else's name.
    expect(await answer.json()).toEqual({ email });
    return invitationFor(lead, email);
  };
  const anybody = await request.newContext({ baseURL });
  const first = await invite();
  expect((await anybody.post("/api/join", { data: { secret: first, name: "Skipper", password: "slack-water-at-noon" } })).status()).toBe(
    200,
  );
  const members = async () => {
    const page = await (await browser.newContext({ storageState: await lead.storageState() })).newPage();
    await page.goto("/teams/skerry?show=members");
    const row = page.getByRole("row", { name: new RegExp(email) });
    await row.getByRole("button", { name: "Remove…" }).click();
    await row.getByRole("button", { name: /Yes, remove/ }).click();
    await expect(row).toHaveCount(0);
    await page.context().close();
  };
  await members();
  const second = await invite();
  const stranger = await request.newContext({ baseURL });
  expect((await stranger.post("/api/join", { data: { secret: second, name: "Thief", password: "slack-water-at-noon" } })).status()).toBe(
    409,
  );
  const author = await requestsOf(baseURL ?? "", "author");
  expect((await author.post("/api/join", { data: { secret: second } })).status()).toBe(409);
  await signInByRequest(anybody, email, "slack-water-at-noon");
  expect((await anybody.post("/api/join", { data: { secret: second } })).status()).toBe(200);
  await members();
});

test("a project knows how far it is behind, and its owner adopts the new version after a preview", async ({ browser, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", { kind: "columns", width: 1440, columns: 12 }, `Behind ${process.pid}`);
  const spec = path.split("/").at(-1) ?? "";
  const draft = path.replace("/specs", "/api/drafts");
  const lead = await requestsOf(baseURL ?? "", "lead");
  const publish = async (revision: number, number: string) =>
    expect((await lead.post(`${draft}/publish`, { data: { revision, number, note: "" } })).status()).toBe(201);
  const change = async (revision: number, member: string, from: unknown, to: unknown) =>
    expect(
      (await lead.post(draft, { data: { revision, changes: [{ path: ["breakpoints", "desk", "columns", member], from, to }] } })).status(),
    ).toBe(200);
  await publish(1, "1.0.0");
  const author = await pageOf(browser, "author");
  const name = `Deck signs ${process.pid}`;
  await author.page.goto("/teams/skerry");
  await author.page.getByLabel("Add a project").fill(name);
  await author.page.locator("form", { hasText: "Add a project" }).getByRole("button", { name: "Add", exact: true }).click();
  const card = author.page.getByRole("article", { name });
  await chooseSpec(card.getByRole("combobox", { name: `Spec ${name} uses` }), `Behind ${process.pid}`);
  await card.getByRole("button", { name: "Add", exact: true }).click();
  await expect(card.getByText("up to date")).toBeVisible();
  await change(1, "gutter", "16px", "24px");
  await publish(2, "1.1.0");
  await change(2, "count", 12, 10);
  await publish(3, "2.0.0");
  await author.page.reload();
  await expect(card.getByText("behind by 2 versions, one of them major")).toBeVisible();
  await card.getByRole("link", { name: "See what 2.0.0 changes" }).click();
  await expect(changed(author.page, "Columns", "12", "10")).toBeVisible();
  // They were notified, too.
  await author.page.goto("/inbox");
  await expect(author.page.getByRole("link", { name: `Behind ${process.pid} 2.0.0 is out` })).toBeVisible();
  await author.page.goto("/teams/skerry");
  await card.getByRole("button", { name: "Update to 2.0.0" }).click();
  await expect(card.getByText("up to date")).toBeVisible();

  // A project's access token reads versions, its use is recorded, and it ends when revoked.
  await card.getByText(/^Access tokens/).click();
  await card.getByLabel(`Name of a new token of ${name}`).fill("Build server");
  await card.getByRole("button", { name: "Create a token" }).click();
  const token = await card.locator("code").innerText();
  expect(token).toMatch(/^ypsl_[\w-]{43}$/);
  const build = await request.newContext({ baseURL, extraHTTPHeaders: { Authorization: `Bearer ${token}` } });
  expect((await build.get(`/api/v1${path}/latest/layout.css`)).headers()["x-ypsiline-version"]).toBe("2.0.0");
  expect((await build.get(`/api/v1${path}`)).status()).toBe(200);
  expect((await build.get(draft)).status()).toBe(401);
  expect((await build.get("/api/v1/specs/other/spec")).status()).toBe(404);
  await author.page.reload();
  await card.getByText(/^Access tokens/).click();
  await expect(card.getByText(`fetched ${spec} 2.0.0`)).toBeVisible();
  await card.getByRole("button", { name: "Revoke Build server" }).click();
  await expect(card.getByText("Build server revoked")).toBeVisible();
  expect((await build.get(`/api/v1${path}/latest`)).status()).toBe(401);
  // A revoked token disappears from the screen.
  await card.getByLabel(`Name of a new token of ${name}`).fill("Night build");
  await card.getByRole("button", { name: "Create a token" }).click();
  await expect(card.locator(".secret-once")).toBeVisible();
  await card.getByRole("button", { name: "Revoke Night build" }).click();
  await expect(card.locator(".secret-once")).toHaveCount(0);
  expect(author.said).toEqual([]);
  await author.context.close();
});

test("a webhook is signed, delivered, sent again after its receiver was down, and repeated by hand", async ({ browser }) => {
  test.setTimeout(90_000);
  type Result = { event: string; signature: string; time: string; body: string };
  const got: Result[] = [];
  let down = true;
  const read = async (message: IncomingMessage): Promise<string> => {
    const chunks: Buffer[] = [];
    for await (const chunk of message) chunks.push(chunk as Buffer);
    return Buffer.concat(chunks).toString("utf8");
  };
  const receiver = createServer((message, response) => {
    void read(message).then((body) => {
      const header = (name: string): string => String(message.headers[name] ?? "");
      if (!down)
        got.push({ event: header("x-ypsiline-event"), signature: header("x-ypsiline-signature"), time: header("x-ypsiline-time"), body });
      response.writeHead(down ? 503 : 204).end();
    });
  });
  await new Promise<void>((resolve) => receiver.listen(0, "127.0.0.1", resolve));
  const url = `http://127.0.0.1:${(receiver.address() as AddressInfo).port}/layouts`;
  try {
    const lead = await pageOf(browser, "lead");
    // A team of its own: other tests publish in the other one, which its webhooks would be sent too.
    const { team: own } = (await (await lead.page.request.post("/api/teams", { data: { name: `Hooks ${process.pid}` } })).json()) as {
      team: string;
    };
    await lead.page.goto(`/teams/${own}?show=webhooks`);
    await lead.page.getByLabel("Add a webhook").fill("ftp://hooks.skerry.example");
    await lead.page.getByRole("button", { name: "Add", exact: true }).click();
    await expect(lead.page.getByText("must begin with https:// or http://")).toBeVisible();
    await lead.page.getByLabel("Add a webhook").fill(url);
    await lead.page.getByRole("button", { name: "Add", exact: true }).click();
    const secret = await lead.page.locator(".secret-once code").innerText();

    const begun = await lead.page.request.post("/api/specs", { data: { team: own, name: "Told", start: { kind: "blank" } } });
    const { spec } = (await begun.json()) as { spec: string };
    const published = await lead.page.request.post(`/api/drafts/${own}/${spec}/publish`, {
      data: { revision: 1, number: "1.0.0", note: "Out." },
    });
    expect(published.status()).toBe(201);
    const row = lead.page.getByRole("row", { name: new RegExp(`${new URL(url).host}.*version\\.published`) }).first();
    await expect(async () => {
      await lead.page.reload();
      await expect(row).toContainText("answered 503", { timeout: 500 });
    }).toPass({ timeout: 15_000 });
    await expect(row).toContainText("waiting");
    down = false;
    await expect(async () => {
      await lead.page.reload();
      await expect(row).toContainText("delivered", { timeout: 500 });
    }).toPass({ timeout: 30_000 });
    const [first] = got;
    expect(first?.event).toBe("version.published");
    expect(JSON.parse(first?.body ?? "{}")).toMatchObject({
      event: "version.published",
      team: own,
      package: `@${own}/${spec}`,
      url: expect.stringMatching(new RegExp(`^http://.+/specs/${own}/${spec}/versions/1\\.0\\.0$`)),
      version: "1.0.0",
      note: "Out.",
    });
    // The check that a receiver makes: HMAC SHA-256 of "time.body" with its secret (RFC 2104).
    expect(first?.signature).toBe(
      `sha256=${createHmac("sha256", secret)
        .update(`${first?.time ?? ""}.${first?.body ?? ""}`)
        .digest("hex")}`,
    );

    await row.getByRole("button", { name: "Send again" }).click();
    await expect(() => expect(got.length).toBeGreaterThanOrEqual(2)).toPass({ timeout: 10_000 });
    expect(got[1]?.body).toBe(first?.body);
    await lead.page.getByRole("button", { name: `Remove ${url}` }).click();
    await expect(lead.page.getByRole("button", { name: `Remove ${url}` })).toHaveCount(0);
    // A webhook that receives sentences, and is tested.
    await lead.page.getByLabel("Add a webhook").fill(url);
    await lead.page.getByLabel("What it gets").selectOption("text");
    await lead.page.getByRole("button", { name: "Add", exact: true }).click();
    await expect(lead.page.locator(".secret-once")).toBeVisible();
    await lead.page.getByRole("button", { name: `Send a test to ${url}` }).click();
    await expect(lead.page.getByText("The test is on its way.")).toBeVisible();
    await expect(() => expect(JSON.parse(got.at(-1)?.body ?? "{}")).toEqual({ text: expect.stringContaining("test message") })).toPass({
      timeout: 10_000,
    });
    await lead.page.getByRole("button", { name: `Remove ${url}` }).click();
    await expect(lead.page.locator(".secret-once")).toHaveCount(0);
    expect(lead.said).toEqual([]);
    await lead.context.close();
  } finally {
    receiver.closeAllConnections();
    receiver.close();
  }
});

test("authors publish where the team allows it; the activity is listed and exported", async ({ baseURL }) => {
  const lead = await requestsOf(baseURL ?? "", "lead");
  const author = await requestsOf(baseURL ?? "", "author");
  const path = await makeSpec(baseURL ?? "", { kind: "blank" });
  const spec = path.split("/").at(-1) ?? "";
  const publish = () =>
    author.post(`${path.replace("/specs", "/api/drafts")}/publish`, {
      data: { revision: 1, number: "1.0.0", note: 'Said, "with" commas' },
    });
  expect((await publish()).status()).toBe(403);
  // Another test checks what an author may not do, so the team's setting is changed only for a moment.
  expect((await lead.post(`${team}/settings`, { data: { publishers: "authors" } })).status()).toBe(200);
  const published = await publish();
  expect((await lead.post(`${team}/settings`, { data: { publishers: "leads" } })).status()).toBe(200);
  expect(published.status()).toBe(201);
  const csv = await (await author.get(`${team}/activity?spec=${spec}`)).text();
  expect(csv).toMatch(/^at,person,token,spec,what,words\r\n/);
  expect(csv).toContain(`,Author,,${spec},published,"published version 1.0.0: Said, ""with"" commas"`);
  const json = (await (await author.get(`${team}/activity?spec=${spec}&format=json`)).json()) as { entries: { what: string }[] };
  expect(json.entries.map(({ what }) => what)).toEqual(["published", "spec"]);
});

test("a spec is shared with anyone who has the link, and with the team alone again", async ({ browser, baseURL }) => {
  const path = await makeSpec(baseURL ?? "", { kind: "blank" });
  const lead = await pageOf(browser, "lead");
  expect(
    (
      await lead.page.request.post(`${path.replace("/specs", "/api/drafts")}/publish`, { data: { revision: 1, number: "1.0.0", note: "" } })
    ).status(),
  ).toBe(201);
  const anybody = await browser.newContext();
  const page = await anybody.newPage();
  await page.goto(`${path}/versions/latest`);
  await expect(page).toHaveURL(/sign-in/);
  await lead.page.goto(`${path}/versions/latest`);
  await lead.page.getByText("For the team").click();
  await lead.page.getByLabel("Anyone with the link may read its versions").check();
  await expect(async () => {
    await page.goto(`${path}/versions/latest`);
    await expect(page.locator(".title-block")).toBeVisible({ timeout: 1000 });
  }).toPass();
  await expect(page.getByRole("link", { name: "Sheet", exact: true })).toHaveCount(0);
  expect((await page.request.get(`/api/v1${path}/latest/tokens.json`)).status()).toBe(200);
  expect((await page.request.get(path.replace("/specs", "/api/drafts"))).status()).toBe(401);
  await lead.page.getByLabel("Anyone with the link may read its versions").uncheck();
  await expect(async () => expect((await page.request.get(`/api/v1${path}/latest`)).status()).toBe(401)).toPass();
  await anybody.close();
  await lead.context.close();
});

test("whoever finds an access token ends it without an account; its team is told, and nobody learns whether there was one", async ({
  browser,
}) => {
  const lead = await requestsOf(address, "lead");
  const name = `Found ${process.pid}`;
  const { token } = await tokenOf(lead, name);
  const used = () => fetch(`${address}/api/v1/specs/skerry/passenger-booking`, { headers: { Authorization: `Bearer ${token}` } });
  expect((await used()).status).toBe(200);
  const context = await browser.newContext({ baseURL: address });
  const page = await context.newPage();
  await page.goto("/tokens/end");
  const field = page.getByLabel("The token");
  const end = page.getByRole("button", { name: "End it" });
  await field.fill("ypsl_short");
  await end.click();
  await expect(page.getByText("must be an access token, all of it: ypsl_ and what follows")).toBeVisible();
  const said = page.getByText("If it was a token of this instance, it no longer works.");
  await field.fill(`ypsl_${"x".repeat(43)}`);
  await end.click();
  await expect(said).toBeVisible();
  expect((await used()).status).toBe(200);
  await page.reload();
  await field.fill(`  ${token} `);
  await end.click();
  await expect(said).toBeVisible();
  expect((await used()).status).toBe(401);
  await context.close();
  const told = await pageOf(browser, "lead");
  await told.page.goto("/inbox");
  await expect(told.page.getByText(`Somebody found the access token Build of ${name} and ended it.`)).toBeVisible();
  await told.context.close();
});
