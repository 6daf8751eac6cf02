import { request as httpRequest } from "node:http";
import { type APIRequestContext, expect, request, test } from "@playwright/test";
import { countAttempt } from "../web/server/identity/attempts";
import { openDatabase } from "../web/server/database/database";
import { hashPassword } from "../web/server/identity/passwords";
import { addMember, addPerson, addTeam } from "../web/server/identity/people";
import { secretHash } from "../web/server/database/secrets";
import { inTransaction } from "../web/server/database/transaction";
import { processOf } from "./instances";
import { makeSpec, requestsOf, signInByRequest } from "./people";

const words = "lanterns-on-the-breakwater";
const database = process.env["DATABASE_URL"] ?? "";
let made = 0;

/** New accounts for one test, each signed in, and two teams they lead. */
const crew = async (base: string, count: number) => {
  const sql = openDatabase(database, 2);
  const name = `crew-${process.pid}-${(made += 1)}`;
  const passwordHash = await hashPassword(words);
  const teams = [await addTeam(sql, { slug: name, name: "Crew" }), await addTeam(sql, { slug: `${name}-b`, name: "Crew B" })] as const;
  const people: { id: number; email: string; api: APIRequestContext }[] = [];
  for (let index = 0; index < count; index += 1) {
    const email = `${name}-${index}@skerry.example`;
    const id = await addPerson(sql, { email, name: `Hand ${index}`, passwordHash });
    await addMember(sql, teams[0], id, "lead");
    const api = await request.newContext({ baseURL: base });
    await signInByRequest(api, email, words);
    people.push({ id, email, api });
  }
  return { sql, name, teams, people };
};

const statusOf = async (answer: Promise<{ status: () => number }>): Promise<number> => (await answer).status();
const specOf = async (api: APIRequestContext, team: string, name: string): Promise<string> => {
  const answer = await api.post("/api/specs", { data: { team, name, start: { kind: "columns", width: 1440, columns: 12 } } });
  expect(answer.status()).toBe(201);
  return ((await answer.json()) as { spec: string }).spec;
};

test("news goes to today's members: not to a removed one, nor to the team a spec was moved from", async ({ baseURL }) => {
  const { sql, name, teams, people } = await crew(baseURL ?? "", 3);
  const [lead, writer, leaver] = people;
  if (!lead || !writer || !leaver) throw new Error("no crew");
  const inbox = async (id: number): Promise<readonly string[]> =>
    (await sql<{ words: string }[]>`SELECT words FROM inbox_item WHERE person_id = ${id} ORDER BY id`).map((row) => row.words);
  const spec = await specOf(lead.api, name, "Signals");
  const comments = `/api/drafts/${name}/${spec}/comments`;
  // Two people are in a thread; one is removed, and the thread goes on.
  const first = (await (await leaver.api.post(comments, { data: { about: "spec", words: "Is it wide enough?" } })).json()) as {
    id: number;
  };
  expect(await statusOf(writer.api.post(comments, { data: { about: "spec", words: "It is.", thread: first.id } }))).toBe(201);
  expect((await inbox(leaver.id)).length).toBe(1);
  expect(await statusOf(leaver.api.post(`/api/drafts/${name}/${spec}/reviews`, { data: { revision: 1, words: "" } }))).toBe(201);
  expect(await statusOf(lead.api.post(`/api/teams/${name}/members/${leaver.id}`, { data: { role: null } }))).toBe(200);
  expect(await inbox(leaver.id)).toEqual([]);
  expect(await statusOf(writer.api.post(comments, { data: { about: "spec", words: "Secret words.", thread: first.id } }))).toBe(201);
  const [review] = await sql<
    { id: number }[]
  >`SELECT r.id FROM review r JOIN spec s ON s.id = r.spec_id WHERE s.slug = ${spec} AND s.team_id = ${teams[0]}`;
  expect(
    await statusOf(
      lead.api.post(`/api/drafts/${name}/${spec}/reviews/${review?.id ?? 0}`, { data: { decision: "approved", words: "Secret" } }),
    ),
  ).toBe(200);
  expect(await inbox(leaver.id), "whoever was removed").toEqual([]);

  // The spec moves to a team that only its lead is in; the other participants of its threads get no more news.
  await addMember(sql, teams[1], lead.id, "lead");
  expect(await statusOf(lead.api.post(`/api/specs/${name}/${spec}/move`, { data: { team: `${name}-b` } }))).toBe(200);
  const before = await inbox(writer.id);
  const there = `/api/drafts/${name}-b/${spec}`;
  expect(await statusOf(lead.api.post(`${there}/comments`, { data: { about: "spec", words: "Moved words.", thread: first.id } }))).toBe(
    201,
  );
  expect(
    await statusOf(
      lead.api.post(`/api/specs/${name}-b/${spec}/name`, { data: { name: "Hidden name", description: "", address: "hidden-address" } }),
    ),
  ).toBe(200);
  expect(await inbox(writer.id), "the team it was moved from").toEqual(before);
  // Their log still lists what happened there, with the old address.
  const log = await (await writer.api.get(`/api/teams/${name}/activity`)).text();
  expect(log).toContain(`,${spec},`);
  expect(log).not.toMatch(/hidden-address|Hidden name/);
  const page = await (await writer.api.get(`/teams/${name}?show=activity`)).text();
  expect(page).not.toMatch(/hidden-address|Hidden name/);
  await sql.end();
});

