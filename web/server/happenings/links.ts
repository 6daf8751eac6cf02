import type { Sql } from "../database/database";
import { newSecret, secretHash } from "../database/secrets";

/** The purposes of mailed links, and how long each works, minutes. */
const minutes = { password: 30, email: 24 * 60, "sign-up": 24 * 60 } as const;
export type LinkPurpose = keyof typeof minutes;

export type MailedLink = { readonly email: string; readonly personId: number | null };

/** Creates a link; earlier ones for the same purpose and account or address end. Returns its secret, which only the letter contains. */
export const makeLink = async (sql: Sql, purpose: LinkPurpose, { email, personId }: MailedLink): Promise<string> => {
  const secret = newSecret();
  await sql`
    UPDATE mailed_link SET used_at = now() WHERE purpose = ${purpose} AND used_at IS NULL
      AND ${personId === null ? sql`email = ${email}` : sql`person_id = ${personId}`}`;
  await sql`
    INSERT INTO mailed_link (token_hash, purpose, email, person_id, expires_at)
    VALUES (${secretHash(secret)}, ${purpose}, ${email}, ${personId}, now() + make_interval(mins => ${minutes[purpose]}))`;
  return secret;
};

/** Ends every link that was mailed to an account, after its password or address changed or it was closed. */
export const endLinks = async (sql: Sql, personId: number): Promise<void> => {
  await sql`UPDATE mailed_link SET used_at = now() WHERE person_id = ${personId} AND used_at IS NULL`;
};

/** A link that works: unused, not expired, and for a password of an account that still has the address it was mailed to. */
const working = (sql: Sql, purpose: LinkPurpose, secret: string) => sql`
  l.token_hash = ${secretHash(secret.slice(0, 100))} AND l.purpose = ${purpose} AND l.used_at IS NULL AND l.expires_at > now()
  AND (l.purpose <> 'password' OR EXISTS (SELECT 1 FROM person p WHERE p.id = l.person_id AND p.email = l.email AND p.closed_at IS NULL))`;

/** Whom a link is for, while it works; else null. */
export const linkOf = async (sql: Sql, purpose: LinkPurpose, secret: string): Promise<MailedLink | null> => {
  const [row] = await sql<
    MailedLink[]
  >`SELECT l.email, l.person_id AS "personId" FROM mailed_link l WHERE ${working(sql, purpose, secret)}`;
  return row ?? null;
};

/** Uses a link and returns whom it is for; null if it no longer works. Only one of two requests at once succeeds. */
export const takeLink = async (sql: Sql, purpose: LinkPurpose, secret: string): Promise<MailedLink | null> => {
  const [row] = await sql<MailedLink[]>`
    UPDATE mailed_link l SET used_at = now() WHERE ${working(sql, purpose, secret)} RETURNING l.email, l.person_id AS "personId"`;
  return row ?? null;
};
