import type { Sql } from "../database/database";
import { type Page, pageSize, rowsBefore, uncounted } from "../database/paging";

/** An entry of a team's activity log. */
export type Activity = {
  readonly at: Date;
  readonly person: string | null;
  /** The name of the access token it was done with; null if it was done on a page. */
  readonly token: string | null;
  readonly spec: string | null;
  readonly what: string;
  readonly words: string;
};
/** The same with the name of the spec, for a page. */
export type NamedActivity = Activity & { readonly specName: string | null };

export type NewActivity = {
  readonly teamId: number;
  readonly specId: number | null;
  /** The person who did it; null if it was nobody of the team. */
  readonly personId: number | null;
  /** The kind of entry. */
  readonly what: string;
  readonly words: string;
};

/** Adds entries, inside the transaction that did what they say. */
export const addActivity = async (sql: Sql, entries: readonly NewActivity[]): Promise<void> => {
  if (entries.length === 0) return;
  const rows = entries.map((entry) => ({ ...entry, words: entry.words.slice(0, 2000) }));
  await sql`
    INSERT INTO activity (team_id, spec_id, person_id, what, words)
    SELECT "teamId", "specId", "personId", what, words
    FROM jsonb_to_recordset(${sql.json(rows)}) AS e ("teamId" bigint, "specId" bigint, "personId" bigint, what text, words text)`;
};

/** Edits by one person within so many minutes are one entry. */
const together = 15;

/** Records an edit of a draft: consecutive edits are one entry, at the time of the last. */
export const noteEdit = async (
  sql: Sql,
  { teamId, specId, personId }: { readonly teamId: number; readonly specId: number; readonly personId: number },
): Promise<void> => {
  const rows = await sql`
    UPDATE activity SET at = now() WHERE id = (
      SELECT id FROM activity WHERE spec_id = ${specId} ORDER BY at DESC, id DESC LIMIT 1)
      AND what = 'edited' AND person_id = ${personId}
      AND token_id IS NOT DISTINCT FROM nullif(current_setting('ypsiline.token', true), '')::bigint AND at > now() - make_interval(mins => ${together}) RETURNING id`;
  if (rows.length === 0) await addActivity(sql, [{ teamId, specId, personId, what: "edited", words: "changed the draft" }]);
};

/** A spec that belongs or belonged to a team, by any address it has or had there. */
const specOf = (sql: Sql, teamId: number, slug: string) =>
  sql`(SELECT spec_id FROM spec_address WHERE team_id = ${teamId} AND slug = ${slug})`;

/** The address of a spec (`s`) in the team of the log (`a`); for a spec that was moved away, its last address there. */
const addressIn = (sql: Sql) => sql`
  CASE WHEN s.team_id = a.team_id THEN s.slug
  ELSE (SELECT slug FROM spec_address had WHERE had.spec_id = s.id AND had.team_id = a.team_id ORDER BY had.at DESC LIMIT 1) END`;

/** The activity of a team, or of one of its specs, before an entry (null: up to now), the latest first. */
export const activityBefore = async (
  sql: Sql,
  teamId: number,
  spec: string | null,
  before: number | null,
  limit: number,
): Promise<readonly (Activity & { readonly id: number })[]> => {
  const earlier = sql`AND (a.at, a.id) < (SELECT at, id FROM activity WHERE id = ${before})`;
  return sql<(Activity & { id: number })[]>`
    SELECT a.id, a.at, p.name AS person, t.name AS token, ${addressIn(sql)} AS spec, a.what, a.words
    FROM activity a LEFT JOIN person p ON p.id = a.person_id LEFT JOIN access_token t ON t.id = a.token_id LEFT JOIN spec s ON s.id = a.spec_id
    WHERE a.team_id = ${teamId} ${spec === null ? sql`` : sql`AND a.spec_id = ${specOf(sql, teamId, spec)}`} ${before === null ? sql`` : earlier}
    ORDER BY a.at DESC, a.id DESC LIMIT ${limit}`;
};

/** A page of the same. The total is not counted: there may be a million. */
export const activityPage = async (sql: Sql, teamId: number, spec: string | null, page: number): Promise<Page<NamedActivity>> => {
  // A spec's name is read for the rows that are shown alone.
  const rows = await sql<NamedActivity[]>`
    WITH shown AS (
      SELECT a.id, a.team_id, a.at, a.person_id, a.token_id, a.spec_id, a.what, a.words FROM activity a
      WHERE a.team_id = ${teamId} ${spec === null ? sql`` : sql`AND a.spec_id = ${specOf(sql, teamId, spec)}`}
      ORDER BY a.at DESC, a.id DESC LIMIT ${pageSize + 1} OFFSET ${rowsBefore(page)})
    SELECT a.at, p.name AS person, t.name AS token, ${addressIn(sql)} AS spec, CASE WHEN s.team_id = a.team_id THEN d.summary ->> 'name' END AS "specName", a.what, a.words
    FROM shown a LEFT JOIN person p ON p.id = a.person_id LEFT JOIN access_token t ON t.id = a.token_id LEFT JOIN spec s ON s.id = a.spec_id LEFT JOIN draft d ON d.spec_id = a.spec_id
    ORDER BY a.at DESC, a.id DESC`;
  return uncounted(page, rows);
};
