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
/** Tells a browser that an account was signed in with before; it gives no right to anything. */
export const browserCookie = (): string => cookieName("ypsiline_browser");
/** A working day and a night. */
export const sessionHours = 24;
/** Days a browser stays known after it was last signed in with. */
const browserDays = 180;

/** An address may serve a whole office. A browser the account was signed in with has a count of its own. */
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
  /** The cookie of a browser that was signed in before, where there is one. */
  readonly browser: string | null;
  /** What the browser says it is. */
  readonly agent: string;
  /** The session this browser has had until now; it ends with the new one. */
  readonly session: string | null;
};

/**
 * Checks a password and opens a session. Attempts are counted before a password is looked at, and wait longer each time.
 * A browser that was signed in to the account before is counted by itself: nobody can lock its owner out by guessing.
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
    // The password may have been changed, or the account closed, while it was looked at.
    if (!(await hasPassword(transaction, person.id, person.passwordHash))) return { ok: false, code: "wrong" };
    if (renewed !== null) await setPasswordHash(transaction, person.id, renewed);
    await keepBrowser(transaction, secretHash(browser), person.id, browserDays);
    if (attempt.session !== null) await signOutIn(transaction, attempt.session);
    return { ok: true, token: await openSession(transaction, person.id, attempt.agent), browser, person };
  });
};

/** Counts a wrong guess at the password of an account that was made elsewhere than at the sign-in. */
export const countGuess = async (sql: Sql, email: string): Promise<void> => {
  await countAttempt(sql, `account ${email}`, paces.account);
};

/** Gives a browser the session it is signed in with. */
export const keepSessionCookie = (jar: Jar, token: string): void => {
  jar.set(sessionCookie(), token, cookieOptions());
};

/** Takes the session from a browser. A cookie named `__Host-` is only replaced by one that is kept the same way. */
export const endSessionCookie = (jar: Jar): void => {
  jar.set(sessionCookie(), "", { ...cookieOptions(), maxAge: 0 });
};

/** Opens a session of a person who has proven to be that person. */
export const openSession = async (sql: Sql, personId: number, agent: string): Promise<string> => {
  const token = newSecret();
  await addSession(sql, { tokenHash: secretHash(token), personId, hours: sessionHours, agent });
  return token;
};

/** How a session's cookie is kept; from plain http only where the site itself is reached by it. */
export const cookieOptions = () =>
  ({ httpOnly: true, sameSite: "lax", path: "/", maxAge: sessionHours * 3600, secure: site().startsWith("https:") }) as const;
/** How the cookie of a known browser is kept. */
export const browserCookieOptions = () => ({ ...cookieOptions(), maxAge: browserDays * 86_400 }) as const;

export const personOfToken = (asking: Asking, token: string): Promise<Person | null> => personBySession(asking, secretHash(token));
const signOutIn = (sql: postgres.TransactionSql, token: string): Promise<void> => endSession(sql, secretHash(token));

/** Ends a session, and the streams that listen by it. */
export const signOut = (sql: postgres.Sql, token: string): Promise<void> =>
  inTransaction(sql, (transaction) => signOutIn(transaction, token));
