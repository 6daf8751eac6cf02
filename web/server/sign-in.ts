import { createHash, randomBytes } from "node:crypto";
import type { Sql } from "./database";
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

const tokenHash = (token: string): Buffer => createHash("sha256").update(token).digest();

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
  const token = randomBytes(32).toString("base64url");
  await addSession(sql, tokenHash(token), person.id, sessionHours);
  return { ok: true, token };
};

export const personOfToken = (sql: Sql, token: string): Promise<Person | null> => personBySession(sql, tokenHash(token));
export const signOut = (sql: Sql, token: string): Promise<void> => endSession(sql, tokenHash(token));
