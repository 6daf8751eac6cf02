import type postgres from "postgres";
import { announce } from "../happenings/announce";
import { countAttempt, type Pace } from "./attempts";
import type { Sql } from "../database/database";
import { queueAccountLetter, queueLetter, sendsMail } from "../happenings/letters";
import { endLinks, linkOf, takeLink } from "../happenings/links";
import { addPerson, endSessions, forgetBrowsers, personByEmail, setPasswordHash } from "./people";

export const setName = async (sql: postgres.TransactionSql, personId: number, name: string): Promise<void> => {
  await sql`UPDATE person SET name = ${name} WHERE id = ${personId}`;
};

/**
 * Sets an account's password (its hash). Every session except one ends (null: all of them), and so do its mailed links and
 * known browsers.
 */
export const setPassword = async (
  sql: postgres.TransactionSql,
  personId: number,
  passwordHash: string,
  but: Buffer | null,
): Promise<number> => {
  await setPasswordHash(sql, personId, passwordHash);
  await endLinks(sql, personId);
  const ended = await endSessions(sql, personId, but);
  await forgetBrowsers(sql, personId);
  await announce(sql, { kind: "access", of: { person: personId } });
  return ended;
};

/** How many letters to one address, or from one sender, are sent without waiting. */
const letterPace: Pace = { free: 5, longest: 3600 };
/** The same for invitations: a new team sends many on one day. */
const invitationPace: Pace = { free: 100, longest: 3600 };

const waitFor = async (sql: Sql, subjects: readonly (readonly [string, Pace])[]): Promise<number> => {
  for (const [subject, pace] of subjects) {
    const counted = await countAttempt(sql, subject, pace);
    if (!counted.ok) return counted.wait;
  }
  return 0;
};

/** Seconds to wait before another letter can be sent to an address; 0 if it can be sent now. */
export const letterWait = (sql: Sql, email: string, sender: string): Promise<number> =>
  waitFor(sql, [
    [`letters to ${email}`, letterPace],
    [`letters from ${sender}`, letterPace],
  ]);

/** The same for an invitation. One address gets no more invitations than other mails. */
export const invitationWait = (sql: Sql, email: string, teamId: number): Promise<number> =>
  waitFor(sql, [
    [`letters to ${email}`, letterPace],
    [`invitations of team ${teamId}`, invitationPace],
  ]);

/** Sends a link to set a new password, if the address has an account. Takes equally long if it has none. */
export const forgotten = (sql: postgres.TransactionSql, email: string): Promise<void> => queueAccountLetter(sql, "password", email, null);

/** Sets a new password (its hash) with a mailed link, which works once. Every session ends. False if the link no longer works. */
export const resetPassword = async (sql: postgres.TransactionSql, secret: string, passwordHash: string): Promise<boolean> => {
  const link = await takeLink(sql, "password", secret);
  if (link?.personId == null) return false;
  await setPassword(sql, link.personId, passwordHash, null);
  return true;
};

/** Sends a link that confirms a new address. The account keeps its address until then. */
export const askNewEmail = (sql: postgres.TransactionSql, personId: number, email: string): Promise<void> =>
  queueAccountLetter(sql, "email", email, personId);

export type EmailChanged = { readonly ok: true; readonly email: string } | { readonly ok: false; readonly code: "gone" | "taken" };

/** Changes the address of the account that requested the link. Links mailed to the old address end, and a letter tells it. */
export const confirmEmail = async (sql: postgres.TransactionSql, personId: number, secret: string): Promise<EmailChanged> => {
  const found = await linkOf(sql, "email", secret);
  if (found?.personId !== personId) return { ok: false, code: "gone" };
  if (await personByEmail(sql, found.email)) return { ok: false, code: "taken" };
  if (!(await takeLink(sql, "email", secret))) return { ok: false, code: "gone" };
  const [before] = await sql<{ email: string }[]>`SELECT email FROM person WHERE id = ${personId}`;
  await sql`UPDATE person SET email = ${found.email} WHERE id = ${personId}`;
  await endLinks(sql, personId);
  if (before && sendsMail())
    await queueLetter(sql, null, {
      recipient: before.email,
      subject: "Your address was changed",
      body: `Your Ypsiline account now uses ${found.email}. If this was not you, tell a lead of your team.`,
    });
  return { ok: true, email: found.email };
};

/** Sends a link to create an account; an address that has one is told how to sign in. */
export const askSignUp = (sql: postgres.TransactionSql, email: string): Promise<void> => queueAccountLetter(sql, "sign-up", email, null);

/** Creates an account with a mailed link; null if the link no longer works or the address has an account by now. */
export const signUp = async (
  sql: postgres.TransactionSql,
  secret: string,
  input: { readonly name: string; readonly passwordHash: string },
): Promise<number | null> => {
  const link = await takeLink(sql, "sign-up", secret);
  if (!link || (await personByEmail(sql, link.email))) return null;
  return addPerson(sql, { email: link.email, ...input });
};
