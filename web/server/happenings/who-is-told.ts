import type { Sql } from "../database/database";

const ids = (rows: readonly { readonly id: number }[]): readonly number[] => rows.map(({ id }) => id);

/** Owners of the projects that use a spec. */
export const ownersOfUsers = async (sql: Sql, specId: number): Promise<readonly number[]> =>
  ids(
    await sql<{ id: number }[]>`
      SELECT DISTINCT p.owner_id AS id FROM project p JOIN project_use u ON u.project_id = p.id WHERE u.spec_id = ${specId}`,
  );

/** The leads of a team. */
export const leadsOf = async (sql: Sql, teamId: number): Promise<readonly number[]> =>
  ids(await sql<{ id: number }[]>`SELECT person_id AS id FROM membership WHERE team_id = ${teamId} AND role = 'lead'`);

/** Everybody who wrote in a thread, and the last editor of the draft. */
export const peopleOfThread = async (sql: Sql, specId: number, thread: number | null): Promise<readonly number[]> =>
  ids(
    await sql<{ id: number }[]>`
      SELECT person_id AS id FROM comment WHERE id = ${thread} OR thread_id = ${thread}
      UNION SELECT updated_by FROM draft WHERE spec_id = ${specId}`,
  );

/** A spec that follows another, and the people notified of new versions. */
export type ToldFollower = {
  readonly specId: number;
  readonly teamId: number;
  readonly path: string;
  readonly follower: string;
  /** Whether all readers of its log may read what it follows. */
  readonly logged: boolean;
  /** The person who made it follow and the leads of its team, if they may read what it follows. */
  readonly people: readonly number[];
};

/** All specs that follow one, in one query. */
export const followersTold = async (sql: Sql, specId: number): Promise<readonly ToldFollower[]> =>
  sql<ToldFollower[]>`
    SELECT s.id AS "specId", s.team_id AS "teamId", '/specs/' || t.slug || '/' || s.slug AS path, d.layout ->> 'name' AS follower,
      (o.public OR o.team_id = s.team_id) AS logged,
      ARRAY(SELECT kept.person_id FROM membership kept
        WHERE kept.team_id = s.team_id AND (kept.role = 'lead' OR kept.person_id = f.person_id)
          AND (o.public OR EXISTS (SELECT 1 FROM membership m WHERE m.team_id = o.team_id AND m.person_id = kept.person_id)))::int[] AS people
    FROM spec_follow f JOIN spec s ON s.id = f.spec_id JOIN team t ON t.id = s.team_id JOIN draft d ON d.spec_id = s.id
      JOIN spec o ON o.id = f.follows_id
    WHERE f.follows_id = ${specId} AND d.layout ? 'follows' AND s.archived_at IS NULL`;
