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
