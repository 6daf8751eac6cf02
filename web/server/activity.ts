import type { Sql } from "./database";

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

/** The latest of what was done in a team, or to one spec of it. */
export const activityOf = async (sql: Sql, teamId: number, spec: string | null, limit: number): Promise<readonly Activity[]> =>
  sql<Activity[]>`
    SELECT a.at, p.name AS person, s.slug AS spec, a.what, a.words
    FROM activity a LEFT JOIN person p ON p.id = a.person_id LEFT JOIN spec s ON s.id = a.spec_id
    WHERE a.team_id = ${teamId} ${spec === null ? sql`` : sql`AND s.slug = ${spec}`}
    ORDER BY a.at DESC, a.id DESC LIMIT ${limit}`;
