import type postgres from "postgres";
import { countAttempt, type Counted, forgetAttempts, forgetOldAttempts, forgiveAttempt, type Pace } from "./attempts";
import { cookieName } from "../http/cookies";
import type { Sql } from "../database/database";
import type { Asking } from "./holding";
import { hashPassword, isOldHash, passwordMatches } from "./passwords";
import {
  addSession,
  browserKnown,
  endSession,
  keepBrowser,
  hasPassword,
  personByEmail,
  personBySession,
  type Person,
  setPasswordHash,
} from "./people";
import { newSecret, secretHash } from "../database/secrets";
import { site } from "../settings/settings";
import { inTransaction } from "../database/transaction";

export const sessionCookie = (): string => cookieName("ypsiline_session");
/** Marks a browser that has signed in to the account before. It grants no rights. */
export const browserCookie = (): string => cookieName("ypsiline_browser");
/** A working day and a night, hours. */
const sessionHours = 24;
/** Days that a browser stays known after its last sign-in. */
const browserDays = 180;

/** A whole office may share an address, so it gets more attempts. A known browser has its own count. */
const paces = {
  account: { free: 5, longest: 60 },
  address: { free: 30, longest: 60 },
  browser: { free: 10, longest: 60 },
} as const satisfies Readonly<Record<string, Pace>>;

/** The cookies of an answer. */
type Jar = {
  readonly set: (name: string, value: string, options: ReturnType<typeof cookieOptions> | { readonly maxAge: number }) => unknown;
};

export type SignedIn =
  | { readonly ok: true; readonly token: string; readonly browser: string; readonly person: Person }
  | { readonly ok: false; readonly code: "wrong" }
  | { readonly ok: false; readonly code: "too-many"; readonly wait: number };

export type Attempt = {
  readonly email: string;
  readonly password: string;
  readonly address: string;
  /** The cookie of a known browser, if there is one. */
  readonly browser: string | null;
  /** The browser's name for itself (User-Agent). */
  readonly agent: string;
  /** The current session of this browser; it ends when the new one begins. */
  readonly session: string | null;
};

/**
 * Checks a password and opens a session. Attempts are counted before a password is verified, and wait longer each time.
 * A known browser of the account is counted separately: nobody can lock the owner out by guessing.
 */
export const signIn = async (sql: postgres.Sql, attempt: Attempt): Promise<SignedIn> => {
  const email = attempt.email.trim().toLowerCase().slice(0, 254);
  const person = await personByEmail(sql, email);
  const hash = attempt.browser === null ? null : secretHash(attempt.browser);
  const known = hash !== null && person !== null && (await browserKnown(sql, hash, person.id));
  const subjects: readonly (readonly [string, Pace])[] = known
    ? [[`browser ${hash.toString("hex")}`, paces.browser]]
    : [
        [`address ${attempt.address}`, paces.address],
        [`account ${email}`, paces.account],
      ];
  for (const [subject, pace] of subjects) {
    const counted: Counted = await countAttempt(sql, subject, pace);
    if (!counted.ok) return { ok: false, code: "too-many", wait: counted.wait };
  }
  const matches = await passwordMatches(person?.passwordHash ?? null, attempt.password.slice(0, 1000), attempt.address);
  if (matches === null) return { ok: false, code: "too-many", wait: 5 };
  if (!matches || !person) return { ok: false, code: "wrong" };
  const renewed = isOldHash(person.passwordHash) ? await hashPassword(attempt.password) : null;
  for (const [subject] of subjects)
    if (subject.startsWith("address ")) await forgiveAttempt(sql, subject);
    else await forgetAttempts(sql, subject);
  await forgetOldAttempts(sql);
  const browser = known && attempt.browser !== null ? attempt.browser : newSecret();
  return inTransaction(sql, async (transaction): Promise<SignedIn> => {
    // The password may have been changed, or the account closed, while it was checked.
    if (!(await hasPassword(transaction, person.id, person.passwordHash))) return { ok: false, code: "wrong" };
    if (renewed !== null) await setPasswordHash(transaction, person.id, renewed);
    await keepBrowser(transaction, secretHash(browser), person.id, browserDays);
    if (attempt.session !== null) await signOutIn(transaction, attempt.session);
    return { ok: true, token: await openSession(transaction, person.id, attempt.agent), browser, person };
  });
};

/** Counts a wrong password that was typed elsewhere than on the sign-in page. */
export const countGuess = async (sql: Sql, email: string): Promise<void> => {
  await countAttempt(sql, `account ${email}`, paces.account);
};

/** Sets the session cookie. */
export const keepSessionCookie = (jar: Jar, token: string): void => {
  jar.set(sessionCookie(), token, cookieOptions());
};

/** Deletes the session cookie. A `__Host-` cookie is only replaced by one with the same attributes. */
export const endSessionCookie = (jar: Jar): void => {
  jar.set(sessionCookie(), "", { ...cookieOptions(), maxAge: 0 });
};

/** Opens a session for somebody who has proven their identity. */
export const openSession = async (sql: Sql, personId: number, agent: string): Promise<string> => {
  const token = newSecret();
  await addSession(sql, { tokenHash: secretHash(token), personId, hours: sessionHours, agent });
  return token;
};

/** Attributes of the session cookie. It is sent over plain http only if the site itself uses that. */
export const cookieOptions = () =>
  ({ httpOnly: true, sameSite: "lax", path: "/", maxAge: sessionHours * 3600, secure: site().startsWith("https:") }) as const;
/** Attributes of the cookie of a known browser. */
export const browserCookieOptions = () => ({ ...cookieOptions(), maxAge: browserDays * 86_400 }) as const;

export const personOfToken = (asking: Asking, token: string): Promise<Person | null> => personBySession(asking, secretHash(token));
const signOutIn = (sql: postgres.TransactionSql, token: string): Promise<void> => endSession(sql, secretHash(token));

/** Ends a session and its event streams. */
export const signOut = (sql: postgres.Sql, token: string): Promise<void> =>
  inTransaction(sql, (transaction) => signOutIn(transaction, token));
