import { request as httpRequest } from "node:http";
import { type APIRequestContext, expect, request, test } from "@playwright/test";
import { startCluster } from "../scripts/cluster";
import { runScript } from "../scripts/run-script";
import { openDatabase } from "../web/server/database/database";
import { makeLink } from "../web/server/happenings/links";
import { hashPassword } from "../web/server/identity/passwords";
import { addMember, addPerson, addTeam } from "../web/server/identity/people";
import { newSecret, secretHash } from "../web/server/database/secrets";
import { mailServer, processOf } from "./instances";
import { makeSpec, requestsOf, signInByRequest } from "./people";

const secretWords = "lamps-along-the-pier";
let made = 0;

/** A new account for one test, signed in, with its own team. */
const newcomer = async (base: string, database: string) => {
  const sql = openDatabase(database, 1);
  const name = `safe-${process.pid}-${(made += 1)}`;
  const email = `${name}@skerry.example`;
  const id = await addPerson(sql, { email, name: "Sound Keeper", passwordHash: await hashPassword(secretWords) });
  const teamId = await addTeam(sql, { slug: name, name: "Keepers" });
  await addMember(sql, teamId, id, "lead");
  const api = await request.newContext({ baseURL: base });
  await signInByRequest(api, email, secretWords);
  return { sql, id, teamId, team: name, email, api };
};

const statusOf = async (answer: Promise<{ status: () => number }>): Promise<number> => (await answer).status();

test("guesses of one's own password on the account page wait and count like guesses at the sign-in", async ({ baseURL }) => {
  const { api, email, sql } = await newcomer(baseURL ?? "", process.env["DATABASE_URL"] ?? "");
  const guess = () => statusOf(api.post("/api/account/password", { data: { old: "wrong", password: "new-lamps-on-the-pier" } }));
  const answers = await Promise.all(Array.from({ length: 60 }, guess));
  expect(answers.filter((status) => status === 422).length).toBeLessThanOrEqual(6);
  expect(answers.filter((status) => status === 429).length).toBeGreaterThanOrEqual(54);
  // The account has to wait on other pages now, too; if the wait is over by then, the next guesses get a longer one.
  const elsewhere = await request.newContext({ baseURL });
  const signIns = [];
  for (let turn = 0; turn < 8; turn += 1) {
    const signIn = await elsewhere.post("/session", { form: { email, password: "wrong" }, maxRedirects: 0 });
    signIns.push(signIn.headers()["location"] ?? "");
  }
  expect(signIns.filter((to) => to.includes("fault=too-many")).length).toBeGreaterThanOrEqual(4);
  await sql.end();
});

test("a common password, a short one or one's own name is refused with the reason", async ({ baseURL }) => {
  const { api, email, sql } = await newcomer(baseURL ?? "", process.env["DATABASE_URL"] ?? "");
  for (const [password, words] of [
    ["1qaz2wsx3edc", /easy to guess/],
    ["QWERTY123456", /easy to guess/],
    ["123456789012", /easy to guess/],
    ["            ", /not spaces/],
    ["aaaaaaaaaaaaaa", /repeat the same few characters/],
    ["harbour1harbour1", /repeat the same few characters/],
    [email, /based on your name or address/],
    ["sound keeper", /based on your name or address/],
  ] as const) {
    const answer = await api.post("/api/account/password", { data: { old: secretWords, password } });
    expect(answer.status(), password).toBe(422);
    expect(((await answer.json()) as { detail: string }).detail, password).toMatch(words);
  }
  expect(await statusOf(api.post("/api/account/password", { data: { old: secretWords, password: "new-lamps-on-the-pier" } }))).toBe(200);
  await sql.end();
});

