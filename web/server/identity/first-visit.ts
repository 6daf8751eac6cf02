import type postgres from "postgres";
import type { Sql } from "../database/database";

/** Whether to show somebody the pointers on the sheet: they have not closed them and have created no spec. */
export const needsPointers = async (sql: Sql, personId: number): Promise<boolean> => {
  const [row] = await sql<{ needs: boolean }[]>`
    SELECT pointers_seen_at IS NULL AND NOT EXISTS (SELECT 1 FROM spec WHERE created_by = ${personId}) AS needs
    FROM person WHERE id = ${personId}`;
  return row?.needs ?? false;
};

export const putPointersAway = async (sql: postgres.TransactionSql, personId: number): Promise<void> => {
  await sql`UPDATE person SET pointers_seen_at = now() WHERE id = ${personId} AND pointers_seen_at IS NULL`;
};
