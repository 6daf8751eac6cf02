import type { Sql } from "../database/database";
import { packageName } from "../specs/packing";
import { type Spec, specColumns } from "../specs/specs";
import type { Package, PackedVersion } from "./metadata";

/** A spec as a package: who may read it, and a tag that changes with it. */
export type PackageState = {
  readonly spec: Spec;
  readonly versions: number;
  /** Number of versions without a package. */
  readonly unpacked: number;
  readonly withdrawn: number;
};

/** The state of a package, in one query; null if there is no such package. */
export const findPackage = async (sql: Sql, scope: string, name: string): Promise<PackageState | null> => {
  const [row] = await sql<(Spec & { versions: number; unpacked: number; withdrawn: number })[]>`
    SELECT ${specColumns(sql)}, NULL AS role,
      count(v.id)::int AS versions, count(v.id) FILTER (WHERE p.version_id IS NULL)::int AS unpacked, count(w.version_id)::int AS withdrawn
    FROM spec s JOIN team t ON t.id = s.team_id
    LEFT JOIN version v ON v.spec_id = s.id
    LEFT JOIN version_package p ON p.version_id = v.id
    LEFT JOIN version_withdrawal w ON w.version_id = v.id
    WHERE s.package = ${packageName(scope, name)} GROUP BY s.id, t.id`;
  if (!row) return null;
  const { versions, unpacked, withdrawn, ...spec } = row;
  return { spec, versions, unpacked, withdrawn };
};

type Row = Omit<PackedVersion, "withdrawn"> & { readonly reason: string | null; readonly withdrawnAt: Date | null };

const packed = ({ reason, withdrawnAt, ...version }: Row): PackedVersion => ({
  ...version,
  withdrawn: reason !== null && withdrawnAt ? { reason, at: withdrawnAt } : null,
});

/** A spec's package with every packed version, the highest first. */
export const readPackage = async (sql: Sql, { id, package: name }: Spec): Promise<Package> => {
  const rows = await sql<Row[]>`
    SELECT v.major || '.' || v.minor || '.' || v.patch AS number, p.manifest, f.sha512, p.sha1, p.files, p.unpacked, v.published_at AS "publishedAt",
      w.reason, w.at AS "withdrawnAt"
    FROM version v JOIN version_package p ON p.version_id = v.id JOIN version_file f ON f.version_id = v.id AND f.name = 'package.tgz'
    LEFT JOIN version_withdrawal w ON w.version_id = v.id
    WHERE v.spec_id = ${id} ORDER BY v.major DESC, v.minor DESC, v.patch DESC`;
  const [latest] = await sql<{ readme: string }[]>`
    SELECT p.readme FROM version v JOIN version_package p ON p.version_id = v.id LEFT JOIN version_withdrawal w ON w.version_id = v.id
    WHERE v.spec_id = ${id} ORDER BY w.version_id NULLS FIRST, v.major DESC, v.minor DESC, v.patch DESC LIMIT 1`;
  return { name, versions: rows.map(packed), readme: latest?.readme ?? "" };
};

/** The team and project of an access token; null if it is not active. */
export const projectOfToken = async (sql: Sql, tokenId: number): Promise<string | null> => {
  const [row] = await sql<{ name: string }[]>`
    SELECT t.slug || '/' || j.name AS name FROM access_token a JOIN project j ON j.id = a.project_id JOIN team t ON t.id = j.team_id WHERE a.id = ${tokenId}`;
  return row?.name ?? null;
};
