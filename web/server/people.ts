import type { Sql } from "./database";
import type { Role } from "./permissions";

export type Person = { readonly id: number; readonly email: string; readonly name: string };
export type Membership = { readonly team: string; readonly teamName: string; readonly role: Role };

export const personByEmail = async (sql: Sql, email: string): Promise<(Person & { readonly passwordHash: string }) | null> => {
  const [row] = await sql<(Person & { passwordHash: string })[]>`
    SELECT id, email, name, password_hash AS "passwordHash" FROM person WHERE email = ${email.toLowerCase()}`;
  return row ?? null;
};

export const membershipsOf = async (sql: Sql, personId: number): Promise<readonly Membership[]> =>
  sql<Membership[]>`
    SELECT t.slug AS team, t.name AS "teamName", m.role
    FROM membership m JOIN team t ON t.id = m.team_id
    WHERE m.person_id = ${personId} ORDER BY t.name`;

export const addSession = async (sql: Sql, tokenHash: Buffer, personId: number, hours: number): Promise<void> => {
  await sql`DELETE FROM session WHERE expires_at < now()`;
  await sql`
    INSERT INTO session (token_hash, person_id, expires_at)
    VALUES (${tokenHash}, ${personId}, now() + make_interval(hours => ${hours}))`;
};

export const personBySession = async (sql: Sql, tokenHash: Buffer): Promise<Person | null> => {
  const [row] = await sql<Person[]>`
    SELECT p.id, p.email, p.name FROM session s JOIN person p ON p.id = s.person_id
    WHERE s.token_hash = ${tokenHash} AND s.expires_at > now()`;
  return row ?? null;
};

export const endSession = async (sql: Sql, tokenHash: Buffer): Promise<void> => {
  await sql`DELETE FROM session WHERE token_hash = ${tokenHash}`;
};

/** Failed attempts of each subject (an account or an address) within the last minutes; the largest count. */
export const recentFailures = async (sql: Sql, subjects: readonly string[], minutes: number): Promise<number> => {
  const [row] = await sql<{ count: number }[]>`
    SELECT coalesce(max(count), 0)::int AS count FROM (
      SELECT count(*) FROM sign_in_failure
      WHERE subject IN ${sql([...subjects])} AND at > now() - make_interval(mins => ${minutes})
      GROUP BY subject) counts`;
  return row?.count ?? 0;
};

export const addFailure = async (sql: Sql, subjects: readonly string[]): Promise<void> => {
  await sql`DELETE FROM sign_in_failure WHERE at < now() - interval '1 day'`;
  await sql`INSERT INTO sign_in_failure ${sql(subjects.map((subject) => ({ subject })))}`;
};

export const forgetFailures = async (sql: Sql, subject: string): Promise<void> => {
  await sql`DELETE FROM sign_in_failure WHERE subject = ${subject}`;
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
