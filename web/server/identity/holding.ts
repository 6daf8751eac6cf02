import type postgres from "postgres";
import type { Sql } from "../database/database";
import { specIdAt } from "../database/spec-address";

/**
 * Where a right is checked: with the pool, before a request's body is read, or inside the transaction that writes. Inside it,
 * the rows that the right rests on are locked until the end, so that it cannot be lost between the check and the write. Rows
 * are locked in one order (session, spec, team, membership), so that two requests cannot deadlock.
 */
export type Asking = { readonly sql: Sql; readonly holds: false } | { readonly sql: postgres.TransactionSql; readonly holds: true };

/** How a row is locked: `shared` by those who rely on it, `alone` by the one who changes it. */
export type Hold = "shared" | "alone";

/** Locks a team and somebody's membership in it. */
export const holdTeam = async (sql: postgres.TransactionSql, team: number | string, personId: number | null, hold: Hold): Promise<void> => {
  // Not FOR UPDATE: rows that reference the team can still be added.
  const lock = hold === "alone" ? sql`FOR NO KEY UPDATE` : sql`FOR SHARE`;
  const [row] = await sql<
    { id: number }[]
  >`SELECT id FROM team WHERE ${typeof team === "string" ? sql`slug = ${team}` : sql`id = ${team}`} ${lock}`;
  if (row && personId !== null) await sql`SELECT 1 FROM membership WHERE team_id = ${row.id} AND person_id = ${personId} FOR SHARE`;
};

/** Locks the spec of an address, its team, and somebody's membership in that team. */
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
