import type { Sql } from "./database";
import { newSecret, secretHash } from "./secrets";
import { passwordMatches } from "./passwords";
import { addFailure, addSession, endSession, forgetFailures, personByEmail, personBySession, recentFailures, type Person } from "./people";

export const sessionCookie = "ypsiline_session";
/** A working day and a night. */
export const sessionHours = 24;

/** Failures after which an account waits; an address may serve a whole office and waits after more. */
const accountLimit = 8;
const addressLimit = 40;
const minutes = 15;

export type SignedIn = { readonly ok: true; readonly token: string } | { readonly ok: false; readonly code: "wrong" | "too-many" };

/** Checks a password and opens a session. Attempts are limited per account and per address. */
export const signIn = async (sql: Sql, attempt: { email: string; password: string; address: string }): Promise<SignedIn> => {
  const email = attempt.email.trim().toLowerCase().slice(0, 254);
  const account = `account ${email}`;
  const address = `address ${attempt.address}`;
  const blocked =
    (await recentFailures(sql, [account], minutes)) >= accountLimit || (await recentFailures(sql, [address], minutes)) >= addressLimit;
  if (blocked) return { ok: false, code: "too-many" };
  const person = await personByEmail(sql, email);
  if (!(await passwordMatches(person?.passwordHash ?? null, attempt.password.slice(0, 1000))) || !person) {
    await addFailure(sql, [account, address]);
    return { ok: false, code: "wrong" };
  }
  await forgetFailures(sql, account);
  return { ok: true, token: await openSession(sql, person.id) };
};

/** Opens a session of a person who has proven to be that person. */
export const openSession = async (sql: Sql, personId: number): Promise<string> => {
  const token = newSecret();
  await addSession(sql, secretHash(token), personId, sessionHours);
  return token;
};

/** How a session's cookie is kept. */
export const cookieOptions = () =>
  ({ httpOnly: true, sameSite: "lax", path: "/", maxAge: sessionHours * 3600, secure: process.env["SECURE_COOKIES"] === "1" }) as const;

export const personOfToken = (sql: Sql, token: string): Promise<Person | null> => personBySession(sql, secretHash(token));
export const signOut = (sql: Sql, token: string): Promise<void> => endSession(sql, secretHash(token));
