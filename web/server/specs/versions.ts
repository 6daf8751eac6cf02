import { type VersionNumber, versionText } from "@ypsiline/core";
import type postgres from "postgres";
import type { Sql } from "../database/database";
import { addKept } from "../teams/kept-bytes";
import { type Page, pageSize, rowsBefore, uncounted } from "../database/paging";
import type { StoredText } from "../database/stored-text";
import { specIdAt } from "../database/spec-address";
import { type Spec, specColumns } from "./specs";

type Withdrawal = { readonly reason: string; readonly at: Date; readonly by: string };
export type VersionSummary = {
  readonly id: number;
  readonly number: string;
  readonly note: string;
  readonly publishedAt: Date;
  readonly publishedBy: string;
  readonly withdrawn: Withdrawal | null;
};
/** A version with its document as text, and its name. */
export type StoredVersion = VersionSummary & { readonly layout: StoredText; readonly name: string };

type Row = VersionNumber & {
  id: number;
  note: string;
  publishedAt: Date;
  publishedBy: string;
  reason: string | null;
  withdrawnAt: Date | null;
  withdrawnBy: string | null;
};

const summary = (row: Row): VersionSummary => ({
  id: row.id,
  number: versionText(row),
  note: row.note,
  publishedAt: row.publishedAt,
  publishedBy: row.publishedBy,
  withdrawn: row.reason !== null && row.withdrawnAt ? { reason: row.reason, at: row.withdrawnAt, by: row.withdrawnBy ?? "" } : null,
});

const columns = (sql: Sql) => sql`
  v.id, v.major, v.minor, v.patch, v.note, v.published_at AS "publishedAt", p.name AS "publishedBy",
  w.reason, w.at AS "withdrawnAt", wp.name AS "withdrawnBy"`;
const document = (sql: Sql) => sql`v.layout::text AS layout, v.layout ->> 'name' AS name`;
const joined = (sql: Sql) => sql`
  version v JOIN person p ON p.id = v.published_by
  LEFT JOIN version_withdrawal w ON w.version_id = v.id LEFT JOIN person wp ON wp.id = w.person_id`;

/** The latest versions of a spec, at most a page, the latest first; with `before`, only lower ones. */
export const versionsOf = async (sql: Sql, specId: number, before: VersionNumber | null = null): Promise<readonly VersionSummary[]> => {
  const rows = await sql<Row[]>`
    SELECT ${columns(sql)} FROM ${joined(sql)}
    WHERE v.spec_id = ${specId} ${before ? sql`AND (v.major, v.minor, v.patch) < (${before.major}, ${before.minor}, ${before.patch})` : sql``}
    ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT ${pageSize}`;
  return rows.map(summary);
};

/** A page of all versions of a spec, the latest first. */
export const versionsPage = async (sql: Sql, specId: number, page: number): Promise<Page<VersionSummary>> => {
  const rows = await sql<Row[]>`
    SELECT ${columns(sql)} FROM ${joined(sql)}
    WHERE v.spec_id = ${specId} ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT ${pageSize + 1} OFFSET ${rowsBefore(page)}`;
  return uncounted(page, rows.map(summary));
};

/** The number of the latest version that is not withdrawn, or null. */
export const latestNumber = async (sql: Sql, specId: number): Promise<string | null> => {
  const [row] = await sql<VersionNumber[]>`
    SELECT v.major, v.minor, v.patch FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id
    WHERE v.spec_id = ${specId} AND w.version_id IS NULL ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1`;
  return row ? versionText(row) : null;
};

/** A range of versions as an address has it: 2 is every 2.x.y, 2.1 every 2.1.y. */
export type AddressRange = { readonly major: number; readonly minor: number | null };

/** Reads a range: one or two numbers without leading zeros. Null for anything else. */
export const readAddressRange = (text: string): AddressRange | null => {
  const [, major, minor] = /^(0|[1-9]\d{0,8})(?:\.(0|[1-9]\d{0,8}))?$/.exec(text) ?? [];
  return major === undefined ? null : { major: Number(major), minor: minor === undefined ? null : Number(minor) };
};

/** The number of the highest version in a range that is not withdrawn, or null. */
export const highestInRange = async (sql: Sql, specId: number, { major, minor }: AddressRange): Promise<string | null> => {
  const [row] = await sql<VersionNumber[]>`
    SELECT v.major, v.minor, v.patch FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id
    WHERE v.spec_id = ${specId} AND w.version_id IS NULL AND v.major = ${major} ${minor === null ? sql`` : sql`AND v.minor = ${minor}`}
    ORDER BY v.minor DESC, v.patch DESC LIMIT 1`;
  return row ? versionText(row) : null;
};

