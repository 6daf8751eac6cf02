import type { Sql } from "../database/database";

/** How many attempts are free, and how long later ones wait: 1 s, 2 s, 4 s … up to `longest`. */
export type Pace = { readonly free: number; readonly longest: number };

export type Counted = { readonly ok: true } | { readonly ok: false; readonly wait: number };

/**
 * Counts an attempt before it is verified, in one statement, so that simultaneous attempts are counted one by one.
 * Attempts are refused while the subject has to wait; refused ones are not counted, so that nobody can make others wait
 * forever. A wait longer than the maximum dates from before the clock was set back, and does not count. Counts expire
 * after a day.
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

/** Deletes the failures of a subject after a success. */
export const forgetAttempts = async (sql: Sql, subject: string): Promise<void> => {
  await sql`DELETE FROM sign_in_attempt WHERE subject = ${subject}`;
};

/** Removes one attempt from the count: it succeeded, but says nothing about others from there. */
export const forgiveAttempt = async (sql: Sql, subject: string): Promise<void> => {
  await sql`UPDATE sign_in_attempt SET failures = greatest(0, failures - 1), next_at = clock_timestamp() WHERE subject = ${subject}`;
};

/** Deletes attempts that are older than a day. */
export const forgetOldAttempts = async (sql: Sql): Promise<void> => {
  await sql`DELETE FROM sign_in_attempt WHERE at < now() - interval '1 day'`;
};
