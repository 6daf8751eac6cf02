import { readdir } from "node:fs/promises";
import { expect, test } from "@playwright/test";
import { join } from "node:path";
import postgres from "postgres";
import { openDatabase } from "../web/server/database";
import { migrate } from "../web/server/migrate";

const url = process.env["DATABASE_URL"] ?? "";
const folder = join(import.meta.dirname, "..", "db", "migrations");

test.describe("the database holds", () => {
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

  test("a published version against change, deletion and truncation", async () => {
    const words = "a published version can be neither changed nor deleted";
    expect(await refused(sql`UPDATE version SET note = 'other'`)).toBe(words);
    expect(await refused(sql`DELETE FROM version`)).toBe(words);
    expect(await refused(sql`TRUNCATE version CASCADE`)).toBe(words);
    expect(await refused(sql`DELETE FROM spec`)).toContain("violates foreign key constraint");
  });

  test("version numbers to rise, slugs to be unique in a team, drafts to be layouts", async () => {
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

  test("each migration once, though many start at once; a failed one is taken back whole", async () => {
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
      const { mkdirSync, writeFileSync } = await import("node:fs");
      mkdirSync(broken, { recursive: true });
      writeFileSync(join(broken, "9999_broken.sql"), "CREATE TABLE half (id int); SELECT nothing FROM nowhere;");
      expect(await refused(migrate(pool, broken))).toContain("9999_broken.sql failed");
      const [half] = await pool`SELECT to_regclass('half') AS found`;
      expect(half?.["found"]).toBeNull();
    } finally {
      await Promise.all(pools.map((pool) => pool.end()));
      await sql.unsafe(`DROP DATABASE ${name}`);
    }
  });

  test("passwords only as Argon2id hashes, sessions only as hashes of their tokens", async () => {
    const people = await sql<{ hash: string }[]>`SELECT password_hash AS hash FROM person`;
    expect(people.length).toBeGreaterThanOrEqual(3);
    for (const { hash } of people) expect(hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
  });
});
