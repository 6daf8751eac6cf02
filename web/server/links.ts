import type { Sql } from "./database";
import { newSecret, secretHash } from "./secrets";

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

/** What a link is of, while it works; null otherwise. */
export const linkOf = async (sql: Sql, purpose: LinkPurpose, secret: string): Promise<MailedLink | null> => {
  const [row] = await sql<MailedLink[]>`
    SELECT email, person_id AS "personId" FROM mailed_link
    WHERE token_hash = ${secretHash(secret.slice(0, 100))} AND purpose = ${purpose} AND used_at IS NULL AND expires_at > now()`;
  return row ?? null;
};

/** Uses a link up, and answers what it is of; null where it works no more. Of two at once one has it. */
export const takeLink = async (sql: Sql, purpose: LinkPurpose, secret: string): Promise<MailedLink | null> => {
  const [row] = await sql<MailedLink[]>`
    UPDATE mailed_link SET used_at = now()
    WHERE token_hash = ${secretHash(secret.slice(0, 100))} AND purpose = ${purpose} AND used_at IS NULL AND expires_at > now()
    RETURNING email, person_id AS "personId"`;
  return row ?? null;
};
