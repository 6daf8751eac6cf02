import type postgres from "postgres";
import type { Sql } from "./database";
import { happened } from "./happenings";
import type { Person } from "./people";
import type { Spec } from "./specs";

/** The spec that a team's new specs may begin as a copy of. */
export type TeamStart = { readonly team: string; readonly spec: string; readonly name: string };

/**
 * The starting points of somebody's teams. A spec that was archived or moved to another team is none while that is so.
 */
export const teamStarts = async (sql: Sql, personId: number): Promise<readonly TeamStart[]> =>
  sql<TeamStart[]>`
    SELECT t.slug AS team, s.slug AS spec, d.layout ->> 'name' AS name
    FROM membership m JOIN team t ON t.id = m.team_id JOIN spec s ON s.id = t.start_spec_id JOIN draft d ON d.spec_id = s.id
    WHERE m.person_id = ${personId} AND s.team_id = t.id AND s.archived_at IS NULL`;

/** Whether a spec is its team's starting point. */
export const isTeamStart = async (sql: Sql, spec: Spec): Promise<boolean> => {
  const [row] = await sql<{ is: boolean }[]>`SELECT start_spec_id = ${spec.id} AS is FROM team WHERE id = ${spec.teamId}`;
  return row?.is ?? false;
};

/** Makes a spec its team's starting point, in place of another, or ends that. */
export const setTeamStart = async (sql: postgres.TransactionSql, spec: Spec, person: Person, start: boolean): Promise<void> => {
  const rows = start
    ? await sql`UPDATE team SET start_spec_id = ${spec.id} WHERE id = ${spec.teamId} AND start_spec_id IS DISTINCT FROM ${spec.id} RETURNING id`
    : await sql`UPDATE team SET start_spec_id = NULL WHERE id = ${spec.teamId} AND start_spec_id = ${spec.id} RETURNING id`;
  if (rows.length > 0) await happened(sql, { kind: "team-start", teamId: spec.teamId, specId: spec.id, personId: person.id, start });
};
