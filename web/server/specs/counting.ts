import type postgres from "postgres";
import { countedText } from "../heavy/draft-summary";
import { noteCounts, takeDueCounts } from "./summaries";

/** Counts every draft in the queue, without workers: for scripts that prepare a database. */
export const countAll = async (sql: postgres.Sql): Promise<void> => {
  await sql`UPDATE draft_counts SET next_at = now() WHERE next_at > now()`;
  for (let due = await takeDueCounts(sql, 60); due; due = await takeDueCounts(sql, 60))
    await noteCounts(sql, due, countedText(due.layout, due.version), null);
};
