import type { Sql } from "./database";

/** The id of the spec an address leads to, whether it is its own or one it had. */
export const specIdAt = (sql: Sql, team: string, slug: string) => sql`
  (SELECT a.spec_id FROM spec_address a JOIN team one ON one.id = a.team_id WHERE one.slug = ${team} AND a.slug = ${slug})`;
