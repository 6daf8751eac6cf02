import { join } from "node:path";
import { openDatabase } from "../web/server/database/database";
import { migrate } from "../web/server/database/migrate";
import { makeSetUpCode } from "../web/server/identity/set-up";
import { versionWritten } from "../web/server/heavy/tasks";
import { countAll } from "../web/server/specs/counting";
import { packOlder } from "../web/server/specs/packing";
import { loadDemo } from "./demo-data";

// Migrates the database of DATABASE_URL. --set-up makes the set-up code of an empty one; --demo loads the demo data if
// there is no team yet; --fresh, which only tests use, deletes everything first.
const url = process.env["DATABASE_URL"];
if (!url) throw new Error("DATABASE_URL is not set");
const sql = openDatabase(url, 2);
try {
  if (process.argv.includes("--fresh")) await sql.unsafe("DROP SCHEMA public CASCADE; CREATE SCHEMA public");
  const ran = await migrate(sql, join(import.meta.dirname, "..", "db", "migrations"));
  if (ran.length > 0) process.stdout.write(`Migrated: ${ran.join(", ")}\n`);
  if (process.argv.includes("--demo") && (await loadDemo(sql, process.env["DEMO_RECEIVER"] ?? null)))
    process.stdout.write("Loaded the demo data.\n");
  // The code that setting up an empty instance asks for.
  const code = process.argv.includes("--set-up") ? await makeSetUpCode(sql) : null;
  if (code !== null) process.stdout.write(`\nNobody has an account here yet. Set it up at /set-up with the code ${code}\n`);
  // Versions from before there were packages, and the demo's.
  const told = (done: number): void => void (done % 100 === 0 && process.stdout.write(`Wrote the files of ${done} versions …\n`));
  const packed = await packOlder(sql, versionWritten, { most: Infinity, told });
  if (packed > 0) process.stdout.write(`Wrote the files of ${packed} ${packed === 1 ? "version" : "versions"}.\n`);
  await countAll(sql);
} finally {
  await sql.end();
}
