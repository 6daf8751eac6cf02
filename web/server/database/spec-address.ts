import type { Sql } from "./database";

/** The id of the spec that an address leads to: its current address, or one it had before. */
export const specIdAt = (sql: Sql, team: string, slug: string) => sql`
  (SELECT a.spec_id FROM spec_address a JOIN team one ON one.id = a.team_id WHERE one.slug = ${team} AND a.slug = ${slug})`;
