import type postgres from "postgres";
import { announce } from "../happenings/announce";
import type { Sql } from "../database/database";
import type { Asking } from "./holding";
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

/** Whether somebody belongs to a team. */
export const isMember = async (sql: Sql, teamId: number, personId: number): Promise<boolean> =>
  (await sql`SELECT 1 FROM membership WHERE team_id = ${teamId} AND person_id = ${personId}`).length > 0;

export const addSession = async (
  sql: Sql,
  session: { readonly tokenHash: Buffer; readonly personId: number; readonly hours: number; readonly agent: string },
): Promise<void> => {
  await sql`DELETE FROM session WHERE expires_at < now()`;
  await sql`
    INSERT INTO session (token_hash, person_id, expires_at, browser)
    VALUES (${session.tokenHash}, ${session.personId}, now() + make_interval(hours => ${session.hours}), ${session.agent.slice(0, 200)})`;
};

/** Hours without use after which a session ends, and minutes within which its use is recorded once. */
const idle = { ends: 8, noted: 10 } as const;

const isOpen = (sql: Sql) => sql`s.expires_at > now() AND s.used_at > now() - make_interval(hours => ${idle.ends})`;

/** The person of an open session. Locked (`holding.ts`), it cannot end before the transaction. */
export const personBySession = async ({ sql, holds }: Asking, tokenHash: Buffer): Promise<Person | null> => {
  const [row] = await sql<(Person & { idle: boolean })[]>`
    SELECT p.id, p.email, p.name, p.numbers, s.used_at < now() - make_interval(mins => ${idle.noted}) AS idle
    FROM session s JOIN person p ON p.id = s.person_id
    WHERE s.token_hash = ${tokenHash} AND ${isOpen(sql)} AND p.closed_at IS NULL ${holds ? sql`FOR KEY SHARE OF s` : sql``}`;
  if (!row) return null;
  const { idle: unnoted, ...person } = row;
  if (unnoted && !holds) await sql`UPDATE session SET used_at = now() WHERE token_hash = ${tokenHash}`;
  return person;
};

/** Ends a session and its person's event streams. Streams of other sessions reconnect. */
export const endSession = async (sql: postgres.TransactionSql, tokenHash: Buffer): Promise<void> => {
  const [row] = await sql<{ personId: number }[]>`DELETE FROM session WHERE token_hash = ${tokenHash} RETURNING person_id AS "personId"`;
  if (row) await announce(sql, { kind: "access", of: { person: row.personId } });
};

/** An open session: when it began, in which browser, and whether it is the current one. */
export type Session = { readonly at: Date; readonly browser: string; readonly own: boolean };

export const sessionsOf = async (sql: Sql, personId: number, own: Buffer): Promise<readonly Session[]> =>
  sql<Session[]>`
    SELECT s.created_at AS at, s.browser, s.token_hash = ${own} AS own FROM session s
    WHERE s.person_id = ${personId} AND ${isOpen(sql)} ORDER BY own DESC, s.created_at DESC LIMIT 50`;

/** Ends every session of a person except one (null: none excepted). Returns how many ended. */
export const endSessions = async (sql: Sql, personId: number, but: Buffer | null): Promise<number> => {
  const rows = await sql`
    DELETE FROM session WHERE person_id = ${personId} ${but === null ? sql`` : sql`AND token_hash <> ${but}`} RETURNING token_hash`;
  return rows.length;
};

export const setNumbers = async (sql: postgres.TransactionSql, personId: number, numbers: NumberForm): Promise<void> => {
  await sql`UPDATE person SET numbers = ${numbers} WHERE id = ${personId}`;
};

/** Maximum number of known browsers per account. */
const mostBrowsers = 20;

export const browserKnown = async (sql: Sql, tokenHash: Buffer, personId: number): Promise<boolean> =>
  (await sql`SELECT 1 FROM known_browser WHERE token_hash = ${tokenHash} AND person_id = ${personId}`).length > 0;

/** Records a browser that the account has signed in with. The longest unused are dropped. */
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

/** Whether an account still has the password with this hash. It is locked until the transaction ends. */
export const hasPassword = async (sql: postgres.TransactionSql, personId: number, passwordHash: string): Promise<boolean> =>
  (await sql`SELECT 1 FROM person WHERE id = ${personId} AND password_hash = ${passwordHash} AND closed_at IS NULL FOR SHARE`).length > 0;

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

/** Adds somebody to a team; false if they are a member already, whose role stays. */
export const joinTeam = async (sql: Sql, teamId: number, personId: number, role: Role): Promise<boolean> =>
  (
    await sql`
      INSERT INTO membership (team_id, person_id, role) VALUES (${teamId}, ${personId}, ${role})
      ON CONFLICT (team_id, person_id) DO NOTHING RETURNING 1`
  ).length > 0;

export const addMember = async (sql: Sql, teamId: number, personId: number, role: Role): Promise<void> => {
  await sql`INSERT INTO membership (team_id, person_id, role) VALUES (${teamId}, ${personId}, ${role})`;
};
