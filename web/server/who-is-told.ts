import { channel } from "./announce";
import type { Sql } from "./database";

const ids = (rows: readonly { readonly id: number }[]): readonly number[] => rows.map(({ id }) => id);

/** Owners of the projects that use a spec: they want to know what becomes of it. */
export const ownersOfUsers = async (sql: Sql, specId: number): Promise<readonly number[]> =>
  ids(
    await sql<{ id: number }[]>`
      SELECT DISTINCT p.owner_id AS id FROM project p JOIN project_use u ON u.project_id = p.id WHERE u.spec_id = ${specId}`,
  );

/** The leads of a team: they decide reviews, and want to know who comes. */
export const leadsOf = async (sql: Sql, teamId: number): Promise<readonly number[]> =>
  ids(await sql<{ id: number }[]>`SELECT person_id AS id FROM membership WHERE team_id = ${teamId} AND role = 'lead'`);

/** Everybody who wrote in a thread of comments, and whoever changed the draft last. */
export const peopleOfThread = async (sql: Sql, specId: number, thread: number | null): Promise<readonly number[]> =>
  ids(
    await sql<{ id: number }[]>`
      SELECT person_id AS id FROM comment WHERE id = ${thread} OR thread_id = ${thread}
      UNION SELECT updated_by FROM draft WHERE spec_id = ${specId}`,
  );

/**
 * Tells those who keep a spec that follows another, that this has a new version: whoever made it follow and the leads of its
 * team, where they may read the version; each follower's own log, where everybody who reads that may read the version; and its
 * open pages. Set by set, however many follow.
 */
export const tellFollowers = async (
  sql: Sql,
  out: { readonly specId: number; readonly personId: number; readonly name: string; readonly number: string },
): Promise<void> => {
  const { specId, personId, name, number } = out;
  const words = `${name} ${number} is out; `;
  const followers = sql`
    spec_follow f JOIN spec s ON s.id = f.spec_id JOIN team t ON t.id = s.team_id JOIN draft d ON d.spec_id = s.id JOIN spec o ON o.id = f.follows_id
    WHERE f.follows_id = ${specId} AND d.layout ? 'follows' AND s.archived_at IS NULL`;
  await sql`
    INSERT INTO inbox_item (person_id, kind, team_id, spec_id, words, path)
    SELECT kept.person_id, 'followed', s.team_id, s.id, left(${words}::text || (d.layout ->> 'name') || ' follows it', 2000), '/specs/' || t.slug || '/' || s.slug || '/follow'
    FROM membership kept, ${followers} AND kept.team_id = s.team_id AND (kept.role = 'lead' OR kept.person_id = f.person_id)
      AND kept.person_id <> ${personId}
      AND (o.public OR EXISTS (SELECT 1 FROM membership m WHERE m.team_id = o.team_id AND m.person_id = kept.person_id))`;
  await sql`
    INSERT INTO activity (team_id, spec_id, person_id, what, words)
    SELECT s.team_id, s.id, NULL, 'followed', left(${`${name} ${number} is out, which it follows`}::text, 2000)
    FROM ${followers} AND (o.public OR o.team_id = s.team_id)`;
  await sql`SELECT pg_notify(${channel}, json_build_object('kind', 'followed', 'spec', s.id)::text) FROM ${followers}`;
};
