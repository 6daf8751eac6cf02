import type { Sql } from "../database/database";
import { newSecret, secretHash } from "../database/secrets";

/** What a mailed link is for, and how long it works, minutes. */
const minutes = { password: 30, email: 24 * 60, "sign-up": 24 * 60 } as const;
export type LinkPurpose = keyof typeof minutes;

export type MailedLink = { readonly email: string; readonly personId: number | null };

/** Makes a link; earlier ones of the same purpose to the same account or address end. Answers its secret, which the letter alone has. */
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

/** Ends every link that was mailed to an account: its password or address has changed, or it is closed. */
export const endLinks = async (sql: Sql, personId: number): Promise<void> => {
  await sql`UPDATE mailed_link SET used_at = now() WHERE person_id = ${personId} AND used_at IS NULL`;
};

/** A link that works: unused, in its time, and, for a password, of an account that still has the address it was mailed to. */
const working = (sql: Sql, purpose: LinkPurpose, secret: string) => sql`
  l.token_hash = ${secretHash(secret.slice(0, 100))} AND l.purpose = ${purpose} AND l.used_at IS NULL AND l.expires_at > now()
  AND (l.purpose <> 'password' OR EXISTS (SELECT 1 FROM person p WHERE p.id = l.person_id AND p.email = l.email AND p.closed_at IS NULL))`;

/** What a link is of, while it works; null otherwise. */
export const linkOf = async (sql: Sql, purpose: LinkPurpose, secret: string): Promise<MailedLink | null> => {
  const [row] = await sql<
    MailedLink[]
  >`SELECT l.email, l.person_id AS "personId" FROM mailed_link l WHERE ${working(sql, purpose, secret)}`;
  return row ?? null;
};

/** Uses a link up, and answers what it is of; null where it works no more. Of two at once one has it. */
export const takeLink = async (sql: Sql, purpose: LinkPurpose, secret: string): Promise<MailedLink | null> => {
  const [row] = await sql<MailedLink[]>`
    UPDATE mailed_link l SET used_at = now() WHERE ${working(sql, purpose, secret)} RETURNING l.email, l.person_id AS "personId"`;
  return row ?? null;
};
