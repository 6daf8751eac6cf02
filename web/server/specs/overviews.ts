import { type VersionNumber, versionText } from "@ypsiline/core";
import type { Sql } from "../database/database";
import { type Page, pageSize, patternOf } from "../database/paging";
import type { DraftCounts, DraftSummary } from "../heavy/draft-summary";
import { specIdAt } from "../database/spec-address";
import { nameFor } from "./specs";
import type { Role } from "@/wire/shapes";

export type Overview = {
  readonly id: number;
  readonly team: string;
  readonly slug: string;
  readonly description: string;
  readonly role: Role;
  readonly summary: DraftSummary;
  /** The latest counts of its findings; `now` if they are current. Null before the first count. */
  readonly counts: (DraftCounts & { readonly now: boolean }) | null;
  readonly latest: { readonly number: string; readonly publishedAt: Date } | null;
  /** The highest version, if all are withdrawn. */
  readonly withdrawn: string | null;
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
  summary: DraftSummary;
  problems: number | null;
  cautions: number | null;
  changes: number | null;
  counted: boolean;
  publishedAt: Date | null;
  projects: number;
  withdrawn: string | null;
  total: number;
} & { [K in keyof VersionNumber]: number | null };

/** A page of the specs of a person's teams (archived or not), filtered by name, address or description, in one of three orders. */
export const overviewsOf = async (
  sql: Sql,
  personId: number,
  asked: { readonly pattern: string | null; readonly order: SpecOrder; readonly page: number; readonly archived: boolean },
): Promise<Page<Overview>> => {
  const { pattern, order, page, archived } = asked;
  const by =
    order === "name" ? sql`lower(d.layout ->> 'name'), s.id` : order === "changed" ? sql`d.updated_at DESC, s.id` : sql`t.name, s.id`;
  const rows = await sql<Row[]>`
    WITH shown AS (
      SELECT s.id, t.slug AS team, s.slug, s.description, m.role, d.summary, count(*) OVER ()::int AS total, row_number() OVER (ORDER BY ${by}) AS place
      FROM membership m JOIN team t ON t.id = m.team_id JOIN spec s ON s.team_id = t.id JOIN draft d ON d.spec_id = s.id
      WHERE m.person_id = ${personId} AND (s.archived_at IS NOT NULL) = ${archived}
        ${pattern === null ? sql`` : sql`AND (d.layout ->> 'name' ILIKE ${pattern} OR s.slug ILIKE ${pattern} OR s.description ILIKE ${pattern})`}
      ORDER BY place LIMIT ${pageSize} OFFSET ${(page - 1) * pageSize})
    SELECT shown.*, c.problems, c.cautions, c.changes, c.next_at IS NULL AS counted, v.major, v.minor, v.patch, v.published_at AS "publishedAt",
      (SELECT count(*)::int FROM project_use u WHERE u.spec_id = shown.id) AS projects,
      CASE WHEN v.major IS NULL THEN (SELECT g.major || '.' || g.minor || '.' || g.patch FROM version g WHERE g.spec_id = shown.id
        ORDER BY g.major DESC, g.minor DESC, g.patch DESC LIMIT 1) END AS withdrawn
    FROM shown LEFT JOIN draft_counts c ON c.spec_id = shown.id LEFT JOIN LATERAL (
      SELECT v.major, v.minor, v.patch, v.published_at FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id
      WHERE v.spec_id = shown.id AND w.version_id IS NULL ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1) v ON true
    ORDER BY place`;
  const total = rows[0]?.total ?? 0;
  return {
    page,
    total,
    more: page * pageSize < total,
    entries: rows.map(
      ({ id, team, slug, description, role, summary, major, minor, patch, publishedAt, projects, withdrawn, ...row }): Overview => {
        const latest =
          publishedAt && major !== null && minor !== null && patch !== null
            ? { number: versionText({ major, minor, patch }), publishedAt }
            : null;
        const { problems, cautions, changes, counted } = row;
        const counts = problems === null || cautions === null || changes === null ? null : { problems, cautions, changes, now: counted };
        return { id, team, slug, description, role, summary, counts, latest, withdrawn, projects };
      },
    ),
  };
};

/** Whether a person's teams have archived specs. */
export const hasArchived = async (sql: Sql, personId: number): Promise<boolean> =>
  (
    await sql`SELECT 1 FROM membership m JOIN spec s ON s.team_id = m.team_id WHERE m.person_id = ${personId} AND s.archived_at IS NOT NULL LIMIT 1`
  ).length > 0;

/** A spec to choose: its address, its name, and its latest versions that are not withdrawn, the highest first. */
export type SpecChoice = {
  readonly team: string;
  readonly spec: string;
  readonly name: string;
  readonly numbers: readonly string[];
  /** Whether its draft may be read, and not only its versions. */
  readonly draft: boolean;
};

/** How many specs are offered at once, and versions of each. */
const mostChoices = 20;
const mostNumbers = 50;

