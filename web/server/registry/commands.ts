import { readFile } from "node:fs/promises";
import { join } from "node:path";
import type { Sql } from "../database/database";
import { report } from "../settings/report";
import { tarballOf } from "../writing/tarball";
import type { Package, PackedVersion } from "./metadata";

/** The package of the command. No team can have its scope (team_slug_free). */
export const commandScope = "ypsiline";
export const commandName = "cli";
export const commandPackage = `@${commandScope}/${commandName}`;

/** The files of a release of the command. */
const contents = ["package.json", "README.md", "ypsiline.js"] as const;

/**
 * Stores the command of this release, from the folder it was built into, so that the registry still serves it after the next
 * release. A stored release never changes; a different one with the same number is reported and ignored.
 */
export const keepCommand = async (sql: Sql, folder: string): Promise<void> => {
  const files = await Promise.all(
    contents.map(async (path) => ({ path, text: await readFile(join(folder, path), "utf8"), run: path.endsWith(".js") })),
  );
  const manifest = files.find(({ path }) => path === "package.json")?.text ?? "{}";
  const { version } = JSON.parse(manifest) as { version: string };
  const { bytes, sha512, sha1, files: count, unpacked } = await tarballOf(files);
  const rows = await sql`
    INSERT INTO command_release (version, manifest, readme, body, sha512, sha1, files, unpacked)
    VALUES (${version}, ${manifest}, ${files.find(({ path }) => path === "README.md")?.text ?? ""}, ${Buffer.from(bytes)},
      ${Buffer.from(sha512)}, ${Buffer.from(sha1)}, ${count}, ${unpacked})
    ON CONFLICT DO NOTHING RETURNING 1`;
  if (rows.length > 0) return;
  const [kept] = await sql<{ sha512: Buffer }[]>`SELECT sha512 FROM command_release WHERE version = ${version}`;
  if (kept && !kept.sha512.equals(sha512))
    report(
      `keeping ${commandPackage} ${version}`,
      new Error("another one is kept under this number and is served; raise the number in cli/package.json"),
    );
};

type Row = Omit<PackedVersion, "withdrawn"> & { readonly readme: string };

/** The command with every stored release, the newest first. */
export const readCommand = async (sql: Sql): Promise<Package> => {
  const rows = await sql<Row[]>`
    SELECT version AS number, manifest, readme, sha512, sha1, files, unpacked, at AS "publishedAt" FROM command_release ORDER BY at DESC, version DESC`;
  return {
    name: commandPackage,
    versions: rows.map(({ readme: _readme, ...version }) => ({ ...version, withdrawn: null })),
    readme: rows[0]?.readme ?? "",
  };
};

/** The package of one release of the command; null if it is not stored. */
export const readCommandFile = async (
  sql: Sql,
  version: string,
): Promise<{ readonly body: Uint8Array; readonly sha512: Uint8Array } | null> => {
  const [row] = await sql<{ body: Buffer; sha512: Buffer }[]>`SELECT body, sha512 FROM command_release WHERE version = ${version}`;
  return row ?? null;
};