test("mailed links end when the password or the address they were for changes", async ({ baseURL }) => {
  const { api, email, id, sql } = await newcomer(baseURL ?? "", process.env["DATABASE_URL"] ?? "");
  const anybody = await request.newContext({ baseURL });
  const reset = (secret: string) => statusOf(anybody.post("/api/account/reset", { data: { secret, password: "taken-by-a-stranger" } }));
  const first = await makeLink(sql, "password", { email, personId: id });
  expect(await statusOf(api.post("/api/account/password", { data: { old: secretWords, password: "new-lamps-on-the-pier" } }))).toBe(200);
  expect(await reset(first)).toBe(404);
  // The account changes its address: links mailed to the old one no longer work.
  const second = await makeLink(sql, "password", { email, personId: id });
  const third = await makeLink(sql, "email", { email: `new-${email}`, personId: id });
  expect(await statusOf(api.post("/api/account/email/confirm", { data: { secret: third } }))).toBe(200);
  expect(await reset(second)).toBe(404);
  // Not even one that was made a moment after the change.
  const late = await makeLink(sql, "password", { email, personId: id });
  expect(await reset(late)).toBe(404);
  expect(await reset(await makeLink(sql, "password", { email: `new-${email}`, personId: id }))).toBe(200);
  await sql.end();
});

test("an invitation to somebody who has joined by now is accepted without an error", async ({ baseURL }) => {
  const { api, teamId, id, sql } = await newcomer(baseURL ?? "", process.env["DATABASE_URL"] ?? "");
  const address = `later-${process.pid}@skerry.example`;
  const secret = newSecret();
  await sql`INSERT INTO invitation (team_id, email, role, token_hash, invited_by, expires_at) VALUES (${teamId}, ${address}, 'reader', ${secretHash(secret)}, ${id}, now() + interval '1 day')`;
  const link = await makeLink(sql, "email", { email: address, personId: id });
  expect(await statusOf(api.post("/api/account/email/confirm", { data: { secret: link } }))).toBe(200);
  expect(await statusOf(api.post("/api/join", { data: { secret } }))).toBe(200);
  // Their role stays the same, and the link is used up.
  const [membership] = await sql<{ role: string }[]>`SELECT role FROM membership WHERE team_id = ${teamId} AND person_id = ${id}`;
  expect(membership?.role).toBe("lead");
  expect(await statusOf(api.post("/api/join", { data: { secret } }))).toBe(404);
  await sql.end();
});

test("the last member closes the account: tokens, invitations and webhooks end, and the operator gives the team to somebody else", async ({
  baseURL,
}) => {
  const database = process.env["DATABASE_URL"] ?? "";
  const { api, team, teamId, email, sql } = await newcomer(baseURL ?? "", database);
  const heir = await newcomer(baseURL ?? "", database);
  const project = (await (await api.post(`/api/teams/${team}/projects`, { data: { name: "Signs" } })).json()) as { id: number };
  const { token } = (await (await api.post(`/api/teams/${team}/projects/${project.id}/tokens`, { data: { name: "Build" } })).json()) as {
    token: string;
  };
  expect(await statusOf(api.post(`/api/teams/${team}/invitations`, { data: { email: `x-${email}`, role: "lead" } }))).toBe(201);
  expect(await statusOf(api.post(`/api/teams/${team}/webhooks`, { data: { url: "http://127.0.0.1:9/hook" } }))).toBe(201);
  // Somebody already has the address that a closed account is given; closing still completes.
  const [{ id: next } = { id: 0 }] = await sql<{ id: number }[]>`SELECT id FROM person WHERE email = ${email}`;
  await addPerson(sql, { email: `former-${next}@closed.invalid`, name: "Odd", passwordHash: await hashPassword(secretWords) });
  expect(await statusOf(api.post("/api/account/close", { data: { password: secretWords } }))).toBe(200);
  const [left] = await sql<{ members: number; tokens: number; invitations: number; webhooks: number }[]>`
    SELECT (SELECT count(*)::int FROM membership WHERE team_id = ${teamId}) AS members,
      (SELECT count(*)::int FROM access_token t JOIN project p ON p.id = t.project_id WHERE p.team_id = ${teamId} AND t.revoked_at IS NULL) AS tokens,
      (SELECT count(*)::int FROM invitation WHERE team_id = ${teamId} AND revoked_at IS NULL) AS invitations,
      (SELECT count(*)::int FROM webhook WHERE team_id = ${teamId} AND removed_at IS NULL) AS webhooks`;
  expect(left).toEqual({ members: 0, tokens: 0, invitations: 0, webhooks: 0 });
  const build = await request.newContext({ baseURL, extraHTTPHeaders: { Authorization: `Bearer ${token}` } });
  expect(await statusOf(build.get("/npm/-/whoami"))).toBe(401);
  runScript("give-team.ts", [team, heir.email], { DATABASE_URL: database });
  expect(await statusOf(heir.api.get(`/teams/${team}?show=members`))).toBe(200);
  expect(() => runScript("give-team.ts", ["no-such-team", heir.email], { DATABASE_URL: database })).toThrow();
  // Nobody can sign up with an address of that kind.
  const odd = await heir.api.post(`/api/teams/${heir.team}/invitations`, { data: { email: "former-7@closed.invalid", role: "reader" } });
  expect(odd.status()).toBe(400);
  await sql.end();
  await heir.sql.end();
});

