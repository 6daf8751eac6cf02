import type postgres from "postgres";
import type { Sql } from "../database/database";
import { specIdAt } from "../database/spec-address";

/**
 * Where a right is asked: of the pool, before a request's body is read, or inside the transaction that writes. There
 * everything the right rests on is held until the transaction ends, so that it cannot be lost between the question and
 * the write. Rows are held in one order, session, spec, team, membership, so that two requests do not wait for each other.
 */
export type Asking = { readonly sql: Sql; readonly holds: false } | { readonly sql: postgres.TransactionSql; readonly holds: true };

/** How a row is held: beside others who only rely on it, or alone, by whoever is about to change it. */
export type Hold = "shared" | "alone";

/** Holds a team, and somebody's membership in it. */
export const holdTeam = async (sql: postgres.TransactionSql, team: number | string, personId: number | null, hold: Hold): Promise<void> => {
  // Without FOR UPDATE: rows that name the team can still be added beside it.
  const lock = hold === "alone" ? sql`FOR NO KEY UPDATE` : sql`FOR SHARE`;
  const [row] = await sql<
    { id: number }[]
  >`SELECT id FROM team WHERE ${typeof team === "string" ? sql`slug = ${team}` : sql`id = ${team}`} ${lock}`;
  if (row && personId !== null) await sql`SELECT 1 FROM membership WHERE team_id = ${row.id} AND person_id = ${personId} FOR SHARE`;
};

/** Holds the spec an address leads to, its team, and somebody's membership in that. */
export const holdSpec = async (
  sql: postgres.TransactionSql,
  address: { readonly team: string; readonly slug: string },
  personId: number | null,
  hold: Hold,
): Promise<void> => {
  const lock = hold === "alone" ? sql`FOR UPDATE` : sql`FOR SHARE`;
  const [row] = await sql<{ teamId: number }[]>`
    SELECT team_id AS "teamId" FROM spec WHERE id = ${specIdAt(sql, address.team, address.slug)} ${lock}`;
  if (row) await holdTeam(sql, row.teamId, personId, "shared");
};
