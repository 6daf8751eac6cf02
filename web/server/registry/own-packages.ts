import { readFile } from "node:fs/promises";
import { join } from "node:path";
import type { Sql } from "../database/database";
import { report } from "../settings/report";
import { tarballOf } from "../writing/tarball";
import type { Package, PackedVersion } from "./metadata";

/** The scope of packages of our own. No team can have it (team_slug_free). */
const ownScope = "ypsiline";

/** Packages of our own by name: the folder each is built into, in that of the command, and its program. */
const packages = {
  cli: { folder: ".", program: ["ypsiline.js"] },
  stylelint: { folder: "stylelint", program: ["plugin.js", "plugin.d.ts"] },
} as const;
type OwnName = keyof typeof packages;

/** The name of a package of our own, as it is installed. */
const ownPackage = (name: OwnName): string => `@${ownScope}/${name}`;

/** All of them, for a person to read. */
export const ownPackages: string = Object.keys(packages)
  .map((name) => ownPackage(name as OwnName))
  .join(" and ");

/** Which package of our own an address names; null for another. */
export const ownNameOf = (scope: string, name: string): OwnName | null =>
  scope === ownScope && Object.hasOwn(packages, name) ? (name as OwnName) : null;

/** Stores one package as it was built. */
const keepPackage = async (sql: Sql, folder: string, name: OwnName): Promise<void> => {
  const one = packages[name];
  const files = await Promise.all(
    ["package.json", "README.md", ...one.program].map(async (path) => ({
      path,
      text: await readFile(join(folder, one.folder, path), "utf8"),
      run: path === "ypsiline.js",
    })),
  );
  const manifest = files[0]?.text ?? "{}";
  const { version } = JSON.parse(manifest) as { version: string };
  const { bytes, sha512, sha1, files: count, unpacked } = await tarballOf(files);
  const rows = await sql`
    INSERT INTO own_release (name, version, manifest, readme, body, sha512, sha1, files, unpacked)
    VALUES (${name}, ${version}, ${manifest}, ${files[1]?.text ?? ""}, ${Buffer.from(bytes)}, ${Buffer.from(sha512)}, ${Buffer.from(sha1)},
      ${count}, ${unpacked})
    ON CONFLICT DO NOTHING RETURNING 1`;
  if (rows.length > 0) return;
  const [kept] = await sql<{ sha512: Buffer }[]>`SELECT sha512 FROM own_release WHERE name = ${name} AND version = ${version}`;
  if (kept && !kept.sha512.equals(sha512))
    report(
      `keeping ${ownPackage(name)} ${version}`,
      new Error("another one is kept under this number and is served; raise the number in cli/package.json"),
    );
};

/**
 * Stores our own packages of this release, from the folder the command was built into, so that the registry still serves them
 * after the next release. A stored release never changes; a different one with the same number is reported and ignored.
 */
export const keepOwnPackages = async (sql: Sql, folder: string): Promise<void> => {
  for (const name of Object.keys(packages)) await keepPackage(sql, folder, name as OwnName);
};

type Row = Omit<PackedVersion, "withdrawn"> & { readonly readme: string };

/** A package of our own with every stored release, the newest first. */
export const readOwnPackage = async (sql: Sql, name: OwnName): Promise<Package> => {
  const rows = await sql<Row[]>`
    SELECT version AS number, manifest, readme, sha512, sha1, files, unpacked, at AS "publishedAt" FROM own_release
    WHERE name = ${name} ORDER BY at DESC, version DESC`;
  return {
    name: ownPackage(name),
    versions: rows.map(({ readme: _readme, ...version }) => ({ ...version, withdrawn: null })),
    readme: rows[0]?.readme ?? "",
  };
};

/** One stored release of a package of our own; null if it is not stored. */
export const readOwnFile = async (
  sql: Sql,
  name: OwnName,
  version: string,
): Promise<{ readonly body: Uint8Array; readonly sha512: Uint8Array } | null> => {
  const [row] = await sql<
    { body: Buffer; sha512: Buffer }[]
  >`SELECT body, sha512 FROM own_release WHERE name = ${name} AND version = ${version}`;
  return row ?? null;
};