/** The condition for one version of a spec: by number, or the latest that is not withdrawn. */
const oneOf = (sql: Sql, specId: number, number: VersionNumber | null) => sql`
  v.spec_id = ${specId}
  ${number ? sql`AND v.major = ${number.major} AND v.minor = ${number.minor} AND v.patch = ${number.patch}` : sql`AND w.version_id IS NULL`}
  ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1`;

type StoredRow = Row & Pick<StoredVersion, "layout" | "name">;

const stored = (row: StoredRow | undefined): StoredVersion | null => (row ? { ...summary(row), layout: row.layout, name: row.name } : null);

/** One version with its stored document; without a number, the latest that is not withdrawn. Null if there is none. */
export const readStoredVersion = async (sql: Sql, specId: number, number: VersionNumber | null): Promise<StoredVersion | null> => {
  const [row] = await sql<StoredRow[]>`
    SELECT ${columns(sql)}, ${document(sql)} FROM ${joined(sql)} WHERE ${oneOf(sql, specId, number)}`;
  return stored(row);
};

/** The latest version that is not withdrawn; if all are, the highest one. Null if none was ever published. */
export const readLatestVersion = async (sql: Sql, specId: number): Promise<StoredVersion | null> => {
  const [row] = await sql<StoredRow[]>`
    SELECT ${columns(sql)}, ${document(sql)} FROM ${joined(sql)} WHERE v.spec_id = ${specId}
    ORDER BY w.version_id IS NULL DESC, v.major DESC, v.minor DESC, v.patch DESC LIMIT 1`;
  return stored(row);
};

/** The number of the highest version, withdrawn or not, or null. */
export const highestNumber = async (sql: Sql, specId: number): Promise<string | null> => {
  const [row] = await sql<VersionNumber[]>`
    SELECT major, minor, patch FROM version WHERE spec_id = ${specId} ORDER BY major DESC, minor DESC, patch DESC LIMIT 1`;
  return row ? versionText(row) : null;
};

/** A version with its name but without its document; without a number, the latest that is not withdrawn. */
export const readNamedVersion = async (
  sql: Sql,
  specId: number,
  number: VersionNumber | null,
): Promise<(VersionSummary & { readonly name: string }) | null> => {
  const [row] = await sql<(Row & { name: string })[]>`
    SELECT ${columns(sql)}, v.layout ->> 'name' AS name FROM ${joined(sql)} WHERE ${oneOf(sql, specId, number)}`;
  return row ? { ...summary(row), name: row.name } : null;
};

/** The document of a version for outsiders: without what it follows. */
export const publicLayout = async (sql: Sql, versionId: number): Promise<StoredText> => {
  const [row] = await sql<{ layout: StoredText }[]>`SELECT (layout - 'follows')::text AS layout FROM version WHERE id = ${versionId}`;
  if (!row) throw new Error(`there is no version ${versionId}`);
  return row.layout;
};

/** Whether a version has a breakpoint with an id. The database looks, so no document is read. */
export const hasBreakpoint = async (sql: Sql, versionId: number, id: string): Promise<boolean> =>
  (await sql`SELECT 1 FROM version WHERE id = ${versionId} AND layout -> 'breakpoints' @> ${sql.json([{ id }])}`).length > 0;

/** The highest version below a number that is not withdrawn, or null. */
export const versionBefore = async (sql: Sql, specId: number, number: VersionNumber | null): Promise<StoredVersion | null> => {
  if (!number) return null;
  const [row] = await sql<StoredRow[]>`
    SELECT ${columns(sql)}, ${document(sql)} FROM ${joined(sql)}
    WHERE v.spec_id = ${specId} AND w.version_id IS NULL AND (v.major, v.minor, v.patch) < (${number.major}, ${number.minor}, ${number.patch})
    ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1`;
  return stored(row);
};

/**
 * A spec and one of its versions (without a number, the latest that is not withdrawn) in one query, without the document:
 * what every request for a published file needs.
 */