test("a private spec's new name is not sent to a following team that cannot read it", async ({ baseURL }) => {
  const { sql, name, teams, people } = await crew(baseURL ?? "", 2);
  const [lead, other] = people;
  if (!lead || !other) throw new Error("no crew");
  await addMember(sql, teams[1], lead.id, "lead");
  await addMember(sql, teams[1], other.id, "lead");
  await sql`DELETE FROM membership WHERE team_id = ${teams[0]} AND person_id = ${other.id}`;
  const spec = await specOf(lead.api, name, "Followed");
  const publish = (revision: number, number: string) =>
    statusOf(lead.api.post(`/api/drafts/${name}/${spec}/publish`, { data: { revision, number, note: "" } }));
  expect(await publish(1, "1.0.0")).toBe(201);
  const follows = await lead.api.post("/api/specs", {
    data: { team: `${name}-b`, name: "Follower", start: { kind: "follow", team: name, spec, number: "1.0.0" } },
  });
  expect(follows.status()).toBe(201);
  expect(
    await statusOf(lead.api.post(`/api/specs/${name}/${spec}/name`, { data: { name: "Codename Petrel", description: "", address: spec } })),
  ).toBe(200);
  expect(await publish(2, "1.1.0")).toBe(201);
  // Those who may read it are notified; the team's log, which every member reads, does not name it.
  const log = await (await other.api.get(`/api/teams/${name}-b/activity`)).text();
  expect(log).toContain("Follower");
  expect(log).not.toContain("Petrel");
  const inbox = await sql<{ words: string }[]>`SELECT words FROM inbox_item WHERE person_id = ${other.id}`;
  expect(inbox.map((row) => row.words).join()).not.toContain("Petrel");
  await sql.end();
});

