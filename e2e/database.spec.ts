import { createHash } from "node:crypto";
import { cpSync, mkdirSync, writeFileSync } from "node:fs";
import { readdir } from "node:fs/promises";
import { expect, test } from "@playwright/test";
import { join } from "node:path";
import postgres from "postgres";
import { type Layout, readStoredLayout } from "@ypsiline/core";
import { openDatabase } from "../web/server/database/database";
import { migrate } from "../web/server/database/migrate";
import { saveChanges } from "../web/server/specs/drafts";
import { projectsOf } from "../web/server/projects/projects";
import type { PublishableTask } from "../web/server/heavy/kinds";
import { valueOf, versionWritten } from "../web/server/heavy/tasks";
import { publishDraft, withdrawVersion } from "../web/server/specs/publishing";
import { inTransaction, type Write } from "../web/server/database/transaction";
import { type DraftSummary, summaryOf } from "../web/server/heavy/draft-summary";
import { clearOld } from "../web/server/running/retention";
import { addSpec } from "../web/server/specs/specs";
import { seeded } from "../core/test/random";
import { password } from "../scripts/demo-accounts";
import { signInByRequest } from "./people";

const url = process.env["DATABASE_URL"] ?? "";
const folder = join(import.meta.dirname, "..", "db", "migrations");