/** The spec that a link leads to, with or without the host; null if it leads to none. */
const placeIn = (text: string): { readonly team: string; readonly spec: string } | null => {
  const [, team, spec] =
    /^(?:https?:\/\/[^/]+)?\/?(?:specs\/)?([a-z0-9-]{1,60})\/([a-z0-9-]{1,60})(?:[/?#].*)?$/.exec(text.trim().slice(0, 500)) ?? [];
  return team === undefined || spec === undefined ? null : { team, spec };
};

/**
 * The first specs, by name, of a person's teams (or one of them) whose name or address contains a text, without archived ones.
 * A complete address also finds a public spec of another team, if no team is given.
 */
export const specChoices = async (
  sql: Sql,
  personId: number,
  asked: { readonly text: string; readonly team: string | null },
): Promise<{ readonly specs: readonly SpecChoice[]; readonly more: boolean }> => {
  const { text, team } = asked;
  const at = team === null ? placeIn(text) : null;
  const found = at && (await specChoice(sql, personId, at.team, at.spec));
  if (found) return { specs: [found], more: false };
  const pattern = patternOf(text);
  const named = sql`coalesce(d.summary ->> 'name', d.layout ->> 'name')`;
  const rows = await sql<SpecChoice[]>`
    WITH shown AS (
      SELECT s.id, t.slug AS team, s.slug AS spec, ${named} AS name
      FROM membership m JOIN team t ON t.id = m.team_id JOIN spec s ON s.team_id = t.id JOIN draft d ON d.spec_id = s.id
      WHERE m.person_id = ${personId} AND s.archived_at IS NULL
        ${team === null ? sql`` : sql`AND t.slug = ${team}`}
        ${pattern === null ? sql`` : sql`AND (${named} ILIKE ${pattern} OR s.slug ILIKE ${pattern})`}
      ORDER BY lower(${named}), s.id LIMIT ${mostChoices + 1})
    SELECT team, spec, name, ${numbersOf(sql, sql`shown.id`)} AS numbers, true AS draft FROM shown ORDER BY lower(name), id`;
  return { specs: rows.slice(0, mostChoices), more: rows.length > mostChoices };
};

/** Numbers of a spec's latest versions that are not withdrawn, the highest first. */
const numbersOf = (sql: Sql, specId: ReturnType<Sql>) => sql`ARRAY(
  SELECT v.major || '.' || v.minor || '.' || v.patch FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id
  WHERE v.spec_id = ${specId} AND w.version_id IS NULL ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT ${mostNumbers})`;

/**
 * The spec of an address as a choice: for its team, and for others if it is public and has versions. Others see the name of the
 * latest version, not the draft's.
 */
export const specChoice = async (sql: Sql, personId: number, team: string, slug: string): Promise<SpecChoice | null> => {
  const [row] = await sql<SpecChoice[]>`
    SELECT t.slug AS team, s.slug AS spec, ${nameFor(sql, personId, sql`s`)} AS name, ${numbersOf(sql, sql`s.id`)} AS numbers, m.role IS NOT NULL AS draft
    FROM spec s JOIN team t ON t.id = s.team_id JOIN draft d ON d.spec_id = s.id
    LEFT JOIN membership m ON m.team_id = t.id AND m.person_id = ${personId}
    WHERE s.id = ${specIdAt(sql, team, slug)} AND (m.role IS NOT NULL OR s.public)`;
  return row && (row.draft || row.numbers.length > 0) ? row : null;
};

/** A spec as the public interface lists it. */
export type ListedSpec = {
  readonly team: string;
  readonly spec: string;
  readonly name: string;
  readonly description: string;
  readonly archived: boolean;
  readonly revision: number;
  readonly latest: string | null;
};

/** A page of the specs whose drafts somebody may read, by team and address; with a token, those that it is for. */
export const readableSpecs = async (
  sql: Sql,
  personId: number,
  token: { readonly teamId: number; readonly specs: readonly number[] | null } | null,
  page: number,
): Promise<{ readonly specs: readonly ListedSpec[]; readonly more: boolean }> => {
  const rows = await sql<ListedSpec[]>`
    SELECT t.slug AS team, s.slug AS spec, d.summary ->> 'name' AS name, s.description, s.archived_at IS NOT NULL AS archived, d.revision,
      (SELECT v.major || '.' || v.minor || '.' || v.patch FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id
        WHERE v.spec_id = s.id AND w.version_id IS NULL ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1) AS latest
    FROM membership m JOIN team t ON t.id = m.team_id JOIN spec s ON s.team_id = t.id JOIN draft d ON d.spec_id = s.id
    WHERE m.person_id = ${personId} ${token ? sql`AND t.id = ${token.teamId}` : sql``} ${token?.specs ? sql`AND s.id = ANY (${[...token.specs]}::bigint[])` : sql``}
    ORDER BY t.slug, s.slug LIMIT ${pageSize + 1} OFFSET ${(page - 1) * pageSize}`;
  return { specs: rows.slice(0, pageSize), more: rows.length > pageSize };
};
