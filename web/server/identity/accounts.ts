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
 * Gives an account another password, by its hash. Every session but one ends (null: all of them), and so do the links that
 * were mailed to it and what browsers remember of it.
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

/** How often letters are sent to one address and from one sender, before they wait. */
const letterPace: Pace = { free: 5, longest: 3600 };
/** A team that invites its people sends many letters on one day. */
const invitationPace: Pace = { free: 100, longest: 3600 };

const waitFor = async (sql: Sql, subjects: readonly (readonly [string, Pace])[]): Promise<number> => {
  for (const [subject, pace] of subjects) {
    const counted = await countAttempt(sql, subject, pace);
    if (!counted.ok) return counted.wait;
  }
  return 0;
};

/** Seconds to wait before another letter goes to an address; 0 where it may go now. */
export const letterWait = (sql: Sql, email: string, sender: string): Promise<number> =>
  waitFor(sql, [
    [`letters to ${email}`, letterPace],
    [`letters from ${sender}`, letterPace],
  ]);

/** The same for an invitation: one address gets no more of them than of other letters. */
export const invitationWait = (sql: Sql, email: string, teamId: number): Promise<number> =>
  waitFor(sql, [
    [`letters to ${email}`, letterPace],
    [`invitations of team ${teamId}`, invitationPace],
  ]);

/** Has a link for a new password sent to an address, where it has an account. Takes as long where it has none. */
export const forgotten = (sql: postgres.TransactionSql, email: string): Promise<void> => queueAccountLetter(sql, "password", email, null);

/** Sets a new password, by its hash, with a mailed link, which works once. Every session ends. False where the link works no more. */
export const resetPassword = async (sql: postgres.TransactionSql, secret: string, passwordHash: string): Promise<boolean> => {
  const link = await takeLink(sql, "password", secret);
  if (link?.personId == null) return false;
  await setPassword(sql, link.personId, passwordHash, null);
  return true;
};

/** Has a link that confirms a new address sent to it; the account keeps its own until then. */
export const askNewEmail = (sql: postgres.TransactionSql, personId: number, email: string): Promise<void> =>
  queueAccountLetter(sql, "email", email, personId);

export type EmailChanged = { readonly ok: true; readonly email: string } | { readonly ok: false; readonly code: "gone" | "taken" };

/** Takes a new address by its mailed link, for the account that asked for it. Links mailed to the old address end, and it is told. */
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

/** Has the link to make an account by sent to an address; one that has an account gets the way to sign in. */
export const askSignUp = (sql: postgres.TransactionSql, email: string): Promise<void> => queueAccountLetter(sql, "sign-up", email, null);

/** Makes an account by a mailed link; null where the link works no more, or the address has an account meanwhile. */
export const signUp = async (
  sql: postgres.TransactionSql,
  secret: string,
  input: { readonly name: string; readonly passwordHash: string },
): Promise<number | null> => {
  const link = await takeLink(sql, "sign-up", secret);
  if (!link || (await personByEmail(sql, link.email))) return null;
  return addPerson(sql, { email: link.email, ...input });
};
