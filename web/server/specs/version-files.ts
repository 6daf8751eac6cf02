import type postgres from "postgres";
import type { Sql } from "../database/database";
import { addKept } from "../teams/kept-bytes";
import type { KeptFile } from "../http/kept-file";
import type { WrittenVersion } from "../writing/write-version";

/** A stored file of a version; null if it has not been written yet. */
export const readVersionFile = async (sql: Sql, versionId: number, name: string): Promise<KeptFile | null> => {
  const [row] = await sql<KeptFile[]>`
    SELECT f.name, f.media_type AS "mediaType", b.body, f.sha512 FROM version_file f JOIN file_body b USING (sha512)
    WHERE f.version_id = ${versionId} AND f.name = ${name}`;
  return row ?? null;
};

/** All stored files of a version by name, for its archives. */
export const readVersionFiles = async (sql: Sql, versionId: number): Promise<readonly KeptFile[]> =>
  sql<KeptFile[]>`
    SELECT f.name, f.media_type AS "mediaType", b.body, f.sha512 FROM version_file f JOIN file_body b USING (sha512)
    WHERE f.version_id = ${versionId} ORDER BY f.name`;

/**
 * Stores a file of a version and returns the stored one: if two requests write it, the first wins. Equal bytes of any version
 * are stored once.
 */
export const keepVersionFile = async (
  sql: postgres.TransactionSql,
  specId: number,
  versionId: number,
  file: KeptFile,
): Promise<KeptFile> => {
  const { name, mediaType, body, sha512 } = file;
  const hash = Buffer.from(sha512);
  const bodies = await sql`INSERT INTO file_body (sha512, body) VALUES (${hash}, ${Buffer.from(body)}) ON CONFLICT DO NOTHING RETURNING 1`;
  const rows = await sql`
    INSERT INTO version_file (version_id, name, media_type, sha512, bytes) VALUES (${versionId}, ${name}, ${mediaType}, ${hash}, ${body.byteLength})
    ON CONFLICT DO NOTHING RETURNING 1`;
  if (bodies.length > 0) await addKept(sql, specId, "versions", body.byteLength);
  return rows.length > 0 ? file : ((await readVersionFile(sql, versionId, name)) ?? file);
};

/** Stores all files of a version, in the transaction that publishes it; false if somebody else has already. */
export const keepVersion = async (
  sql: postgres.TransactionSql,
  specId: number,
  versionId: number,
  { files, package: kept }: WrittenVersion,
): Promise<boolean> => {
  const { manifest, readme, changes, sha1, files: count, unpacked } = kept;
  const rows = await sql`
    INSERT INTO version_package (version_id, manifest, readme, changes, sha1, files, unpacked)
    VALUES (${versionId}, ${manifest}, ${readme}, ${changes}, ${Buffer.from(sha1)}, ${count}, ${unpacked}) ON CONFLICT DO NOTHING RETURNING 1`;
  if (rows.length === 0) return false;
  // Sorted, so that two versions with the same files cannot deadlock.
  for (const file of [...files].sort((a, b) => Buffer.compare(Buffer.from(a.sha512), Buffer.from(b.sha512))))
    await keepVersionFile(sql, specId, versionId, file);
  return true;
};

/** A version without a package, from before packages existed. */
export type Unpacked = {
  readonly id: number;
  readonly specId: number;
  readonly major: number;
  readonly minor: number;
  readonly patch: number;
};

/** Versions without a package, of one spec or of all, the lowest of each spec first. */
export const unpackedVersions = async (sql: Sql, specId: number | null, most: number): Promise<readonly Unpacked[]> =>
  sql<Unpacked[]>`
    SELECT v.id, v.spec_id AS "specId", v.major, v.minor, v.patch FROM version v
    WHERE NOT EXISTS (SELECT 1 FROM version_package p WHERE p.version_id = v.id) ${specId === null ? sql`` : sql`AND v.spec_id = ${specId}`}
    ORDER BY v.spec_id, v.major, v.minor, v.patch LIMIT ${most}`;

/** Maximum number of versions in a package's changelog. */
const mostTold = 1_000;

/** The changes of versions below a number, in words, the highest first. */
export const changesBefore = async (
  sql: Sql,
  specId: number,
  { major, minor, patch }: { readonly major: number; readonly minor: number; readonly patch: number },
): Promise<readonly string[]> => {
  const rows = await sql<{ changes: string }[]>`
    SELECT p.changes FROM version_package p JOIN version v ON v.id = p.version_id
    WHERE v.spec_id = ${specId} AND (v.major, v.minor, v.patch) < (${major}, ${minor}, ${patch})
    ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT ${mostTold}`;
  return rows.map(({ changes }) => changes);
};
