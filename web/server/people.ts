import type { Sql } from "./database";
import type { NumberForm, Role } from "@/wire/shapes";

export type Person = { readonly id: number; readonly email: string; readonly name: string; readonly numbers: NumberForm };
export type Membership = { readonly team: string; readonly teamName: string; readonly role: Role };

export const personByEmail = async (sql: Sql, email: string): Promise<(Person & { readonly passwordHash: string }) | null> => {
  const [row] = await sql<(Person & { passwordHash: string })[]>`
    SELECT id, email, name, numbers, password_hash AS "passwordHash" FROM person WHERE email = ${email.toLowerCase()} AND closed_at IS NULL`;
  return row ?? null;
};

export const membershipsOf = async (sql: Sql, personId: number): Promise<readonly Membership[]> =>
  sql<Membership[]>`
    SELECT t.slug AS team, t.name AS "teamName", m.role
    FROM membership m JOIN team t ON t.id = m.team_id
    WHERE m.person_id = ${personId} ORDER BY t.name`;

export const addSession = async (
  sql: Sql,
  session: { readonly tokenHash: Buffer; readonly personId: number; readonly hours: number; readonly agent: string },
): Promise<void> => {
  await sql`DELETE FROM session WHERE expires_at < now()`;
  await sql`
    INSERT INTO session (token_hash, person_id, expires_at, browser)
    VALUES (${session.tokenHash}, ${session.personId}, now() + make_interval(hours => ${session.hours}), ${session.agent.slice(0, 200)})`;
};

export const personBySession = async (sql: Sql, tokenHash: Buffer): Promise<Person | null> => {
  const [row] = await sql<Person[]>`
    SELECT p.id, p.email, p.name, p.numbers FROM session s JOIN person p ON p.id = s.person_id
    WHERE s.token_hash = ${tokenHash} AND s.expires_at > now()`;
  return row ?? null;
};

export const endSession = async (sql: Sql, tokenHash: Buffer): Promise<void> => {
  await sql`DELETE FROM session WHERE token_hash = ${tokenHash}`;
};

/** A session that is open: when it began, by what, and whether it is the one that asks. */
export type Session = { readonly at: Date; readonly browser: string; readonly own: boolean };

export const sessionsOf = async (sql: Sql, personId: number, own: Buffer): Promise<readonly Session[]> =>
  sql<Session[]>`
    SELECT created_at AS at, browser, token_hash = ${own} AS own FROM session
    WHERE person_id = ${personId} AND expires_at > now() ORDER BY own DESC, created_at DESC LIMIT 50`;

/** Ends every session of a person but one (null: all of them); returns how many ended. */
export const endSessions = async (sql: Sql, personId: number, but: Buffer | null): Promise<number> => {
  const rows = await sql`
    DELETE FROM session WHERE person_id = ${personId} ${but === null ? sql`` : sql`AND token_hash <> ${but}`} RETURNING token_hash`;
  return rows.length;
};

export const setNumbers = async (sql: Sql, personId: number, numbers: NumberForm): Promise<void> => {
  await sql`UPDATE person SET numbers = ${numbers} WHERE id = ${personId}`;
};

/** Browsers remembered of one account. */
const mostBrowsers = 20;

export const browserKnown = async (sql: Sql, tokenHash: Buffer, personId: number): Promise<boolean> =>
  (await sql`SELECT 1 FROM known_browser WHERE token_hash = ${tokenHash} AND person_id = ${personId}`).length > 0;

/** Remembers a browser that an account was signed in with; the longest unused go. */
export const keepBrowser = async (sql: Sql, tokenHash: Buffer, personId: number, days: number): Promise<void> => {
  await sql`
    INSERT INTO known_browser (token_hash, person_id) VALUES (${tokenHash}, ${personId})
    ON CONFLICT (token_hash) DO UPDATE SET used_at = now(), person_id = excluded.person_id`;
  await sql`
    DELETE FROM known_browser WHERE person_id = ${personId} AND (used_at < now() - make_interval(days => ${days}) OR token_hash NOT IN (
      SELECT token_hash FROM known_browser WHERE person_id = ${personId} ORDER BY used_at DESC LIMIT ${mostBrowsers}))`;
};

export const forgetBrowsers = async (sql: Sql, personId: number): Promise<void> => {
  await sql`DELETE FROM known_browser WHERE person_id = ${personId}`;
};

export const setPasswordHash = async (sql: Sql, personId: number, passwordHash: string): Promise<void> => {
  await sql`UPDATE person SET password_hash = ${passwordHash} WHERE id = ${personId}`;
};

export const addPerson = async (sql: Sql, person: { email: string; name: string; passwordHash: string }): Promise<number> => {
  const [row] = await sql<{ id: number }[]>`
    INSERT INTO person (email, name, password_hash) VALUES (${person.email}, ${person.name}, ${person.passwordHash}) RETURNING id`;
  if (!row) throw new Error("no person was added");
  return row.id;
};

export const addTeam = async (sql: Sql, team: { slug: string; name: string }): Promise<number> => {
  const [row] = await sql<{ id: number }[]>`INSERT INTO team (slug, name) VALUES (${team.slug}, ${team.name}) RETURNING id`;
  if (!row) throw new Error("no team was added");
  return row.id;
};

export const addMember = async (sql: Sql, teamId: number, personId: number, role: Role): Promise<void> => {
  await sql`INSERT INTO membership (team_id, person_id, role) VALUES (${teamId}, ${personId}, ${role})`;
};
