import { type ChildProcess, execFileSync, spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { freePort } from "../scripts/serve";
import { openDatabase } from "../web/server/database/database";
import { address, publishedSpec, publishNext } from "./clients";
import { requestsOf } from "./people";

const root = join(import.meta.dirname, "..");

/** The application's sources as in another release, with different writers of stylesheets and packages. */
const otherRelease = (): string => {
  const folder = mkdtempSync(join(tmpdir(), "ypsiline-release-"));
  for (const part of ["core", "web", "cli"])
    cpSync(join(root, part), join(folder, part), {
      recursive: true,
      filter: (path) => !/\/(\.next|node_modules|test)(\/|$)/.test(path.slice(root.length)),
    });
  cpSync(join(root, "tsconfig.base.json"), join(folder, "tsconfig.base.json"));
  symlinkSync(join(root, "web", ".next"), join(folder, "web", ".next"));
  for (const part of ["core", "web", "cli"])
    if (existsSync(join(root, part, "node_modules"))) symlinkSync(join(root, part, "node_modules"), join(folder, part, "node_modules"));
  mkdirSync(join(folder, "node_modules", "@ypsiline"), { recursive: true });
  for (const name of readdirSync(join(root, "node_modules")))
    if (name !== "@ypsiline" && !name.startsWith(".")) symlinkSync(join(root, "node_modules", name), join(folder, "node_modules", name));
  for (const part of ["core", "web", "cli"]) symlinkSync(join(folder, part), join(folder, "node_modules", "@ypsiline", part));
  const change = (path: string, from: string, to: string): void => {
    const file = join(folder, path);
    const text = readFileSync(file, "utf8");
    expect(text, path).toContain(from);
    writeFileSync(file, text.replaceAll(from, to));
  };
  change("core/src/formats/css/write.ts", "layout by Ypsiline.", "layout by another release.");
  change("core/src/formats/package/readme.ts", "A published layout.", "A layout by another release.");
  execFileSync(process.execPath, ["--import", "tsx", join(folder, "web", "build-server.ts")], {
    cwd: folder,
    stdio: ["ignore", "ignore", "inherit"],
  });
  return folder;
};

const started = async (folder: string, database: string): Promise<{ readonly address: string; readonly child: ChildProcess }> => {
  const port = await freePort();
  const child = spawn(process.execPath, [join(folder, "web", "dist", "server.mjs")], {
    cwd: join(folder, "web"),
    stdio: ["ignore", "pipe", "inherit"],
    env: {
      ...process.env,
      NODE_ENV: "production",
      NEXT_TELEMETRY_DISABLED: "1",
      DATABASE_URL: database,
      RATE_LIMIT: "0",
      WARM_UP: "0",
      PORT: String(port),
    },
  });
  await new Promise<void>((resolve, reject) => {
    child.stdout.on("data", (data: Buffer) => (data.includes("listening") ? resolve() : undefined));
    child.on("exit", (code) => reject(new Error(`ended with ${code}`)));
  });
  return { address: `http://127.0.0.1:${port}`, child };
};

/** Every file of a version by name, with its bytes and its caching. */
const filesOf = async (at: string, spec: string, version: string, names: readonly string[]) => {
  const reader = await requestsOf(at, "reader");
  const all: Record<string, string> = {};
  for (const name of names) {
    const answer = await reader.get(`/api/v1/specs/skerry/${spec}/${version}/${name}`);
    expect(answer.status(), name).toBe(200);
    all[name] =
      createHash("sha256")
        .update(await answer.body())
        .digest("hex") + (answer.headers()["etag"] ?? "");
  }
  await reader.dispose();
  return all;
};

test("another process without a cache writes the same bytes of a version, and a release with other writers leaves them as they are", async () => {
  test.setTimeout(180_000);
  const database = process.env["DATABASE_URL"] ?? "";
  const spec = await publishedSpec([["1.0.0", "24px"]]);
  const sql = openDatabase(database, 1);
  const rows = await sql<{ name: string; sha512: Buffer; body: Buffer }[]>`
    SELECT f.name, f.sha512, b.body FROM version_file f JOIN file_body b USING (sha512) JOIN version v ON v.id = f.version_id JOIN spec s ON s.id = v.spec_id WHERE s.slug = ${spec}`;
  const names = rows.map(({ name }) => name);
  // At least ten files of the whole layout and three of each of its two breakpoints, all written before the first
  // request.
  expect(names.length).toBeGreaterThanOrEqual(15);
  // A picture is written on its first request, and stored from then on.
  names.push("overlay-desk.png");
  expect(rows.some(({ name }) => name.endsWith(".png"))).toBe(false);
  for (const { name, sha512, body } of rows) expect(createHash("sha512").update(body).digest().equals(sha512), name).toBe(true);
  const first = await filesOf(address, spec, "1.0.0", names);

  // Another process, with nothing in memory, of another release.
  const other = await started(otherRelease(), database);
  try {
    expect(await filesOf(other.address, spec, "1.0.0", names)).toEqual(first);
    const reader = await requestsOf(other.address, "reader");
    const text = async (version: string, file: string): Promise<string> =>
      (await reader.get(`/api/v1/specs/skerry/${spec}/${version}/${file}`)).text();
    // The other release writes differently now, and such a file is not cached for a year.
    expect(await text("1.0.0", "layout.css?unit=rem")).toContain("layout by another release.");
    expect((await reader.get(`/api/v1/specs/skerry/passenger-booking/2.1.0/layout.css?unit=rem`)).headers()["cache-control"]).toBe(
      "public, no-cache",
    );
    expect((await reader.get(`/api/v1/specs/skerry/passenger-booking/2.1.0/layout.css`)).headers()["cache-control"]).toContain("immutable");
    // What it publishes is written its way, and stays so in the earlier release.
    await publishNext(spec, "1.1.0", "32px", other.address);
    expect(await text("1.1.0", "layout.css")).toContain("layout by another release.");
    const before = await requestsOf(address, "reader");
    expect(await (await before.get(`/api/v1/specs/skerry/${spec}/1.1.0/layout.css`)).text()).toContain("layout by another release.");
    expect(await (await before.get(`/api/v1/specs/skerry/${spec}/1.0.0/layout.css`)).text()).toContain("layout by Ypsiline.");
  } finally {
    other.child.kill("SIGTERM");
  }
  // A version from before there were packages gets its package on the first request.
  await sql`INSERT INTO version (spec_id, major, minor, patch, layout, note, published_by)
    SELECT spec_id, 2, 0, 0, layout, 'By hand', published_by FROM version WHERE spec_id = (SELECT id FROM spec WHERE slug = ${spec}) AND minor = 0`;
  const lead = await requestsOf(address, "lead");
  await lead.post(`/api/specs/skerry/${spec}/share`, { data: { public: true } });
  const metadata = (await (await fetch(`${address}/npm/@skerry/${spec}`)).json()) as {
    versions: Record<string, { dist: { tarball: string; integrity: string } }>;
  };
  expect(Object.keys(metadata.versions)).toEqual(["1.0.0", "1.1.0", "2.0.0"]);
  const tarball = Buffer.from(await (await fetch(metadata.versions["2.0.0"]?.dist.tarball ?? "")).arrayBuffer());
  expect(metadata.versions["2.0.0"]?.dist.integrity).toBe(`sha512-${createHash("sha512").update(tarball).digest("base64")}`);

  // The database refuses to change or delete any of it, whoever asks.
  for (const attempt of [
    "UPDATE version_file SET bytes = 1",
    "UPDATE file_body SET body = ''",
    "DELETE FROM file_body",
    "DELETE FROM version_file",
    "TRUNCATE version_file",
    "UPDATE version_package SET files = 1",
    "DELETE FROM version_package",
  ])
    await expect(sql.unsafe(attempt), attempt).rejects.toThrow(/neither changed nor deleted/);
  await sql.end();
});
