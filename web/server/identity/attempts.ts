import type { Sql } from "../database/database";

/** How many attempts of one subject go at once, and how long the next ones wait: 1 s, 2 s, 4 s … up to `longest`. */
export type Pace = { readonly free: number; readonly longest: number };

export type Counted = { readonly ok: true } | { readonly ok: false; readonly wait: number };

/**
 * Counts an attempt before it is looked at, in one statement, so that many sent at once are counted one by one. Refused
 * while the subject has to wait; what is refused is not counted, so that nobody can make another wait for ever longer. A
 * wait longer than there can be comes of a clock that was set back, and is over.
 * Counts are forgotten after a day.
 */
export const countAttempt = async (sql: Sql, subject: string, { free, longest }: Pace): Promise<Counted> => {
  const next = sql`CASE WHEN a.at < clock_timestamp() - interval '1 day' THEN 1 ELSE a.failures + 1 END`;
  const rows = await sql`
    INSERT INTO sign_in_attempt AS a (subject, failures, next_at) VALUES (${subject}, 1, clock_timestamp())
    ON CONFLICT (subject) DO UPDATE SET
      failures = ${next},
      next_at = clock_timestamp() + make_interval(secs => CASE WHEN ${next} < ${free} THEN 0 ELSE least(${longest}, 2 ^ least(30, ${next} - ${free})) END),
      at = clock_timestamp()
    WHERE a.next_at <= clock_timestamp() OR a.next_at > clock_timestamp() + make_interval(secs => ${longest}) RETURNING failures`;
  if (rows.length > 0) return { ok: true };
  const [row] = await sql<{ wait: number }[]>`
    SELECT ceil(extract(epoch FROM next_at - clock_timestamp()))::int AS wait FROM sign_in_attempt WHERE subject = ${subject}`;
  return { ok: false, wait: Math.max(1, row?.wait ?? 1) };
};

/** Forgets the failures of a subject that has shown to be right. */
export const forgetAttempts = async (sql: Sql, subject: string): Promise<void> => {
  await sql`DELETE FROM sign_in_attempt WHERE subject = ${subject}`;
};

/** Takes one attempt back: it was right, but says nothing of the others from there. */
export const forgiveAttempt = async (sql: Sql, subject: string): Promise<void> => {
  await sql`UPDATE sign_in_attempt SET failures = greatest(0, failures - 1), next_at = clock_timestamp() WHERE subject = ${subject}`;
};

/** Forgets what is older than a day; part of looking after the tables. */
export const forgetOldAttempts = async (sql: Sql): Promise<void> => {
  await sql`DELETE FROM sign_in_attempt WHERE at < now() - interval '1 day'`;
};