/** Reads a stream of events until it ends; false if it is still open after a while. */
const endOf = async (base: string, path: string, headers: Readonly<Record<string, string>>) => {
  const controller = new AbortController();
  const answer = await fetch(`${base}${path}`, { headers, signal: controller.signal });
  expect(answer.status).toBe(200);
  const reader = answer.body?.getReader();
  // The first event has arrived, so the stream is open.
  await reader?.read();
  const ended = (async () => {
    for (let part = await reader?.read(); part && !part.done; part = await reader?.read());
    return true;
  })().catch(() => true);
  return async (): Promise<boolean> => {
    const done = await Promise.race([ended, new Promise<false>((resolve) => setTimeout(() => resolve(false), 5_000))]);
    controller.abort();
    return done;
  };
};

const cookiesOf = async (api: APIRequestContext): Promise<string> =>
  (await api.storageState()).cookies.map(({ name, value }) => `${name}=${value}`).join("; ");

test("streams end when the right to them ends, also when another process ends it", async ({ baseURL }) => {
  test.setTimeout(120_000);
  const base = baseURL ?? "";
  const second = await processOf({ DATABASE_URL: process.env["DATABASE_URL"] ?? "" });
  try {
    const path = await makeSpec(base, { kind: "columns", width: 1440, columns: 12 });
    const lead = await requestsOf(base, "lead");
    const events = `/api${path}/events`;
    const share = (isPublic: boolean) => statusOf(lead.post(`/api${path}/share`, { data: { public: isPublic } }));
    for (const server of [base, second.address]) {
      // Anybody may listen to a public spec, until it becomes private.
      expect(await share(true)).toBe(200);
      const anybody = await endOf(server, events, {});
      expect(await share(false)).toBe(200);
      expect(await anybody(), `made private, ${server}`).toBe(true);
      // Signing out ends the session on the server, not only in the browser.
      const author = await requestsOf(base, "author");
      const listening = await endOf(server, events, { Cookie: await cookiesOf(author) });
      await author.post("/session", { form: { end: "1" }, maxRedirects: 0 });
      expect(await listening(), `signed out, ${server}`).toBe(true);
      // A project's token is revoked.
      const project = (await (
        await lead.post("/api/teams/skerry/projects", { data: { name: `Stream ${path.split("/").at(-1) ?? ""} ${server}` } })
      ).json()) as {
        id: number;
      };
      const tokens = `/api/teams/skerry/projects/${project.id}/tokens`;
      const { token } = (await (await lead.post(tokens, { data: { name: "Build" } })).json()) as { token: string };
      const build = await endOf(server, events, { Authorization: `Bearer ${token}` });
      const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 1);
      const [row] = await sql<{ id: number }[]>`SELECT id FROM access_token WHERE project_id = ${project.id}`;
      await sql.end();
      expect(await statusOf(lead.post(`${tokens}/${row?.id ?? 0}`, { data: {} }))).toBe(200);
      expect(await build(), `token revoked, ${server}`).toBe(true);
    }
    // Streams of people whose rights did not change go on.
    const reader = await requestsOf(base, "reader");
    const stays = await endOf(base, events, { Cookie: await cookiesOf(reader) });
    expect(await share(false)).toBe(200);
    expect(await stays()).toBe(true);
  } finally {
    second.child.kill("SIGTERM");
  }
});

