import { type VersionNumber, versionText } from "@ypsiline/core";
import type { Sql } from "./database";
import { type Page, pageSize } from "./paging";
import type { DraftSummary } from "./draft-summary";
import { renewSummary } from "./summaries";
import type { Role } from "@/wire/shapes";

export type Overview = {
  readonly id: number;
  readonly team: string;
  readonly slug: string;
  readonly description: string;
  readonly role: Role;
  readonly summary: DraftSummary;
  readonly latest: { readonly number: string; readonly publishedAt: Date } | null;
  readonly projects: number;
};

export const specOrders = ["made", "name", "changed"] as const;
export type SpecOrder = (typeof specOrders)[number];

type Row = {
  id: number;
  team: string;
  slug: string;
  description: string;
  role: Role;
  revision: number;
  summary: DraftSummary | null;
  versionId: number | null;
  publishedAt: Date | null;
  projects: number;
  total: number;
} & { [K in keyof VersionNumber]: number | null };

/** A page of the specs of every team a person belongs to, found by a pattern in name, address or description, in one of three orders. */
export const overviewsOf = async (
  sql: Sql,
  personId: number,
  asked: { readonly pattern: string | null; readonly order: SpecOrder; readonly page: number },
): Promise<Page<Overview>> => {
  const { pattern, order, page } = asked;
  const by =
    order === "name" ? sql`lower(d.layout ->> 'name'), s.id` : order === "changed" ? sql`d.updated_at DESC, s.id` : sql`t.name, s.id`;
  const rows = await sql<Row[]>`
    WITH shown AS (
      SELECT s.id, t.slug AS team, s.slug, s.description, m.role, d.revision, d.summary, count(*) OVER ()::int AS total, row_number() OVER (ORDER BY ${by}) AS place
      FROM membership m JOIN team t ON t.id = m.team_id JOIN spec s ON s.team_id = t.id JOIN draft d ON d.spec_id = s.id
      WHERE m.person_id = ${personId}
        ${pattern === null ? sql`` : sql`AND (d.layout ->> 'name' ILIKE ${pattern} OR s.slug ILIKE ${pattern} OR s.description ILIKE ${pattern})`}
      ORDER BY place LIMIT ${pageSize} OFFSET ${(page - 1) * pageSize})
    SELECT shown.*, v.id AS "versionId", v.major, v.minor, v.patch, v.published_at AS "publishedAt",
      (SELECT count(*)::int FROM project_use u WHERE u.spec_id = shown.id) AS projects
    FROM shown LEFT JOIN LATERAL (
      SELECT v.id, v.major, v.minor, v.patch, v.published_at FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id
      WHERE v.spec_id = shown.id AND w.version_id IS NULL ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1) v ON true
    ORDER BY place`;
  const fresh = new Map<number, DraftSummary>();
  // Every write stores a summary; one is missing only where another release wrote the draft.
  for (const { id, summary, revision, versionId } of rows)
    if (summary?.revision !== revision || summary.versionId !== versionId) {
      const made = await renewSummary(sql, id);
      if (made) fresh.set(id, made);
    }
  const total = rows[0]?.total ?? 0;
  return {
    page,
    total,
    more: page * pageSize < total,
    entries: rows.flatMap(({ id, team, slug, description, role, summary, major, minor, patch, publishedAt, projects }): Overview[] => {
      const known = fresh.get(id) ?? summary;
      if (!known) return [];
      const latest =
        publishedAt && major !== null && minor !== null && patch !== null
          ? { number: versionText({ major, minor, patch }), publishedAt }
          : null;
      return [{ id, team, slug, description, role, summary: known, latest, projects }];
    }),
  };
};

/** A spec to choose from in a list: where it is and what it is called. */
export type SpecName = { readonly team: string; readonly slug: string; readonly name: string };

/** Names of all specs of the teams a person belongs to, without their documents. */
export const specNamesOf = async (sql: Sql, personId: number): Promise<readonly SpecName[]> =>
  sql<SpecName[]>`
    SELECT t.slug AS team, s.slug, d.layout ->> 'name' AS name
    FROM membership m JOIN team t ON t.id = m.team_id JOIN spec s ON s.team_id = t.id JOIN draft d ON d.spec_id = s.id
    WHERE m.person_id = ${personId} ORDER BY t.name, s.id`;

/** A spec of a team with the numbers of its versions that were not withdrawn, the latest first. */
export type SpecVersions = { readonly id: number; readonly spec: string; readonly name: string; readonly numbers: readonly string[] };

export const specVersionsOf = async (sql: Sql, teamId: number): Promise<readonly SpecVersions[]> =>
  sql<SpecVersions[]>`
    SELECT s.id, s.slug AS spec, d.layout ->> 'name' AS name,
      coalesce(array_agg(v.major || '.' || v.minor || '.' || v.patch ORDER BY v.major DESC, v.minor DESC, v.patch DESC)
        FILTER (WHERE v.id IS NOT NULL AND w.version_id IS NULL), '{}') AS numbers
    FROM spec s JOIN draft d ON d.spec_id = s.id LEFT JOIN version v ON v.spec_id = s.id LEFT JOIN version_withdrawal w ON w.version_id = v.id
    WHERE s.team_id = ${teamId} GROUP BY s.id, s.slug, d.layout ->> 'name' ORDER BY s.id`;
