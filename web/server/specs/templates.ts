import type postgres from "postgres";
import type { Sql } from "../database/database";
import { happened } from "../happenings/happenings";
import type { Person } from "../identity/people";
import type { Problem } from "../http/problem";
import type { Spec } from "./specs";

/** A spec that new specs of its team can be copied from. */
export type Template = { readonly team: string; readonly spec: string; readonly name: string };

/** Maximum number of templates per team: as many as fit beside the other ways to start. */
const mostTemplates = 6;

/** The templates of somebody's teams, by name, without archived specs. */
export const templatesOf = async (sql: Sql, personId: number): Promise<readonly Template[]> =>
  sql<Template[]>`
    SELECT t.slug AS team, s.slug AS spec, d.layout ->> 'name' AS name
    FROM membership m JOIN team t ON t.id = m.team_id JOIN spec s ON s.team_id = t.id AND s.template JOIN draft d ON d.spec_id = s.id
    WHERE m.person_id = ${personId} AND s.archived_at IS NULL ORDER BY 3, s.id`;

/** Whether a spec is a template of its team. */
export const isTemplate = async (sql: Sql, spec: Spec): Promise<boolean> => {
  const [row] = await sql<{ template: boolean }[]>`SELECT template FROM spec WHERE id = ${spec.id}`;
  return row?.template ?? false;
};

/** Makes a spec a template of its team, or stops that. Says why if the team has the maximum number. */
export const setTemplate = async (sql: postgres.TransactionSql, spec: Spec, person: Person, template: boolean): Promise<Problem | null> => {
  if (template) {
    await sql`SELECT pg_advisory_xact_lock(hashtext('templates of a team'), ${spec.teamId}::int)`;
    const [row] = await sql<{ others: number }[]>`
      SELECT count(*)::int AS others FROM spec WHERE team_id = ${spec.teamId} AND template AND id <> ${spec.id}`;
    if ((row?.others ?? 0) >= mostTemplates)
      return { code: "unprocessable", detail: `A team has at most ${mostTemplates} templates. Stop using another one first.` };
  }
  const rows = await sql`UPDATE spec SET template = ${template} WHERE id = ${spec.id} AND template <> ${template} RETURNING id`;
  if (rows.length > 0) await happened(sql, { kind: "template", teamId: spec.teamId, specId: spec.id, personId: person.id, template });
  return null;
};
