import type postgres from "postgres";
import { happened } from "../happenings/happenings";
import type { AboutSpec } from "./about-spec";
import type { Sql } from "../database/database";
import { type Page, pageSize, rowsBefore, uncounted } from "../database/paging";

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

/** A thread: its first comment, its latest answers in order, and the number of earlier answers. */
export type Thread = { readonly first: Comment; readonly answers: readonly Comment[]; readonly earlier: number };

/** The open comments about one thing: the latest one, and the number of threads. */
export type OpenComments = Pick<Comment, "id" | "about" | "words" | "person"> & { readonly count: number };

/** Maximum number of answers of a thread that are sent at once. */
const mostAnswers = 20;
/** Maximum number of things with open comments that are sent: more than a layout has numbers and areas. */
const mostAbouts = 1_000;

const shown = (sql: Sql) =>
  sql`c.id, c.thread_id AS thread, c.about, c.words, p.name AS person, c.at, c.resolved_at AS "resolvedAt", r.name AS "resolvedBy"`;
const joined = (sql: Sql) => sql`comment c JOIN person p ON p.id = c.person_id LEFT JOIN person r ON r.id = c.resolved_by`;

/** Answers of threads, the latest of each in order. */
const answersOf = async (sql: Sql, threads: readonly number[], before: number | null): Promise<readonly Comment[]> =>
  sql<Comment[]>`
    SELECT latest.* FROM unnest(${[...threads]}::bigint[]) AS t (id) CROSS JOIN LATERAL (
      SELECT ${shown(sql)} FROM ${joined(sql)}
      WHERE c.thread_id = t.id AND ${before === null ? sql`true` : sql`c.id < ${before}`} ORDER BY c.id DESC LIMIT ${mostAnswers}) latest
    ORDER BY latest.id`;

/** Threads of a spec a page at a time: the open ones first, of each kind the latest first. */
export const threadsPage = async (sql: Sql, specId: number, page: number): Promise<Page<Thread>> => {
  const rows = await sql<Comment[]>`
    SELECT ${shown(sql)} FROM ${joined(sql)} WHERE c.spec_id = ${specId} AND c.thread_id IS NULL
    ORDER BY c.resolved_at IS NOT NULL, c.id DESC LIMIT ${pageSize + 1} OFFSET ${rowsBefore(page)}`;
  const threads = uncounted(page, rows);
  const ids = threads.entries.map(({ id }) => id);
  const [answers, counts] = await Promise.all([
    answersOf(sql, ids, null),
    sql<{ thread: number; count: number }[]>`
      SELECT thread_id AS thread, count(*)::int AS count FROM comment WHERE thread_id = ANY(${ids}) GROUP BY thread_id`,
  ]);
  const count = new Map(counts.map((one) => [one.thread, one.count]));
  return {
    ...threads,
    entries: threads.entries.map((first): Thread => {
      const own = answers.filter(({ thread }) => thread === first.id);
      return { first, answers: own, earlier: (count.get(first.id) ?? 0) - own.length };
    }),
  };
};

/** The page of a spec's threads that a comment is on; page 1 if it is not one of them. */
export const pageOfComment = async (sql: Sql, specId: number, id: number): Promise<number> => {
  const [row] = await sql<{ before: number }[]>`
    SELECT count(*)::int AS before FROM comment c,
      (SELECT coalesce(t.id, a.id) AS id, coalesce(t.resolved_at, a.resolved_at) IS NOT NULL AS resolved
       FROM comment a LEFT JOIN comment t ON t.id = a.thread_id WHERE a.id = ${id} AND a.spec_id = ${specId}) AS wanted
    WHERE c.spec_id = ${specId} AND c.thread_id IS NULL
      AND ((c.resolved_at IS NOT NULL) < wanted.resolved OR ((c.resolved_at IS NOT NULL) = wanted.resolved AND c.id > wanted.id))`;
  return Math.floor((row?.before ?? 0) / pageSize) + 1;
};

/** The answers of a thread before a given one, the latest of them, in order; null if the spec has no such thread. */
export const answersBefore = async (sql: Sql, specId: number, thread: number, before: number): Promise<readonly Comment[] | null> => {
  const [first] = await sql`SELECT 1 FROM comment WHERE id = ${thread} AND spec_id = ${specId} AND thread_id IS NULL`;
  return first ? answersOf(sql, [thread], before) : null;
};

/** The open comments of a spec by what they are about, the latest first. */
export const openComments = async (sql: Sql, specId: number): Promise<readonly OpenComments[]> =>
  sql<OpenComments[]>`
    SELECT id, about, words, person, count FROM (
      SELECT c.id, c.about, c.words, p.name AS person, (count(*) OVER own)::int AS count, row_number() OVER (own ORDER BY c.id DESC) AS place
      FROM comment c JOIN person p ON p.id = c.person_id
      WHERE c.spec_id = ${specId} AND c.thread_id IS NULL AND c.resolved_at IS NULL WINDOW own AS (PARTITION BY c.about)) latest
    WHERE place = 1 ORDER BY id DESC LIMIT ${mostAbouts}`;

/** The number of open threads of a spec. */
export const countOfOpenComments = async (sql: Sql, specId: number): Promise<number> => {
  const [row] = await sql<{ count: number }[]>`
    SELECT count(*)::int AS count FROM comment WHERE spec_id = ${specId} AND thread_id IS NULL AND resolved_at IS NULL`;
  return row?.count ?? 0;
};

/**
 * Adds a comment, or an answer to a thread; null if there is no such thread. Notifies everybody in the thread and the
 * last editor of the draft.
 */
export const addComment = async (
  sql: postgres.TransactionSql,
  about: Omit<AboutSpec, "revision">,
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

/** Resolves or reopens a thread; false if there is none by that id. */
export const resolveComment = async (
  sql: postgres.TransactionSql,
  about: Omit<AboutSpec, "revision">,
  id: number,
  resolved: boolean,
): Promise<boolean> => {
  const rows = await sql`
      UPDATE comment SET resolved_at = ${resolved ? sql`now()` : null}, resolved_by = ${resolved ? about.personId : null}
      WHERE id = ${id} AND spec_id = ${about.specId} AND thread_id IS NULL RETURNING id`;
  if (rows.length === 0) return false;
  await happened(sql, { kind: "comment-resolved", ...about, resolved });
  return true;
};
