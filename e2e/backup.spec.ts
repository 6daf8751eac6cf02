import { execFile } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdtempSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { startCluster } from "../scripts/cluster";
import { startDemoCluster } from "../scripts/demo-server";
import { openDatabase } from "../web/server/database/database";
import { root } from "./clients";

test("a backup made while others write is restored whole into an empty database only, and an older release refuses a newer backup", async () => {
  test.setTimeout(240_000);
  const from = await startDemoCluster(".data-test/backup-from");
  const to = await startCluster(".data-test/backup-to");
  const archive = (what: string, file: string, url: string) =>
    new Promise<{ code: number; out: string }>((resolve) =>
      execFile(
        process.execPath,
        [join(root, "scripts", "run.mjs"), "archive", what, file],
        { cwd: root, env: { ...process.env, DATABASE_URL: url } },
        (error, out, err) => resolve({ code: error === null ? 0 : 1, out: out + err }),
      ),
    );
  try {
    const sql = openDatabase(from.url, 2);
    const empty = openDatabase(to.url, 2);
    await empty.unsafe("DROP SCHEMA public CASCADE; CREATE SCHEMA public");
    let writing = true;
    let written = 0;
    const writer = (async () => {
      while (writing) {
        await sql`INSERT INTO activity (team_id, what, words) SELECT id, 'test', ${`line ${(written += 1)}`} FROM team WHERE slug = 'skerry'`;
      }
    })();
    const file = join(mkdtempSync(join(tmpdir(), "ypsiline-backup-")), "all.dump");
    const made = await archive("backup", file, from.url);
    writing = false;
    await writer;
    expect(made.code, made.out).toBe(0);
    expect(made.out).toMatch(/\d+ tables, .* all of it read back\./);
    // Only its owner can read it, and its contents are listed with hashes.
    for (const path of [file, `${file}.sha512`]) expect(statSync(path).mode & 0o777, path).toBe(0o600);
    const hashes = readFileSync(`${file}.sha512`, "utf8");
    expect(hashes).toContain(`${createHash("sha512").update(readFileSync(file)).digest("hex")}  all.dump`);
    expect(hashes).toMatch(/^[0-9a-f]{128} {2}table version$/m);
    expect(written).toBeGreaterThan(10);
    expect((await archive("backup", file, from.url)).out).toContain("a backup is written over nothing");
    // A single changed byte is found before anything is restored.
    const damaged = `${file}.damaged`;
    const bytes = readFileSync(file);
    bytes[bytes.length >> 1] = (bytes[bytes.length >> 1] ?? 0) ^ 1;
    writeFileSync(damaged, bytes);
    writeFileSync(`${damaged}.sha512`, hashes);
    const refusedRestore = await archive("restore", damaged, to.url);
    expect(refusedRestore.code).toBe(1);
    expect(refusedRestore.out).toMatch(/is not the file whose hash stands in|cannot be read back|is no backup that can be read/);
    const restored = await archive("restore", file, to.url);
    expect(restored.code, restored.out).toBe(0);
    // Every table is the same, except for rows written after the backup.
    const tables = (
      await sql<{ name: string }[]>`SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' ORDER BY 1`
    ).map(({ name }) => name);
    expect(tables.length).toBeGreaterThan(20);
    const sums = async (db: typeof sql, table: string) =>
      db.unsafe(`SELECT count(*)::int AS count, md5(string_agg(md5(t::text), '' ORDER BY md5(t::text))) AS hash FROM "${table}" t`);
    for (const table of tables.filter((name) => name !== "activity"))
      expect(await sums(empty, table), table).toEqual(await sums(sql, table));
    const [kept] = await empty<
      { count: number; most: number }[]
    >`SELECT count(*)::int AS count, max(substring(words FROM 6)::int) AS most FROM activity WHERE what = 'test'`;
    expect(kept?.count, "a backup is of one moment").toBe(kept?.most ?? 0);
    const again = await archive("restore", file, to.url);
    expect(again.code).toBe(1);
    expect(again.out).toContain("A backup is restored into an empty one");
    expect((await archive("restore", join(root, "package.json"), to.url)).out).toContain("is no backup that can be read");

    // A later release has used this database.
    await empty`INSERT INTO migration (name) VALUES ('9999_of-tomorrow.sql')`;
    const refused = await new Promise<string>((resolve) =>
      execFile(
        process.execPath,
        ["--import", "tsx", join(root, "scripts", "prepare.ts")],
        { cwd: root, env: { ...process.env, DATABASE_URL: to.url, TSX_TSCONFIG_PATH: join(root, "web", "tsconfig.json") } },
        (error, out, err) => resolve(error ? out + err : "it ran"),
      ),
    );
    expect(refused).toContain("this database is of a later release (9999_of-tomorrow.sql)");
    await sql.end();
    await empty.end();
  } finally {
    from.stop();
    to.stop();
  }
});