test("acts that meet in one spec wait for each other or are retried: none of move, rename, archive, save and publish at once fails", async ({
  baseURL,
}) => {
  test.setTimeout(120_000);
  const { sql, name, teams, people } = await crew(baseURL ?? "", 6);
  for (const { id } of people) await addMember(sql, teams[1], id, "lead");
  const specs = [
    await specOf(people[0]?.api as APIRequestContext, name, "First"),
    await specOf(people[0]?.api as APIRequestContext, name, "Second"),
  ];
  const seen = new Map<number, number>();
  // Wherever the spec is by then: all its old addresses lead to it.
  const acts: readonly ((api: APIRequestContext, spec: string, turn: number) => Promise<{ status: () => number }>)[] = [
    (api, spec, turn) =>
      api.post(`/api/drafts/${name}/${spec}`, {
        data: { revision: 1, changes: [{ path: ["leastColumn"], from: "0px", to: `${turn}px` }] },
      }),
    (api, spec, turn) =>
      api.post(`/api/specs/${name}/${spec}/name`, { data: { name: `Name ${turn % 3}`, description: "", address: `${spec}-${turn % 3}` } }),
    (api, spec, turn) => api.post(`/api/specs/${name}/${spec}/move`, { data: { team: turn % 2 === 0 ? name : `${name}-b` } }),
    (api, spec, turn) => api.post(`/api/specs/${name}/${spec}/archive`, { data: { archived: turn % 2 === 0 } }),
    (api, spec, turn) => api.post(`/api/drafts/${name}/${spec}/publish`, { data: { revision: turn % 9, number: `1.${turn}.0`, note: "" } }),
    (api, spec) => api.post(`/api/drafts/${name}/${spec}/comments`, { data: { about: "spec", words: "At once" } }),
    (api, spec, turn) => api.post(`/api/specs/${name}/${spec}/share`, { data: { public: turn % 2 === 0 } }),
    (api, _spec, turn) => api.post(`/api/teams/${name}/settings`, { data: { publishers: turn % 2 === 0 ? "leads" : "authors" } }),
    (api, _spec, turn) =>
      api.post(`/api/teams/${name}/members/${people[5]?.id ?? 0}`, { data: { role: turn % 2 === 0 ? "lead" : "author" } }),
  ];
  await Promise.all(
    people.map(async ({ api }, index) => {
      for (let turn = 0; turn < 60; turn += 1) {
        const act = acts[(turn * 7 + index * 5) % acts.length];
        const status = await statusOf(act?.(api, specs[turn % 2] ?? "", turn + index) ?? api.get("/"));
        seen.set(status, (seen.get(status) ?? 0) + 1);
      }
    }),
  );
  expect(
    [...seen.keys()].filter((status) => status >= 500),
    JSON.stringify([...seen]),
  ).toEqual([]);
  expect(seen.get(200) ?? 0).toBeGreaterThan(50);
  // A certain deadlock: PostgreSQL ends one of the two, and both get done.
  const rows = await sql<{ id: number }[]>`SELECT id FROM spec WHERE team_id IN ${sql([...teams])} ORDER BY id`;
  const [a = { id: 0 }, b = { id: 0 }] = rows;
  let tries = 0;
  const cross = (first: number, second: number) =>
    inTransaction(sql, async (tx) => {
      tries += 1;
      await tx`UPDATE spec SET description = description || 'x' WHERE id = ${first}`;
      await new Promise((resolve) => setTimeout(resolve, 300));
      await tx`UPDATE spec SET description = description || 'y' WHERE id = ${second}`;
    });
  await Promise.all([cross(a.id, b.id), cross(b.id, a.id)]);
  expect(tries).toBeGreaterThan(2);
  const [after] = await sql<
    { both: boolean }[]
  >`SELECT bool_and(description LIKE '%x%' AND description LIKE '%y%') AS both FROM spec WHERE id IN (${a.id}, ${b.id})`;
  expect(after?.both).toBe(true);
  await sql.end();
});

test("a team's quota refuses with a reason, and its page shows what is stored", async () => {
  test.setTimeout(120_000);
  const instance = await processOf({ DATABASE_URL: database, TEAM_STORAGE: "1", TEAM_SPECS: "2", TEAM_PROJECTS: "1", DEMO: "1" });
  try {
    const { sql, name, people } = await crew(instance.address, 1);
    const [lead] = people;
    if (!lead) throw new Error("no crew");
    const spec = await specOf(lead.api, name, "Small");
    await specOf(lead.api, name, "Second");
    const third = await lead.api.post("/api/specs", { data: { team: name, name: "Third", start: { kind: "blank" } } });
    expect(third.status()).toBe(422);
    expect(((await third.json()) as { detail: string }).detail).toContain("The team has 2 specs, the most it may have.");
    expect(await statusOf(lead.api.post(`/api/teams/${name}/projects`, { data: { name: "One" } }))).toBe(201);
    expect(await statusOf(lead.api.post(`/api/teams/${name}/projects`, { data: { name: "Two" } }))).toBe(422);
    // Designs of a few hundred KiB each, until the quota is used up.
    const boxes = Array.from({ length: 3_000 }, (_, index) => ({
      name: `A box with a rather long name, number ${index}`,
      x: index % 900,
      y: index,
      width: 99,
      height: 40,
    }));
    const list = JSON.stringify({ format: "ypsiline-boxes", formatVersion: 1, width: 1440, boxes });
    const keep = () => lead.api.post(`/api/specs/${name}/${spec}/designs`, { data: { name: "Large", source: "boxes", list } });
    let answer = await keep();
    for (let turn = 0; turn < 12 && answer.status() === 201; turn += 1) answer = await keep();
    expect(answer.status()).toBe(422);
    expect(((await answer.json()) as { detail: string }).detail).toMatch(/the team already uses [\d.]+ MiB of its 1\.0 MiB/);
    // Removing one makes room again. Edits go on meanwhile.
    const { designs } = (await (await lead.api.get(`/api/specs/${name}/${spec}/designs`)).json()) as { designs: { id: number }[] };
    expect(
      await statusOf(
        lead.api.post(`/api/drafts/${name}/${spec}`, {
          data: { revision: 1, changes: [{ path: ["leastColumn"], from: "0px", to: "8px" }] },
        }),
      ),
    ).toBe(200);
    expect(await statusOf(lead.api.post(`/api/specs/${name}/${spec}/designs/${designs[0]?.id ?? 0}`, { data: { removed: true } }))).toBe(
      200,
    );
    expect((await keep()).status()).toBe(201);
    const page = await (await lead.api.get(`/teams/${name}?show=members`)).text();
    expect(page).toContain("Saved designs");
    const [counted] = await sql<{ same: boolean }[]>`
      SELECT sum(k.bytes) = (SELECT sum(length(list::text)) FROM kept_design d JOIN spec s ON s.id = d.spec_id WHERE s.team_id = t.id AND d.removed_at IS NULL) AS same
      FROM kept_bytes k JOIN spec s ON s.id = k.spec_id JOIN team t ON t.id = s.team_id WHERE t.slug = ${name} AND k.kind = 'designs' GROUP BY t.id`;
    expect(counted?.same).toBe(true);
    await sql.end();
  } finally {
    instance.child.kill("SIGTERM");
  }
});

