import { readdir, readFile } from "node:fs/promises";
import { join } from "node:path";
import type postgres from "postgres";

/** Any number; every process that migrates takes the lock of this one. */
const lockKey = 7_461_021;

/** Migrations a database has had that a release knows nothing of. */
export const laterThan = (files: readonly string[], done: ReadonlySet<string>): readonly string[] =>
  [...done].filter((name) => !files.includes(name));

/** The migrations of a folder, in order of name. */
export const migrationsIn = async (folder: string): Promise<readonly string[]> =>
  (await readdir(folder)).filter((name) => name.endsWith(".sql")).sort();

/**
 * Runs the migrations of a folder (0001_….sql, in order of name) that have not run yet, each in its own
 * transaction, under an advisory lock so that two starting processes do not meet. Returns the names run.
 */
export const migrate = async (sql: postgres.Sql, folder: string): Promise<readonly string[]> => {
  const files = await migrationsIn(folder);
  const odd = files.find((name) => !/^\d{4}_[a-z0-9-]+\.sql$/.test(name));
  if (odd !== undefined) throw new Error(`${odd} is no name of a migration: four digits, _ and words with - between them`);
  const connection = await sql.reserve();
  const ran: string[] = [];
  try {
    await connection`SELECT pg_advisory_lock(${lockKey})`;
    await connection`CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, ran_at timestamptz NOT NULL DEFAULT now())`;
    const done = new Set((await connection<{ name: string }[]>`SELECT name FROM migration`).map(({ name }) => name));
    const later = laterThan(files, done);
    if (later.length > 0)
      throw new Error(
        `this database is of a later release (${later.join(", ")}); run that release, or restore a backup that is as old as this one`,
      );
    for (const name of files) {
      if (done.has(name)) continue;
      const text = await readFile(join(folder, name), "utf8");
      await connection
        .unsafe(`BEGIN;\n${text}\nINSERT INTO migration (name) VALUES ('${name}');\nCOMMIT;`)
        .catch(async (error: unknown) => {
          await connection.unsafe("ROLLBACK");
          throw new Error(`migration ${name} failed and was taken back`, { cause: error });
        });
      ran.push(name);
    }
  } finally {
    await connection`SELECT pg_advisory_unlock(${lockKey})`;
    connection.release();
  }
  return ran;
};
