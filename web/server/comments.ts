import type postgres from "postgres";
import { happened } from "./happenings";
import type { Sql } from "./database";

/** What a comment is about: "spec", a breakpoint's or area's id, or a breakpoint's id and one of its numbers ("desk gutter"). */
export type Comment = {
  readonly id: number;
  readonly thread: number | null;
  readonly about: string;
  readonly words: string;
  readonly person: string;
  readonly at: Date;
  /** Only on the first comment of a thread. */
  readonly resolvedAt: Date | null;
  readonly resolvedBy: string | null;
};

/** Most comments of a spec that are shown; resolved ones go first. */
const mostShown = 500;

/** Comments of a spec: threads in the order they began, each with its answers. */
export const commentsOf = async (sql: Sql, specId: number): Promise<readonly Comment[]> =>
  sql<Comment[]>`
    SELECT * FROM (
      SELECT c.id, c.thread_id AS thread, c.about, c.words, p.name AS person, c.at, c.resolved_at AS "resolvedAt", r.name AS "resolvedBy"
      FROM comment c JOIN person p ON p.id = c.person_id LEFT JOIN person r ON r.id = c.resolved_by
      WHERE c.spec_id = ${specId} ORDER BY c.id DESC LIMIT ${mostShown}) latest
    ORDER BY coalesce(thread, id), id`;

type About = {
  readonly specId: number;
  readonly teamId: number;
  readonly name: string;
  readonly path: string;
  readonly personId: number;
  readonly person: string;
};

/** Adds a comment, or an answer to a thread; null where there is no such thread. Tells the thread's people and whoever changed the draft last. */
export const addComment = async (
  sql: postgres.TransactionSql,
  about: About,
  comment: { readonly about: string; readonly words: string; readonly thread: number | null },
): Promise<number | null> => {
  let target = comment.about;
  if (comment.thread !== null) {
    const [first] = await sql<{ about: string }[]>`
        SELECT about FROM comment WHERE id = ${comment.thread} AND spec_id = ${about.specId} AND thread_id IS NULL`;
    if (!first) return null;
    target = first.about;
  }
  const [row] = await sql<{ id: number }[]>`
      INSERT INTO comment (spec_id, thread_id, about, words, person_id)
      VALUES (${about.specId}, ${comment.thread}, ${target}, ${comment.words}, ${about.personId}) RETURNING id`;
  if (!row) return null;
  const { words, thread } = comment;
  await happened(sql, { kind: "commented", ...about, comment: row.id, thread, about: target, words });
  return row.id;
};

/** Resolves a thread, or opens it again; false where there is none. */
export const resolveComment = async (sql: postgres.TransactionSql, about: About, id: number, resolved: boolean): Promise<boolean> => {
  const rows = await sql`
      UPDATE comment SET resolved_at = ${resolved ? sql`now()` : null}, resolved_by = ${resolved ? about.personId : null}
      WHERE id = ${id} AND spec_id = ${about.specId} AND thread_id IS NULL RETURNING id`;
  if (rows.length === 0) return false;
  await happened(sql, { kind: "comment-resolved", ...about, resolved });
  return true;
};
