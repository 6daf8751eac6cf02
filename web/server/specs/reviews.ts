import type postgres from "postgres";
import { happened } from "../happenings/happenings";
import type { AboutSpec } from "./about-spec";
import type { Sql } from "../database/database";

export type Review = {
  readonly id: number;
  /** The draft's revision when it was asked for. */
  readonly revision: number;
  readonly words: string;
  readonly askedBy: string;
  readonly askedAt: Date;
  readonly decision: "approved" | "sent-back" | "overtaken" | null;
  readonly decisionWords: string;
  readonly decidedBy: string | null;
  readonly decidedAt: Date | null;
};

const columns = (sql: Sql) => sql`
  r.id, r.revision, r.words, a.name AS "askedBy", r.asked_at AS "askedAt", r.decision,
  r.decision_words AS "decisionWords", d.name AS "decidedBy", r.decided_at AS "decidedAt"`;

/** The latest review of a spec's draft; null if none was requested since the last version. */
export const latestReview = async (sql: Sql, specId: number): Promise<Review | null> => {
  const [row] = await sql<Review[]>`
    SELECT ${columns(sql)} FROM review r JOIN person a ON a.id = r.asked_by LEFT JOIN person d ON d.id = r.decided_by
    WHERE r.spec_id = ${specId} AND r.decision IS DISTINCT FROM 'overtaken' ORDER BY r.asked_at DESC, r.id DESC LIMIT 1`;
  return row ?? null;
};

/** Requests a review of the current draft from the team's leads. It replaces an open one. */
export const askReview = async (
  sql: postgres.TransactionSql,
  about: Omit<AboutSpec, "revision">,
  revision: number,
  words: string,
): Promise<void> => {
  await sql`UPDATE review SET decision = 'overtaken', decided_at = now(), decided_by = ${about.personId} WHERE spec_id = ${about.specId} AND decision IS NULL`;
  await sql`INSERT INTO review (spec_id, revision, words, asked_by) VALUES (${about.specId}, ${revision}, ${words}, ${about.personId})`;
  await happened(sql, { kind: "review-asked", ...about, words });
};

/** Approves or sends back the open review; false if there is none by that id. */
export const decideReview = async (
  sql: postgres.TransactionSql,
  about: Omit<AboutSpec, "revision">,
  id: number,
  decision: "approved" | "sent-back",
  words: string,
): Promise<boolean> => {
  const [row] = await sql<{ askedBy: number }[]>`
      UPDATE review SET decision = ${decision}, decision_words = ${words}, decided_by = ${about.personId}, decided_at = now()
      WHERE id = ${id} AND spec_id = ${about.specId} AND decision IS NULL RETURNING asked_by AS "askedBy"`;
  if (!row) return false;
  await happened(sql, { kind: "review-decided", ...about, decision, words, askedBy: row.askedBy });
  return true;
};

/** Ends every review of a spec, decided or not, because its draft has been published. */
export const endReviews = async (sql: Sql, specId: number, personId: number): Promise<void> => {
  await sql`
    UPDATE review SET decision = 'overtaken', decided_at = coalesce(decided_at, now()), decided_by = coalesce(decided_by, ${personId})
    WHERE spec_id = ${specId} AND decision IS DISTINCT FROM 'overtaken'`;
};
