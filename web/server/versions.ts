import { type Layout, layoutSchema, type VersionNumber, versionText } from "@ypsiline/core";
import type postgres from "postgres";
import type { Sql } from "./database";

export type VersionSummary = {
  readonly number: string;
  readonly note: string;
  readonly publishedAt: Date;
  readonly publishedBy: string;
};
export type Version = VersionSummary & { readonly layout: Layout };

type Row = VersionNumber & { note: string; publishedAt: Date; publishedBy: string };

const summary = (row: Row): VersionSummary => ({
  number: versionText(row),
  note: row.note,
  publishedAt: row.publishedAt,
  publishedBy: row.publishedBy,
});

/** Versions of a spec, the latest first. */
export const versionsOf = async (sql: Sql, specId: number): Promise<readonly VersionSummary[]> => {
  const rows = await sql<Row[]>`
    SELECT v.major, v.minor, v.patch, v.note, v.published_at AS "publishedAt", p.name AS "publishedBy"
    FROM version v JOIN person p ON p.id = v.published_by
    WHERE v.spec_id = ${specId} ORDER BY v.major DESC, v.minor DESC, v.patch DESC`;
  return rows.map(summary);
};

/** One version, or the latest where no number is given; null where there is none. */
export const readVersion = async (sql: Sql, specId: number, number: VersionNumber | null): Promise<Version | null> => {
  const [row] = await sql<(Row & { layout: unknown })[]>`
    SELECT v.major, v.minor, v.patch, v.layout, v.note, v.published_at AS "publishedAt", p.name AS "publishedBy"
    FROM version v JOIN person p ON p.id = v.published_by
    WHERE v.spec_id = ${specId}
    ${number ? sql`AND v.major = ${number.major} AND v.minor = ${number.minor} AND v.patch = ${number.patch}` : sql``}
    ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1`;
  return row ? { ...summary(row), layout: layoutSchema.parse(row.layout) } : null;
};

export type NewVersion = {
  readonly specId: number;
  readonly number: VersionNumber;
  readonly layout: Layout;
  readonly note: string;
  readonly personId: number;
  readonly publishedAt?: Date;
};

export const addVersion = async (sql: postgres.TransactionSql | postgres.Sql, version: NewVersion): Promise<void> => {
  const { major, minor, patch } = version.number;
  await sql`
    INSERT INTO version (spec_id, major, minor, patch, layout, note, published_by, published_at)
    VALUES (${version.specId}, ${major}, ${minor}, ${patch}, ${sql.json(version.layout as unknown as postgres.JSONValue)},
            ${version.note}, ${version.personId}, ${version.publishedAt ?? new Date()})`;
};
