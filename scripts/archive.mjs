import { spawnSync } from "node:child_process";
import { existsSync, renameSync, rmSync, statSync } from "node:fs";
import { join, resolve } from "node:path";
import { startCluster } from "./cluster.mjs";
import { installPackages, installPostgres } from "./install.mjs";
import { run, say, Stop } from "./say.mjs";

// `npm run backup -- FILE` and `npm run restore -- FILE`: the whole database of an instance, in pg_dump's custom format. Of the
// private cluster with --embedded, else of DATABASE_URL.

const [, , what, ...rest] = process.argv;
const file = rest.find((one) => !one.startsWith("--"));
const embedded = rest.includes("--embedded");

/** Runs one of PostgreSQL's programs; the address goes by the environment, where no list of processes shows its password. */
const tool = (bin, program, args, url) => {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  const result = spawnSync(join(bin, program), args, {
    encoding: "utf8",
    maxBuffer: 256 * 1024 * 1024,
    env: {
      ...process.env,
      PGHOST: decodeURIComponent(hostname),
      PGPORT: port || "5432",
      PGUSER: decodeURIComponent(username),
      PGPASSWORD: decodeURIComponent(password),
      PGDATABASE: decodeURIComponent(pathname.slice(1)),
      ...(searchParams.get("sslmode") ? { PGSSLMODE: searchParams.get("sslmode") } : {}),
    },
  });
  if (result.error) throw new Stop(`${program} could not be run: ${result.error.message}`);
  return result;
};
const must = (result, words) => {
  if (result.status !== 0) throw new Stop(`${words}\n${result.stderr.trim()}`);
  return result.stdout;
};

const backup = (bin, url, to) => {
  if (existsSync(to)) throw new Stop(`${to} is there already; a backup is written over nothing.`);
  const part = `${to}.part`;
  rmSync(part, { force: true });
  must(tool(bin, "pg_dump", ["--format=custom", "--no-owner", "--no-privileges", "--file", part], url), "The database could not be read:");
  // Read back before it is called a backup.
  const listed = must(tool(bin, "pg_restore", ["--list", part], url), "The backup cannot be read back:");
  const tables = [...listed.matchAll(/ TABLE DATA public (\w+) /g)].map(([, name]) => name);
  if (!tables.includes("version") || !tables.includes("migration")) throw new Stop("What was written is no backup of Ypsiline's.");
  renameSync(part, to);
  say(`${to}: ${tables.length} tables, ${(statSync(to).size / 1024 / 1024).toFixed(1)} MiB, read back.`);
};

const restore = (bin, url, from) => {
  if (!existsSync(from)) throw new Stop(`There is no file ${from}.`);
  must(tool(bin, "pg_restore", ["--list", from], url), `${from} is no backup that can be read:`);
  const count = "SELECT count(*) FROM information_schema.tables WHERE table_schema = 'public'";
  const there = must(
    tool(bin, "psql", ["--no-psqlrc", "--tuples-only", "--no-align", "--command", count], url),
    "The database does not answer:",
  );
  if (there.trim() !== "0")
    throw new Stop(
      `The database has ${there.trim()} tables. A backup is restored into an empty one: make a new database, and set DATABASE_URL to it.`,
    );
  must(
    tool(
      bin,
      "pg_restore",
      ["--exit-on-error", "--single-transaction", "--no-owner", "--no-privileges", "--dbname", new URL(url).pathname.slice(1), from],
      url,
    ),
    "The backup could not be restored, and nothing of it was:",
  );
  say(`${from} is restored. Start the instance; it brings an older backup up to its own release.`);
};

run(async () => {
  if ((what !== "backup" && what !== "restore") || file === undefined)
    throw new Stop("Say the file: npm run backup -- FILE, or npm run restore -- FILE.");
  installPackages();
  const bin = installPostgres();
  const cluster = embedded ? await startCluster(".data-instance") : null;
  const url = cluster?.url ?? process.env.DATABASE_URL;
  if (!url) throw new Stop("DATABASE_URL is not set; set it, or say --embedded for the private cluster.");
  try {
    (what === "backup" ? backup : restore)(bin, url, resolve(file));
  } finally {
    if (cluster && !cluster.taken) cluster.stop();
  }
});
