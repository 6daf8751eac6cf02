import type { Sql } from "./database";
import { type Page, pageSize, rowsBefore, uncounted } from "./paging";

/** Something that was done in a team, in words a colleague understands. */
export type Activity = {
  readonly at: Date;
  readonly person: string | null;
  readonly spec: string | null;
  readonly what: string;
  readonly words: string;
};

export type NewActivity = {
  readonly teamId: number;
  readonly specId?: number | null;
  readonly personId: number | null;
  /** What kind of thing it was, by one name. */
  readonly what: string;
  readonly words: string;
};

/** Writes what was done; inside the transaction that did it. */
export const addActivity = async (sql: Sql, { teamId, specId, personId, what, words }: NewActivity): Promise<void> => {
  await sql`INSERT INTO activity (team_id, spec_id, person_id, what, words) VALUES (${teamId}, ${specId ?? null}, ${personId}, ${what}, ${words.slice(0, 2000)})`;
};

/** Minutes within which one person's edits of a draft are one entry. */
const together = 15;

/** Notes that somebody changes a draft: one entry for a stretch of edits, at the time of the last. */
export const noteEdit = async (
  sql: Sql,
  { teamId, specId, personId }: { readonly teamId: number; readonly specId: number; readonly personId: number },
): Promise<void> => {
  const rows = await sql`
    UPDATE activity SET at = now() WHERE id = (
      SELECT id FROM activity WHERE spec_id = ${specId} ORDER BY at DESC, id DESC LIMIT 1)
      AND what = 'edited' AND person_id = ${personId} AND at > now() - make_interval(mins => ${together}) RETURNING id`;
  if (rows.length === 0) await addActivity(sql, { teamId, specId, personId, what: "edited", words: "changed the draft" });
};

/** The latest of what was done in a team, or to one spec of it. */
export const activityOf = async (sql: Sql, teamId: number, spec: string | null, limit: number): Promise<readonly Activity[]> =>
  sql<Activity[]>`
    SELECT a.at, p.name AS person, s.slug AS spec, a.what, a.words
    FROM activity a LEFT JOIN person p ON p.id = a.person_id LEFT JOIN spec s ON s.id = a.spec_id
    WHERE a.team_id = ${teamId} ${spec === null ? sql`` : sql`AND s.slug = ${spec}`}
    ORDER BY a.at DESC, a.id DESC LIMIT ${limit}`;

/** A page of the same; how many there are is not counted, since there may be a million. */
export const activityPage = async (sql: Sql, teamId: number, spec: string | null, page: number): Promise<Page<Activity>> => {
  const rows = await sql<Activity[]>`
    SELECT a.at, p.name AS person, s.slug AS spec, a.what, a.words
    FROM activity a LEFT JOIN person p ON p.id = a.person_id LEFT JOIN spec s ON s.id = a.spec_id
    WHERE a.team_id = ${teamId} ${spec === null ? sql`` : sql`AND a.spec_id = (SELECT id FROM spec WHERE team_id = ${teamId} AND slug = ${spec})`}
    ORDER BY a.at DESC, a.id DESC LIMIT ${pageSize + 1} OFFSET ${rowsBefore(page)}`;
  return uncounted(page, rows);
};
