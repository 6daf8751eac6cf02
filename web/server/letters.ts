import type { Attempt } from "./attempt-delivery";
import { announce } from "./announce";
import type { Sql } from "./database";
import { setting } from "./settings";

export type Letter = { readonly recipient: string; readonly subject: string; readonly body: string };

/** Whether this instance sends mail; where it does not, letters of a team stand in its outbox. */
export const sendsMail = (): boolean => setting("SMTP_URL") !== undefined;

/**
 * Puts a letter in the queue, in the transaction that makes it true. Without mail it is kept for leads of its team to pass on;
 * a letter of no team concerns one account alone, and is not made where it could not be sent.
 */
export const queueLetter = async (sql: Sql, teamId: number | null, { recipient, subject, body }: Letter): Promise<void> => {
  const mail = sendsMail();
  if (!mail && teamId === null) throw new Error("a letter to one account needs mail");
  await sql`
    INSERT INTO outbox (team_id, recipient, subject, body, state, next_at)
    VALUES (${teamId}, ${recipient}, ${subject}, ${body}, ${mail ? "waiting" : "kept"}, ${mail ? sql`now()` : null})`;
  if (mail) await announce(sql, { kind: "letters" });
};

/** A letter that is due, and which attempt this is, from 1. */
export type DueLetter = Letter & { readonly id: number; readonly attempts: number };

/** Letters sent at once by all processes: mail servers count connections. */
const atOnce = 4;

/** Takes a letter that is due, and keeps others from taking it for a while. Null where nothing is due. */
export const takeDueLetter = async (sql: Sql, leaseSeconds: number): Promise<DueLetter | null> => {
  const [row] = await sql<DueLetter[]>`
    UPDATE outbox SET leased_until = now() + make_interval(secs => ${leaseSeconds}), attempts = attempts + 1
    WHERE id = (
      SELECT id FROM outbox WHERE state = 'waiting' AND next_at <= now() AND (leased_until IS NULL OR leased_until < now())
        AND (SELECT count(*) FROM outbox sent WHERE sent.leased_until > now()) < ${atOnce}
      ORDER BY next_at, id LIMIT 1 FOR UPDATE SKIP LOCKED)
    RETURNING id, recipient, subject, body, attempts`;
  return row ?? null;
};

/** Notes how an attempt went. What was sent to one account holds a secret link: it is not kept once it is sent or given up. */
export const noteLetter = async (
  sql: Sql,
  { id, attempts }: Pick<DueLetter, "id" | "attempts">,
  { delivered, answer, retryIn }: Attempt & { readonly retryIn: number | null },
): Promise<void> => {
  const over = delivered || retryIn === null;
  await sql`
    UPDATE outbox SET state = ${delivered ? "sent" : retryIn === null ? "failed" : "waiting"}, answer = ${answer.slice(0, 500)}, leased_until = NULL,
      next_at = ${over ? null : sql`now() + make_interval(secs => ${retryIn})`},
      body = CASE WHEN ${over} AND team_id IS NULL THEN '' ELSE body END
    WHERE id = ${id} AND state = 'waiting' AND attempts = ${attempts}`;
};

/** Seconds until the next letter is due that nobody has taken; null where none waits. */
export const nextLetterDue = async (sql: Sql): Promise<number | null> => {
  const [row] = await sql<{ seconds: number | null }[]>`
    SELECT extract(epoch FROM min(greatest(next_at, leased_until)) - now())::float8 AS seconds FROM outbox WHERE state = 'waiting'`;
  return row?.seconds ?? null;
};