test.describe("the database keeps", () => {
  let sql: postgres.Sql;
  test.beforeAll(() => {
    sql = openDatabase(url, 4);
  });
  test.afterAll(() => sql.end());

  const refused = async (work: Promise<unknown>): Promise<string> =>
    work.then(
      () => "nothing was refused",
      (error: unknown) => (error instanceof postgres.PostgresError ? error.message : String(error)),
    );

  test("a published version from change, deletion and truncation", async () => {
    const words = "a published version can be neither changed nor deleted";
    expect(await refused(sql`UPDATE version SET note = 'other'`)).toBe(words);
    expect(await refused(sql`DELETE FROM version`)).toBe(words);
    expect(await refused(sql`TRUNCATE version CASCADE`)).toBe(words);
    expect(await refused(sql`DELETE FROM spec`)).toContain("violates foreign key constraint");
  });

  test("version numbers rising, slugs unique in a team, and drafts valid layouts", async () => {
    const insert = (major: number, minor: number) => sql`
      INSERT INTO version (spec_id, major, minor, patch, layout, published_by)
      SELECT spec_id, ${major}, ${minor}, 0, layout, published_by FROM version WHERE major = 2 AND minor = 1 LIMIT 1`;
    expect(await refused(insert(2, 1))).toContain("higher than the last");
    expect(await refused(insert(1, 9))).toContain("higher than the last");
    expect(await refused(sql`INSERT INTO spec (team_id, slug, created_by) SELECT team_id, slug, created_by FROM spec LIMIT 1`)).toContain(
      "unique",
    );
    expect(await refused(sql`UPDATE draft SET layout = '{"format": "other"}'`)).toContain("check constraint");
  });

  test("to one run of each migration, though many processes start at once; a failed one is rolled back whole", async () => {
    const name = `migrate_${process.pid}`;
    await sql.unsafe(`CREATE DATABASE ${name}`);
    const address = new URL(url);
    address.pathname = `/${name}`;
    const pools = Array.from({ length: 4 }, () => openDatabase(address.toString(), 1));
    try {
      const ran = await Promise.all(pools.map((pool) => migrate(pool, folder)));
      expect(ran.flat()).toEqual((await readdir(folder)).sort());
      expect(ran.flat().length).toBeGreaterThan(1);
      const [pool] = pools;
      if (!pool) throw new Error("no pool");
      const broken = test.info().outputPath("migrations");
      // A release that knows fewer migrations than the database has refuses to use it.
      mkdirSync(broken, { recursive: true });
      expect(await refused(migrate(pool, broken))).toContain("this database is of a later release (0001_first.sql, ");
      cpSync(folder, broken, { recursive: true });
      writeFileSync(join(broken, "9999_broken.sql"), "CREATE TABLE half (id int); SELECT nothing FROM nowhere;");
      expect(await refused(migrate(pool, broken))).toContain("9999_broken.sql failed");
      const [half] = await pool`SELECT to_regclass('half') AS found`;
      expect(half?.["found"]).toBeNull();
    } finally {
      await Promise.all(pools.map((pool) => pool.end()));
      await sql.unsafe(`DROP DATABASE ${name}`);
    }
  });

  test("passwords only as Argon2id hashes, sessions only as hashes of their tokens", async ({ playwright, baseURL }) => {
    const people = await sql<{ hash: string }[]>`SELECT password_hash AS hash FROM person WHERE closed_at IS NULL`;
    expect(people.length).toBeGreaterThanOrEqual(3);
    for (const { hash } of people) expect(hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    const api = await playwright.request.newContext({ baseURL });
    await signInByRequest(api, "reader@skerry.example", password);
    const token = (await api.storageState()).cookies.find(({ name }) => name === "ypsiline_session")?.value ?? "";
    expect(token.length).toBeGreaterThan(30);
    const sessions = await sql<{ hash: Buffer }[]>`SELECT token_hash AS hash FROM session`;
    const kept = sessions.map(({ hash }) => hash.toString("hex"));
    expect(kept).toContain(createHash("sha256").update(token).digest("hex"));
    expect(kept.filter((one) => one === Buffer.from(token).toString("hex") || one.length !== 64)).toEqual([]);
    await api.dispose();
  });

  test("what is pending, unread or valid, and deletes only what has been over for long enough", async () => {
    const mark = `old ${process.pid}`;
    const [hook] = await sql<{ id: number; team: number; person: number }[]>`
      INSERT INTO webhook (team_id, url, secret, made_by, removed_at) SELECT m.team_id, 'https://hooks.skerry.example/old', 's', m.person_id, now()
      FROM membership m LIMIT 1 RETURNING id, team_id AS team, made_by AS person`;
    if (!hook) throw new Error("no webhook");
    const { id, team, person } = hook;
    const hash = (text: string) =>
      createHash("sha256")
        .update(text + mark)
        .digest();
    const days = (count: number) => sql`now() - make_interval(days => ${count})`;
    for (const age of [0, 89, 91])
      for (const state of ["waiting", "delivered", "failed"])
        await sql`INSERT INTO webhook_delivery (webhook_id, event, body, state, next_at, at) VALUES (${id}, ${mark}, '{}', ${state}, now() + interval '1 day', ${days(age)})`;
    for (const age of [89, 91]) {
      await sql`INSERT INTO outbox (team_id, recipient, subject, body, at) VALUES (${team}, ${mark}, 's', 'b', ${days(age)})`;
      await sql`INSERT INTO inbox_item (person_id, kind, team_id, words, path, at, read_at) VALUES (${person}, 'k', ${team}, ${mark}, '/', ${days(age)}, ${days(age)})`;
      await sql`INSERT INTO inbox_item (person_id, kind, team_id, words, path, at) VALUES (${person}, 'k', ${team}, ${mark}, '/', ${days(age)})`;
    }
    for (const [hours, ahead] of [
      [2, -1],
      [25, -1],
      [25, 1],
    ] as const)
      await sql`INSERT INTO sign_in_attempt (subject, failures, at, next_at)
        VALUES (${`${mark} ${hours} ${ahead}`}, 3, now() - make_interval(hours => ${hours}), now() + make_interval(hours => ${ahead}))`;
    for (const ahead of [-1, 1])
      await sql`INSERT INTO session (token_hash, person_id, expires_at) VALUES (${hash(`session ${ahead}`)}, ${person}, now() + make_interval(hours => ${ahead}))`;
    // What other tests do meanwhile does not count.
    const [last] = await sql<{ id: number; n: number }[]>`SELECT max(id) AS id, count(*)::int AS n FROM activity`;
    // Two at once, as in two processes: together they handle each row once.
    const both = await Promise.all([clearOld(sql), clearOld(sql)]);
    const sum = (table: string): number => both.reduce((all, gone) => all + (gone[table] ?? 0), 0);
    expect([sum("webhook_delivery"), sum("outbox"), sum("inbox_item"), sum("sign_in_attempt")]).toEqual([2, 1, 1, 1]);
    expect(sum("session")).toBeGreaterThanOrEqual(1);
    const left = await sql<{ state: string; n: number }[]>`
      SELECT state, count(*)::int AS n FROM webhook_delivery WHERE event = ${mark} GROUP BY state ORDER BY state`;
    expect(left.map(({ state, n }) => [state, n])).toEqual([
      ["delivered", 2],
      ["failed", 2],
      ["waiting", 3],
    ]);
    expect((await sql`SELECT 1 FROM inbox_item WHERE words = ${mark}`).length).toBe(3);
    expect(
      (await sql`SELECT subject FROM sign_in_attempt WHERE subject LIKE ${`${mark}%`} ORDER BY subject`).map((row) =>
        String(row["subject"]),
      ),
    ).toEqual([`${mark} 2 -1`, `${mark} 25 1`]);
    expect((await sql`SELECT 1 FROM session WHERE token_hash IN ${sql([hash("session 1"), hash("session -1")])}`).length).toBe(1);
    expect(await sql`SELECT count(*)::int AS n FROM activity WHERE id <= ${last?.id ?? 0}`).toEqual([{ n: last?.n }]);
    await sql`DELETE FROM webhook_delivery WHERE event = ${mark}`;
    await sql`DELETE FROM inbox_item WHERE words = ${mark}`;
    await sql`DELETE FROM outbox WHERE recipient = ${mark}`;
  });

  test("how far each project is behind, as counted by hand over random versions", async () => {
    const random = seeded("behind");
    const slug = `behind-${process.pid}`;
    const [made] = await sql<{ team: number; person: number }[]>`
      WITH t AS (INSERT INTO team (slug, name) VALUES (${slug}, 'Behind') RETURNING id)
      SELECT t.id AS team, (SELECT min(id) FROM person) AS person FROM t`;
    if (!made) throw new Error("no team");
    const { team, person } = made;
    type Number3 = readonly [number, number, number];
    const expected = new Map<string, readonly [versions: number, majors: number, most: string | null]>();
    for (let turn = 0; turn < 12; turn += 1) {
      const [spec] = await sql<
        { id: number }[]
      >`INSERT INTO spec (team_id, slug, created_by) VALUES (${team}, ${`s${turn}`}, ${person}) RETURNING id`;
      if (!spec) throw new Error("no spec");
      await sql`INSERT INTO draft (spec_id, revision, layout, updated_by) SELECT ${spec.id}, 1, layout, ${person} FROM draft LIMIT 1`;
      let [major, minor, patch] = [1, 0, 0];
      const all: { readonly id: number; readonly number: Number3; readonly withdrawn: boolean }[] = [];
      for (let count = random.integer(1, 9); count > 0; count -= 1) {
        const [row] = await sql<{ id: number }[]>`
          INSERT INTO version (spec_id, major, minor, patch, layout, published_by)
          SELECT ${spec.id}, ${major}, ${minor}, ${patch}, layout, ${person} FROM draft WHERE spec_id = ${spec.id} RETURNING id`;
        const withdrawn = random.integer(0, 3) === 0;
        if (row && withdrawn)
          await sql`INSERT INTO version_withdrawal (version_id, reason, person_id) VALUES (${row.id}, 'Why', ${person})`;
        if (row) all.push({ id: row.id, number: [major, minor, patch], withdrawn });
        const step = random.integer(0, 2);
        if (step === 0) [major, minor, patch] = [major + 1, 0, 0];
        else if (step === 1) [minor, patch] = [minor + 1, 0];
        else patch += 1;
      }
      for (const [place, at] of all.entries()) {
        const name = `${turn} at ${at.number.join(".")}`;
        await sql`
          WITH p AS (INSERT INTO project (team_id, name, owner_id) VALUES (${team}, ${name}, ${person}) RETURNING id)
          INSERT INTO project_use (project_id, spec_id, version_id, person_id) SELECT p.id, ${spec.id}, ${at.id}, ${person} FROM p`;
        // One after the other, each compared with the last one that was not withdrawn.
        let before = at.number;
        let [versions, majors, most] = [0, 0, null as string | null];
        for (const { number, withdrawn } of all.slice(place + 1)) {
          if (withdrawn) continue;
          const level = number[0] > before[0] ? "major" : number[1] > before[1] ? "minor" : "patch";
          versions += 1;
          if (level === "major") majors += 1;
          if (most === null || level === "major" || (level === "minor" && most === "patch")) most = level;
          before = number;
        }
        expected.set(name, [versions, majors, most]);
      }
    }
    const found = new Map<string, readonly [number, number, string | null]>();
    for (let page = 1; ; page += 1) {
      const { entries, more, total } = await projectsOf(sql, team, { page });
      expect(total).toBe(expected.size);
      for (const { name, uses } of entries) {
        const behind = uses[0]?.behind;
        if (behind) found.set(name, [behind.versions, behind.majors, behind.most]);
      }
      if (!more) break;
    }
    expect(Object.fromEntries(found)).toEqual(Object.fromEntries(expected));
    expect([...expected.values()].filter(([, majors]) => majors > 1).length).toBeGreaterThan(0);
  });

  test("what a card shows of a draft: its name with each write, its findings once they are counted", async () => {
    const slug = `card-${process.pid}`;
    const [made] = await sql<{ team: number; person: number; layout: Layout }[]>`
      WITH t AS (INSERT INTO team (slug, name) VALUES (${slug}, 'Card') RETURNING id)
      SELECT t.id AS team, (SELECT min(id) FROM person) AS person, (SELECT layout FROM version ORDER BY id LIMIT 1) AS layout FROM t`;
    if (!made) throw new Error("no team");
    const { team: teamId, person: personId } = made;
    const layout = readStoredLayout(made.layout);
    const [first] = layout.breakpoints;
    if (!first) throw new Error("a layout without breakpoints");
    const begins = { layout: JSON.stringify(layout), summary: summaryOf(layout) };
    const specId = (await inTransaction(sql, (tx) => addSpec(tx, { teamId, slug, description: "", ...begins, personId }))) ?? 0;
    const doing = { teamId, specId, personId, team: slug, spec: slug };
    const write: Write<{ doing: typeof doing }> = (work) => inTransaction(sql, (tx) => work(tx, { doing }));
    const card = async () => {
      const [row] = await sql<
        { summary: DraftSummary; now: number }[]
      >`SELECT summary, revision AS now FROM draft WHERE spec_id = ${specId}`;
      if (!row) throw new Error("no draft");
      return { fresh: row.summary.revision === row.now, name: row.summary.name };
    };
    /** What the application counted in the current draft. */
    const counts = async () => {
      type Row = { problems: number; changes: number; version: boolean };
      const found: Row[] = [];
      await expect(async () => {
        const [row] = await sql<(Row & { now: boolean })[]>`
          SELECT c.problems, c.changes, c.version_id IS NOT NULL AS version, c.next_at IS NULL AND c.revision = d.revision AS now
          FROM draft_counts c JOIN draft d USING (spec_id) WHERE spec_id = ${specId}`;
        expect(row?.now).toBe(true);
        if (row) found[0] = { problems: row.problems, changes: row.changes, version: row.version };
      }).toPass({ timeout: 20_000 });
      return found[0];
    };
    const gutter = (was: string, to: string) =>
      saveChanges(
        sql,
        write,
        specId,
        { madeOn: 1, changes: [{ path: ["breakpoints", first.id, "columns", "gutter"], from: was, to }] },
        () => {
          throw new Error("a small draft is changed on the spot");
        },
      );
    expect(await card()).toEqual({ fresh: true, name: layout.name });
    expect(await counts()).toEqual({ version: false, changes: 0, problems: 0 });
    const first100 = { specId, personId, revision: 1, number: { major: 1, minor: 0, patch: 0 }, note: "" };
    const workers = { look: valueOf<PublishableTask>, write: versionWritten };
    expect((await publishDraft(sql, write, first100, workers)).ok).toBe(true);
    expect(await counts()).toEqual({ version: true, changes: 0, problems: 0 });
    expect(await gutter(first.columns.gutter, "30px")).toMatchObject({ ok: true, value: { ok: true } });
    expect(await card()).toEqual({ fresh: true, name: layout.name });
    expect(await counts()).toMatchObject({ version: true, changes: 1 });
    expect(await gutter("30px", "900px")).toMatchObject({ ok: true, value: { ok: true } });
    const off = await counts();
    expect(off?.changes).toBe(1);
    expect(off?.problems).toBeGreaterThan(0);
    const withdrawn = await write((tx, { doing: by }) => withdrawVersion(tx, { ...by, number: first100.number, reason: "Why" }));
    expect(withdrawn.ok).toBe(true);
    expect(await counts()).toMatchObject({ version: false, changes: 0 });
  });
});
