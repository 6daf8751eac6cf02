import type postgres from "postgres";
import { countAttempt, type Counted, forgetAttempts, forgetOldAttempts, forgiveAttempt, type Pace } from "./attempts";
import type { Sql } from "./database";
import { hashPassword, isOldHash, passwordMatches } from "./passwords";
import { addSession, browserKnown, endSession, keepBrowser, personByEmail, personBySession, type Person, setPasswordHash } from "./people";
import { newSecret, secretHash } from "./secrets";

export const sessionCookie = "ypsiline_session";
/** Tells a browser that an account was signed in with before; it gives no right to anything. */
export const browserCookie = "ypsiline_browser";
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
  if (isOldHash(person.passwordHash)) await setPasswordHash(sql, person.id, await hashPassword(attempt.password));
  for (const [subject] of subjects)
    if (subject.startsWith("address ")) await forgiveAttempt(sql, subject);
    else await forgetAttempts(sql, subject);
  await forgetOldAttempts(sql);
  const browser = known && attempt.browser !== null ? attempt.browser : newSecret();
  await keepBrowser(sql, secretHash(browser), person.id, browserDays);
  if (attempt.session !== null) await signOut(sql, attempt.session);
  return { ok: true, token: await openSession(sql, person.id, attempt.agent), browser, person };
};

/** Opens a session of a person who has proven to be that person. */
export const openSession = async (sql: Sql, personId: number, agent: string): Promise<string> => {
  const token = newSecret();
  await addSession(sql, { tokenHash: secretHash(token), personId, hours: sessionHours, agent });
  return token;
};

/** Whether cookies are kept from plain http: where the site is reached by https. */
const secure = (site: string): boolean => site.startsWith("https:");

/** How a session's cookie is kept. */
export const cookieOptions = (site: string) =>
  ({ httpOnly: true, sameSite: "lax", path: "/", maxAge: sessionHours * 3600, secure: secure(site) }) as const;
/** How the cookie of a known browser is kept. */
export const browserCookieOptions = (site: string) => ({ ...cookieOptions(site), path: "/session", maxAge: browserDays * 86_400 }) as const;

export const personOfToken = (sql: Sql, token: string): Promise<Person | null> => personBySession(sql, secretHash(token));
export const signOut = (sql: Sql, token: string): Promise<void> => endSession(sql, secretHash(token));
