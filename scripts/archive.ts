import { spawn, spawnSync, type SpawnSyncReturns } from "node:child_process";
import { createHash, type Hash } from "node:crypto";
import { chmodSync, createReadStream, existsSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { basename, join, resolve } from "node:path";
import { startCluster } from "./cluster";
import { installPostgres } from "./install";
import { print, run, Stop } from "./terminal";

// `npm run backup -- FILE` and `npm run restore -- FILE`: the whole database of an instance, in pg_dump's custom format. Of the
// private cluster with --embedded, else of DATABASE_URL.

const [, , what, ...rest] = process.argv;
const file = rest.find((one) => !one.startsWith("--"));
const embedded = rest.includes("--embedded");

/** Runs one of PostgreSQL's programs; the address goes by the environment, where no list of processes shows its password. */
const tool = (bin: string, program: string, args: readonly string[], url: string): SpawnSyncReturns<string> => {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  const sslMode = searchParams.get("sslmode");
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
      ...(sslMode ? { PGSSLMODE: sslMode } : {}),
    },
  });
  if (result.error) throw new Stop(`${program} could not be run: ${result.error.message}`);
  return result;
};
const must = (result: SpawnSyncReturns<string>, words: string): string => {
  if (result.status !== 0) throw new Stop(`${words}\n${result.stderr.trim()}`);
  return result.stdout;
};

/** The hash of a file, read piece by piece. */
const hashOfFile = async (path: string): Promise<string> => {
  const hash = createHash("sha512");
  for await (const part of createReadStream(path)) hash.update(part as Buffer);
  return hash.digest("hex");
};

/** The hash of each table's rows in a backup: everything in it is read and unpacked for it. Streamed, since one may be larger than memory. */
const hashesOfTables = (bin: string, path: string): Promise<ReadonlyMap<string, string>> =>
  new Promise((resolve, reject) => {
    const child = spawn(join(bin, "pg_restore"), ["--data-only", "--file", "-", path], { stdio: ["ignore", "pipe", "pipe"] });
    const hashes = new Map<string, Hash>();
    let told = "";
    let table: Hash | null = null;
    // The beginning of the line that is being read; of a long one (a file's bytes) the rest is hashed as it comes.
    let head = "";
    let long = false;
    const lineEnds = (): void => {
      const name = table === null && !long ? /^COPY public\.(\w+) /.exec(head)?.[1] : undefined;
      if (name !== undefined) hashes.set(name, (table = createHash("sha512")));
      else if (head === "\\." && !long) table = null;
      else table?.update(long ? "" : head, "latin1").update("\n");
      head = "";
      long = false;
    };
    const partOfLine = (text: string): void => {
      if (long) return void table?.update(text, "latin1");
      head += text;
      if (head.length < 4_096) return;
      table?.update(head, "latin1");
      long = true;
    };
    child.stderr.on("data", (data: Buffer) => (told += data.toString()));
    child.stdout.setEncoding("latin1");
    child.stdout.on("data", (data: string) => {
      const parts = data.split("\n");
      for (const [index, part] of parts.entries()) {
        partOfLine(part);
        if (index < parts.length - 1) lineEnds();
      }
    });
    child.on("error", reject);
    child.on("close", (code) =>
      code === 0
        ? resolve(new Map([...hashes].map(([name, hash]) => [name, hash.digest("hex")])))
        : reject(new Stop(`The backup cannot be read back:\n${told.trim()}`)),
    );
  });

const backup = async (bin: string, url: string, to: string): Promise<void> => {
  for (const path of [to, `${to}.sha512`])
    if (existsSync(path)) throw new Stop(`${path} is there already; a backup is written over nothing.`);
  const part = `${to}.part`;
  rmSync(part, { force: true });
  // What is written holds password hashes: nobody else may read it, from its first byte on.
  process.umask(0o077);
  must(tool(bin, "pg_dump", ["--format=custom", "--no-owner", "--no-privileges", "--file", part], url), "The database could not be read:");
  chmodSync(part, 0o600);
  // All of it is read back before it is called a backup.
  const tables = await hashesOfTables(bin, part);
  if (!tables.has("version") || !tables.has("migration")) throw new Stop("What was written is no backup of Ypsiline's.");
  const lines = [`${await hashOfFile(part)}  ${basename(to)}`, ...[...tables].sort().map(([name, hash]) => `${hash}  table ${name}`)];
  writeFileSync(`${to}.sha512`, `${lines.join("\n")}\n`, { mode: 0o600 });
  renameSync(part, to);
  print(
    `${to}: ${tables.size} tables, ${(statSync(to).size / 1024 / 1024).toFixed(1)} MiB, all of it read back. Hashes are in ${to}.sha512.`,
  );
};

/** Whether a backup is unchanged, by its hashes; without hashes, all of it is read. */
const looked = async (bin: string, from: string): Promise<void> => {
  const known = existsSync(`${from}.sha512`) ? readFileSync(`${from}.sha512`, "utf8").split(/\s/)[0] : undefined;
  if (known !== undefined && known !== (await hashOfFile(from)))
    throw new Stop(
      `${from} is not the file whose hash stands in ${from}.sha512: it was changed, or not copied whole. Nothing was restored.`,
    );
  await hashesOfTables(bin, from);
};

const restore = async (bin: string, url: string, from: string): Promise<void> => {
  if (!existsSync(from)) throw new Stop(`There is no file ${from}.`);
  must(tool(bin, "pg_restore", ["--list", from], url), `${from} is no backup that can be read:`);
  await looked(bin, from);
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
  print(`${from} is restored. Start the instance; it brings an older backup up to its own release.`);
};

run(async () => {
  if ((what !== "backup" && what !== "restore") || file === undefined)
    throw new Stop("Say the file: npm run backup -- FILE, or npm run restore -- FILE.");
  const bin = installPostgres();
  const cluster = embedded ? await startCluster(".data-instance") : null;
  const url = cluster?.url ?? process.env["DATABASE_URL"];
  if (!url) throw new Stop("DATABASE_URL is not set; set it, or say --embedded for the private cluster.");
  try {
    await (what === "backup" ? backup : restore)(bin, url, resolve(file));
  } finally {
    if (cluster && !cluster.taken) cluster.stop();
  }
});