export const findPublished = async (
  sql: Sql,
  asked: { readonly team: string; readonly slug: string; readonly number: VersionNumber | null; readonly personId: number | null },
): Promise<{ readonly spec: Spec; readonly version: VersionSummary | null } | null> => {
  const { team, slug, number, personId } = asked;
  const [row] = await sql<(Spec & { versionId: number | null } & Omit<Row, "id">)[]>`
    SELECT ${specColumns(sql)}, m.role, v.id AS "versionId", v.major, v.minor, v.patch, v.note, v.published_at AS "publishedAt", p.name AS "publishedBy",
      w.reason, w.at AS "withdrawnAt", wp.name AS "withdrawnBy"
    FROM spec s JOIN team t ON t.id = s.team_id
    LEFT JOIN membership m ON m.team_id = t.id AND m.person_id = ${personId}
    LEFT JOIN LATERAL (
      SELECT one.* FROM version one LEFT JOIN version_withdrawal gone ON gone.version_id = one.id
      WHERE one.spec_id = s.id ${
        number
          ? sql`AND one.major = ${number.major} AND one.minor = ${number.minor} AND one.patch = ${number.patch}`
          : sql`AND gone.version_id IS NULL`
      }
      ORDER BY one.major DESC, one.minor DESC, one.patch DESC LIMIT 1) v ON true
    LEFT JOIN person p ON p.id = v.published_by
    LEFT JOIN version_withdrawal w ON w.version_id = v.id LEFT JOIN person wp ON wp.id = w.person_id
    WHERE s.id = ${specIdAt(sql, team, slug)}`;
  if (!row) return null;
  const { versionId, major, minor, patch, note, publishedAt, publishedBy, reason, withdrawnAt, withdrawnBy, ...spec } = row;
  const version = { major, minor, patch, note, publishedAt, publishedBy, reason, withdrawnAt, withdrawnBy };
  return { spec, version: versionId === null ? null : summary({ ...version, id: versionId }) };
};

export type NewVersion = {
  readonly specId: number;
  readonly number: VersionNumber;
  readonly layout: StoredText;
  readonly note: string;
  readonly personId: number;
  readonly publishedAt?: Date;
  readonly key?: PublishKey | null;
};

/** The hashes of a key that a request to publish was sent under, and of the request. */
export type PublishKey = { readonly key: Buffer; readonly request: Buffer };

/** The version that was published under a key, and whether it was asked for in the same way; null without one. */
export const publishedUnder = async (
  sql: Sql,
  specId: number,
  { key, request }: PublishKey,
): Promise<{ readonly number: VersionNumber; readonly same: boolean } | null> => {
  const [row] = await sql<(VersionNumber & { same: boolean })[]>`
    SELECT major, minor, patch, publish_request = ${request} AS same FROM version WHERE spec_id = ${specId} AND publish_key = ${key}`;
  if (!row) return null;
  const { same, ...number } = row;
  return { number, same };
};

export const addVersion = async (sql: postgres.TransactionSql, version: NewVersion): Promise<number> => {
  const { major, minor, patch } = version.number;
  const [row] = await sql<{ id: number }[]>`
    INSERT INTO version (spec_id, major, minor, patch, layout, note, published_by, published_at, publish_key, publish_request)
    VALUES (${version.specId}, ${major}, ${minor}, ${patch}, ${version.layout}::text::jsonb,
            ${version.note}, ${version.personId}, ${version.publishedAt ?? new Date()},
            ${version.key?.key ?? null}, ${version.key?.request ?? null})
    RETURNING id`;
  if (!row) throw new Error("no version was added");
  await addKept(sql, version.specId, "versions", Buffer.byteLength(version.layout));
  return row.id;
};

/** Whether the current draft is already published under a number, with this note and by this person. */
export const isOut = async (
  sql: Sql,
  asked: { readonly specId: number; readonly number: VersionNumber; readonly note: string; readonly personId: number },
): Promise<boolean> => {
  const { major, minor, patch } = asked.number;
  const rows = await sql`
    SELECT 1 FROM version v JOIN draft d ON d.spec_id = v.spec_id AND d.layout = v.layout
    WHERE v.spec_id = ${asked.specId} AND (v.major, v.minor, v.patch) = (${major}, ${minor}, ${patch})
      AND v.note = ${asked.note} AND v.published_by = ${asked.personId}`;
  return rows.length > 0;
};

/** The version with the highest number, withdrawn or not. New numbers must be above it. */
export const highestVersion = async (sql: Sql, specId: number): Promise<StoredVersion | null> => {
  const [row] = await sql<StoredRow[]>`
    SELECT ${columns(sql)}, ${document(sql)} FROM ${joined(sql)}
    WHERE v.spec_id = ${specId} ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1`;
  return stored(row);
};

/** Marks a version as withdrawn; false if it is already. */
export const addWithdrawal = async (sql: Sql, versionId: number, personId: number, reason: string): Promise<boolean> => {
  const rows = await sql`
    INSERT INTO version_withdrawal (version_id, person_id, reason) VALUES (${versionId}, ${personId}, ${reason})
    ON CONFLICT (version_id) DO NOTHING RETURNING version_id`;
  return rows.length > 0;
};