test("mails: links never use a host from a request, subjects repeat nothing that was typed, and password mails wait for no others", async () => {
  test.setTimeout(240_000);
  const cluster = await startCluster(".data-test/letters");
  const mail = await mailServer();
  const sql = openDatabase(cluster.url, 2);
  await sql.unsafe("DROP SCHEMA public CASCADE; CREATE SCHEMA public");
  runScript("prepare.ts", [], { DATABASE_URL: cluster.url });
  const settings = { DATABASE_URL: cluster.url, SMTP_URL: mail.url, MAIL_FROM: "layouts@skerry.example" };
  // Without PUBLIC_URL, the links of a mail could only come from the request.
  await expect(processOf({ ...settings, PUBLIC_URL: "" })).rejects.toThrow(/PUBLIC_URL must be set where SMTP_URL is/);
  const instance = await processOf({ ...settings, PUBLIC_URL: "http://layouts.skerry.example" });
  try {
    const email = "keeper@skerry.example";
    const id = await addPerson(sql, { email, name: "Sound Keeper", passwordHash: await hashPassword(secretWords) });
    const teamId = await addTeam(sql, { slug: "keepers", name: "Click http://evil.example now" });
    await addMember(sql, teamId, id, "lead");
    // A hundred mails that nobody waits for, to a slow server.
    mail.slow(400);
    await sql`
      INSERT INTO outbox (team_id, recipient, subject, body, state, next_at)
      SELECT ${teamId}, 'many-' || n || '@skerry.example', 'News', 'News', 'waiting', now() FROM generate_series(1, 100) n`;
    const { hostname, port } = new URL(instance.address);
    const status = await new Promise<number>((resolve, reject) => {
      const body = JSON.stringify({ email });
      const sent = httpRequest(
        {
          hostname,
          port,
          path: "/api/account/forgotten",
          method: "POST",
          headers: {
            Host: "evil.example",
            "X-Forwarded-Host": "evil.example",
            "Content-Type": "application/json",
            "Content-Length": body.length,
          },
        },
        (answer) => {
          answer.resume();
          answer.on("end", () => resolve(answer.statusCode ?? 0));
        },
      );
      sent.on("error", reject);
      sent.end(body);
    });
    expect(status).toBe(200);
    await mail.linkTo(email, "/password/");
    const before = mail.letters.filter(({ to }) => to.startsWith("many-")).length;
    expect(before, "the password's letter came before the others").toBeLessThan(60);
    const letter = mail.letters.find(({ to }) => to === email);
    expect(letter?.text).toContain("http://layouts.skerry.example/password/");
    expect(mail.letters.map(({ text }) => text).join()).not.toContain("evil.example");
    mail.slow(0);

    // Invitations have a fixed subject, and one address gets no more of them than of other mails.
    const lead = await request.newContext({ baseURL: instance.address });
    await signInByRequest(lead, email, secretWords);
    const invite = () => statusOf(lead.post("/api/teams/keepers/invitations", { data: { email: "guest@skerry.example", role: "reader" } }));
    const answers = [];
    for (let sent = 0; sent < 20; sent += 1) answers.push(await invite());
    // Each wait is twice the previous one: however slowly they are sent, few get through.
    expect(answers.filter((one) => one === 201).length).toBeLessThanOrEqual(10);
    expect(answers).toContain(429);
    await expect(() => expect(mail.letters.some(({ to }) => to === "guest@skerry.example")).toBe(true)).toPass({ timeout: 20_000 });
    const invitation = mail.letters.find(({ to }) => to === "guest@skerry.example");
    expect(/^Subject: (.*)$/m.exec(invitation?.text ?? "")?.[1]?.trim()).toBe("You are invited to a team on Ypsiline");
    expect(invitation?.text).toContain("http://layouts.skerry.example/join/");
  } finally {
    instance.child.kill("SIGTERM");
    mail.close();
    await sql.end();
    cluster.stop();
  }
});
