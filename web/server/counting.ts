import { readStoredText } from "@ypsiline/core";
import type postgres from "postgres";
import { countsOf, type DraftCounts } from "./draft-summary";
import { noteCounts, takeDueCounts } from "./summaries";

/** Counts a draft from documents as JSON text; the work of a worker. */
export const countedText = (layout: string, version: string | null): DraftCounts =>
  countsOf(readStoredText(layout), version === null ? null : readStoredText(version));

/** Counts every draft that waits for it, here and now: for scripts that prepare a database, which have no workers. */
export const countAll = async (sql: postgres.Sql): Promise<void> => {
  await sql`UPDATE draft_counts SET next_at = now() WHERE next_at > now()`;
  for (let due = await takeDueCounts(sql, 60); due; due = await takeDueCounts(sql, 60))
    await noteCounts(sql, due, countedText(due.layout, due.version), null);
};
