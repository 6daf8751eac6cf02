import type postgres from "postgres";
import type { Attempt } from "./attempt-delivery";
import { announce, type LetterQueue } from "./announce";
import type { Sql } from "../database/database";
import { isLeased } from "../database/lease";
import { type LinkPurpose, makeLink } from "./links";
import { setting, site } from "../settings/settings";

export type Letter = { readonly recipient: string; readonly subject: string; readonly body: string };

/** Whether this instance sends mail. If not, letters of a team stay in its outbox. */
export const sendsMail = (): boolean => setting("SMTP_URL") !== undefined;

/**
 * Queues a letter, in the transaction that makes it true. Without mail it stays in the outbox for leads of its team to pass
 * on. A letter without a team is about one account, and requires mail.
 */
export const queueLetter = async (
  sql: postgres.TransactionSql,
  teamId: number | null,
  { recipient, subject, body }: Letter,
): Promise<void> => {
  const mail = sendsMail();
  if (!mail && teamId === null) throw new Error("a letter to one account needs mail");
  await sql`
    INSERT INTO outbox (team_id, recipient, subject, body, state, next_at)
    VALUES (${teamId}, ${recipient}, ${subject}, ${body}, ${mail ? "waiting" : "kept"}, ${mail ? sql`now()` : null})`;
  if (mail) await announce(sql, { kind: "letters" });
};

/**
 * Queues a letter about one account. It is written when it is sent (`writeAccountLetter`), so that requesting it takes equally
 * long and answers the same whether the address has an account or not.
 */
export const queueAccountLetter = async (
  sql: postgres.TransactionSql,
  purpose: LinkPurpose,
  recipient: string,
  personId: number | null,
): Promise<void> => {
  await sql`
    INSERT INTO outbox (team_id, recipient, subject, body, state, next_at, purpose, person_id)
    VALUES (NULL, ${recipient}, '', '', 'waiting', now(), ${purpose}, ${personId})`;
  await announce(sql, { kind: "account-letters" });
};

/** A letter that is due, and the number of this attempt, from 1. A letter with a `purpose` is about an account and is written when it is sent. */
export type DueLetter = Letter & {
  readonly id: number;
  readonly attempts: number;
  readonly purpose: LinkPurpose | null;
  readonly personId: number | null;
};

/** The account of an address, if it is not closed. */
const accountAt = async (sql: Sql, email: string): Promise<{ readonly id: number } | null> => {
  const [row] = await sql<{ id: number }[]>`SELECT id FROM person WHERE email = ${email.toLowerCase()} AND closed_at IS NULL`;
  return row ?? null;
};

/** Writes a letter about an account, and creates its link. Null if there is nobody to send it to. */
export const writeAccountLetter = async (
  sql: postgres.TransactionSql,
  { recipient, purpose, personId }: Pick<DueLetter, "recipient" | "personId"> & { readonly purpose: LinkPurpose },
): Promise<Letter | null> => {
  const person = await accountAt(sql, recipient);
  switch (purpose) {
    case "password": {
      if (!person) return null;
      const secret = await makeLink(sql, "password", { email: recipient, personId: person.id });
      return {
        recipient,
        subject: "Set a new Ypsiline password",
        body: `Somebody, we hope you, asked for a new password for this address.\nSet it at ${site()}/password/${secret} within 30 minutes.\nIf it was not you, do nothing: your password stays as it is.`,
      };
    }
    case "email": {
      if (personId === null) return null;
      if (person)
        return {
          recipient,
          subject: "This address has an account",
          body: "Somebody wants to use this address for another Ypsiline account. It already has one, so nothing changes.",
        };
      const secret = await makeLink(sql, "email", { email: recipient, personId });
      return {
        recipient,
        subject: "Confirm your address",
        body: `Open ${site()}/account/email/${secret} within 24 hours, signed in, to use this address for your account.`,
      };
    }
    case "sign-up": {
      if (person)
        return {
          recipient,
          subject: "You have an account",
          body: `This address has a Ypsiline account. Sign in at ${site()}/sign-in. If you have forgotten the password, you can set a new one there.`,
        };
      const secret = await makeLink(sql, "sign-up", { email: recipient, personId: null });
      return {
        recipient,
        subject: "Create your account",
        body: `Open ${site()}/sign-up/${secret} within 24 hours to create your Ypsiline account.`,
      };
    }
    default:
      return purpose satisfies never;
  }
};

/** Letters of one queue that all processes together send at once: mail servers count connections. */
const atOnce = 4;

const inQueue = (sql: Sql, queue: LetterQueue) => (queue === "account-letters" ? sql`purpose IS NOT NULL` : sql`purpose IS NULL`);

/** Takes a letter of a queue that is due, with a lease. Null if none is due. */
export const takeDueLetter = async (sql: Sql, queue: LetterQueue, leaseSeconds: number): Promise<DueLetter | null> => {
  const [row] = await sql<DueLetter[]>`
    UPDATE outbox SET leased_until = now() + make_interval(secs => ${leaseSeconds}), attempts = attempts + 1
    WHERE id = (
      SELECT id FROM outbox WHERE state = 'waiting' AND ${inQueue(sql, queue)} AND (next_at <= now() OR at > now()) AND NOT ${isLeased(sql)}
        AND (SELECT count(*) FROM outbox WHERE ${isLeased(sql)} AND ${inQueue(sql, queue)}) < ${atOnce}
      ORDER BY next_at, id LIMIT 1 FOR UPDATE SKIP LOCKED)
    RETURNING id, recipient, subject, body, attempts, purpose, person_id AS "personId"`;
  return row ?? null;
};

/** Records an attempt. A letter about an account contains a secret link, so its text is deleted once it is sent or given up. */
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

/** Seconds until the next letter is due; null if none is waiting. */
export const nextLetterDue = async (sql: Sql, queue: LetterQueue): Promise<number | null> => {
  const [row] = await sql<{ seconds: number | null }[]>`
    SELECT extract(epoch FROM min(greatest(next_at, leased_until)) - now())::float8 AS seconds FROM outbox WHERE state = 'waiting' AND ${inQueue(sql, queue)}`;
  return row?.seconds ?? null;
};
