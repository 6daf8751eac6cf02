import type postgres from "postgres";
import { announce } from "../happenings/announce";
import type { Sql } from "../database/database";
import type { DraftCounts, DraftSummary } from "../heavy/draft-summary";
import { isLeased } from "../database/lease";

/**
 * Stores a draft's summary in the transaction that wrote the draft, so that a list of specs reads no documents. The findings
 * are counted later.
 */
export const storeSummary = async (sql: postgres.TransactionSql, specId: number, summary: DraftSummary): Promise<void> => {
  await sql`UPDATE draft SET summary = ${sql.json(summary)} WHERE spec_id = ${specId}`;
  await wantCounts(sql, specId);
};

/** Seconds after an edit before a draft is counted: somebody who types will change it again. */
const calm = 1;

/** Queues a draft to be counted, because it or the version it is compared with has changed. */
export const wantCounts = async (sql: postgres.TransactionSql, specId: number): Promise<void> => {
  const next = sql`now() + make_interval(secs => ${calm})`;
  await sql`
    INSERT INTO draft_counts AS c (spec_id, next_at) VALUES (${specId}, ${next})
    ON CONFLICT (spec_id) DO UPDATE SET next_at = coalesce(c.next_at, excluded.next_at), attempts = 0`;
  await announce(sql, { kind: "counts" });
};

/** A draft to be counted, with the needed documents as JSON text. */
export type DueCounts = {
  readonly specId: number;
  readonly revision: number;
  readonly layout: string;
  readonly versionId: number | null;
  readonly version: string | null;
  readonly attempts: number;
};

/** Takes a draft to be counted, with a lease; null if none is due. */
export const takeDueCounts = async (sql: Sql, leaseSeconds: number): Promise<DueCounts | null> => {
  const [row] = await sql<DueCounts[]>`
    WITH taken AS (
      UPDATE draft_counts SET leased_until = now() + make_interval(secs => ${leaseSeconds}), attempts = attempts + 1
      WHERE spec_id = (
        SELECT spec_id FROM draft_counts WHERE (next_at <= now() OR next_at > now() + make_interval(mins => 10)) AND NOT ${isLeased(sql)}
        ORDER BY next_at LIMIT 1 FOR UPDATE SKIP LOCKED)
      RETURNING spec_id, attempts)
    SELECT t.spec_id AS "specId", t.attempts, d.revision, d.layout::text AS layout, v.id AS "versionId", v.layout::text AS version
    FROM taken t JOIN draft d ON d.spec_id = t.spec_id LEFT JOIN LATERAL (
      SELECT v.id, v.layout FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id
      WHERE v.spec_id = t.spec_id AND w.version_id IS NULL ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1) v ON true`;
  return row ?? null;
};

/**
 * Stores the counts of a revision and version; null if counting failed. A draft that changed meanwhile is counted again.
 */
export const noteCounts = async (
  sql: Sql,
  { specId, revision, versionId }: Pick<DueCounts, "specId" | "revision" | "versionId">,
  counts: DraftCounts | null,
  retryIn: number | null,
): Promise<void> => {
  const again = sql`CASE WHEN ${retryIn}::float8 IS NULL THEN NULL ELSE now() + make_interval(secs => ${retryIn}::float8) END`;
  await sql`
    UPDATE draft_counts c SET leased_until = NULL,
      ${counts ? sql`revision = ${revision}, version_id = ${versionId}, problems = ${counts.problems}, cautions = ${counts.cautions}, changes = ${counts.changes},` : sql``}
      next_at = CASE WHEN (SELECT d.revision FROM draft d WHERE d.spec_id = c.spec_id) = ${revision} THEN ${again} ELSE now() END
    WHERE spec_id = ${specId}`;
};

/** Seconds until the next draft is due to be counted; null if none is waiting. */
export const nextCounts = async (sql: Sql): Promise<number | null> => {
  const [row] = await sql<{ seconds: number | null }[]>`
    SELECT extract(epoch FROM min(greatest(next_at, leased_until)) - now())::float8 AS seconds FROM draft_counts WHERE next_at IS NOT NULL`;
  return row?.seconds ?? null;
};