test("equal files of two versions are stored once", async ({ baseURL }) => {
  const { sql, name, people } = await crew(baseURL ?? "", 1);
  const [lead] = people;
  if (!lead) throw new Error("no crew");
  const spec = await specOf(lead.api, name, "Twice");
  for (const number of ["1.0.0", "1.0.1"])
    expect(await statusOf(lead.api.post(`/api/drafts/${name}/${spec}/publish`, { data: { revision: 1, number, note: "" } }))).toBe(201);
  const [row] = await sql<{ files: number; bodies: number }[]>`
    SELECT count(*)::int AS files, count(DISTINCT f.sha512)::int AS bodies FROM version_file f JOIN version v ON v.id = f.version_id JOIN spec s ON s.id = v.spec_id
    JOIN team t ON t.id = s.team_id WHERE t.slug = ${name}`;
  expect(row?.files ?? 0).toBeGreaterThan(20);
  expect((row?.files ?? 0) - (row?.bodies ?? 0), "files that repeat").toBeGreaterThan(5);
  await sql.end();
});

test("a clock that is set back locks nobody out", async () => {
  const sql = openDatabase(database, 1);
  const subject = `clock ${process.pid}`;
  const pace = { free: 2, longest: 60 };
  for (let turn = 0; turn < 3; turn += 1) await countAttempt(sql, subject, pace);
  expect((await countAttempt(sql, subject, pace)).ok).toBe(false);
  // An hour back: a recorded wait ends an hour later than any wait can.
  await sql`UPDATE sign_in_attempt SET next_at = next_at + interval '1 hour', at = at + interval '1 hour' WHERE subject = ${subject}`;
  expect((await countAttempt(sql, subject, pace)).ok).toBe(true);
  await sql.end();
});

test("a session that is idle for 8 hours ends", async ({ baseURL }) => {
  const { sql, people } = await crew(baseURL ?? "", 1);
  const [one] = people;
  if (!one) throw new Error("no crew");
  const token = (await one.api.storageState()).cookies.find(({ name }) => name === "ypsiline_session")?.value ?? "";
  const age = (hours: number) =>
    sql`UPDATE session SET used_at = now() - make_interval(mins => ${hours * 60}) WHERE token_hash = ${secretHash(token)}`;
  await age(7.9);
  expect(await statusOf(one.api.get("/specs", { maxRedirects: 0 }))).toBe(200);
  // Its use was recorded, which prolongs it.
  const [used] = await sql<
    { now: boolean }[]
  >`SELECT used_at > now() - interval '1 minute' AS now FROM session WHERE token_hash = ${secretHash(token)}`;
  expect(used?.now).toBe(true);
  await age(8.1);
  expect(await statusOf(one.api.get("/specs", { maxRedirects: 0 }))).toBe(307);
  await sql.end();
});

test("TRACE and OPTIONS * are refused; a published page keeps its own stylesheet", async ({ page, baseURL }) => {
  const { hostname, port } = new URL(baseURL ?? "");
  const ask = (method: string, path: string): Promise<number> =>
    new Promise((resolve, reject) => {
      const sent = httpRequest({ hostname, port, method, path }, (answer) => {
        answer.resume();
        resolve(answer.statusCode ?? 0);
      });
      sent.on("error", reject);
      sent.end();
    });
  expect(await ask("TRACE", "/specs")).toBe(405);
  expect(await ask("OPTIONS", "*")).toBe(405);
  const faults: string[] = [];
  page.on("console", (message) => (message.type() === "error" ? faults.push(message.text()) : undefined));
  await page.goto("/api/v1/specs/skerry/passenger-booking/2.1.0/page.html");
  const columns = await page.evaluate(
    () => [...document.querySelectorAll("*")].filter((one) => getComputedStyle(one).display === "grid").length,
  );
  expect(columns, "elements that the stylesheet lays out").toBeGreaterThan(0);
  expect(faults).toEqual([]);
});

test("publishing checks again when it writes: a spec archived or moved while its files were written is not published", async ({
  baseURL,
}) => {
  const { sql, name, teams, people } = await crew(baseURL ?? "", 1);
  const [lead] = people;
  if (!lead) throw new Error("no crew");
  await addMember(sql, teams[1], lead.id, "lead");
  for (const change of ["archive", "move"] as const) {
    const spec = await specOf(lead.api, name, `Late ${change}`);
    // The spec is locked as if somebody changed it; publishing has done everything else by the time the lock is
    // released.
    const holding = openDatabase(database, 1);
    const [row] = await sql<{ id: number }[]>`SELECT id FROM spec WHERE slug = ${spec} AND team_id = ${teams[0]}`;
    const id = row?.id ?? 0;
    const publishing: Promise<number>[] = [];
    await inTransaction(holding, async (tx) => {
      await tx`SELECT id FROM spec WHERE id = ${id} FOR UPDATE`;
      publishing.push(statusOf(lead.api.post(`/api/drafts/${name}/${spec}/publish`, { data: { revision: 1, number: "1.0.0", note: "" } })));
      await new Promise((resolve) => setTimeout(resolve, 1_500));
      if (change === "archive") await tx`UPDATE spec SET archived_at = now() WHERE id = ${id}`;
      else await tx`UPDATE spec SET team_id = ${teams[1]} WHERE id = ${id}`;
    });
    await holding.end();
    expect(await Promise.all(publishing), change).toEqual([403]);
    const [count] = await sql<{ versions: number; told: number }[]>`
      SELECT (SELECT count(*)::int FROM version WHERE spec_id = ${id}) AS versions, (SELECT count(*)::int FROM activity WHERE spec_id = ${id} AND what = 'published') AS told`;
    expect(count, change).toEqual({ versions: 0, told: 0 });
  }
  await sql.end();
});

test("a draft too large to change in the request is changed by a worker, merged with other changes, and written once", async ({
  baseURL,
}) => {
  const path = await makeSpec(baseURL ?? "", { kind: "columns", width: 1440, columns: 12 });
  const sql = openDatabase(database, 1);
  const draft = path.replace("/specs", "/api/drafts");
  const author = await requestsOf(baseURL ?? "", "author");
  type Document = {
    breakpoints: { id: string }[];
    notes: { about: string; text: string }[];
    spacing: { name: string; multiple: number }[];
  };
  const read = async () => (await (await author.get(draft)).json()) as { revision: number; layout: Document };
  // Notes make it larger than the limit for changing it in the request.
  const notes = Array.from({ length: 60 }, (_, index) => ({ about: "spec", text: `${index} ${"~".repeat(1_500)}` }));
  const filled = await author.post(draft, { data: { revision: 1, changes: [{ path: ["notes"], from: [], to: notes }] } });
  expect(filled.status()).toBe(200);
  const steps = Array.from({ length: 12 }, (_, index) => ({ name: `step-${index}`, multiple: index + 1 }));
  const save = (data: unknown) => author.post(draft, { data });
  const answers = await Promise.all(
    steps.map((step, index) =>
      save({ revision: 2, id: `large-${process.pid}-${index}`, changes: [{ path: ["spacing", step.name], to: step }] }),
    ),
  );
  // Each is written, or must be sent again; sent again under its key, it is written once.
  for (const [index, answer] of answers.entries()) {
    let status = answer.status();
    for (let turn = 0; turn < 20 && status === 503; turn += 1)
      status = (
        await save({
          revision: 2,
          id: `large-${process.pid}-${index}`,
          changes: [{ path: ["spacing", `step-${index}`], to: steps[index] }],
        })
      ).status();
    expect(status).toBe(200);
  }
  const { revision, layout } = await read();
  expect(layout.spacing.filter(({ name }) => name.startsWith("step-")).length).toBe(12);
  expect(revision).toBe(2 + 12);
  // A number changed twice is asked about, as in a small draft.
  const twice = await save({ revision: 2, changes: [{ path: ["spacing", "step-3", "multiple"], from: 99, to: 7 }] });
  expect(twice.status()).toBe(409);
  expect(((await twice.json()) as { layout: Document }).layout.notes.length).toBe(60);
  await sql.end();
});
