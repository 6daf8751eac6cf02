import type postgres from "postgres";
import { announce } from "./announce";
import { countAttempt, type Pace } from "./attempts";
import type { Sql } from "./database";
import { queueLetter } from "./letters";
import { linkOf, makeLink, takeLink } from "./links";
import { hashPassword, passwordMatches } from "./passwords";
import { addPerson, endSessions, forgetBrowsers, personByEmail, setPasswordHash } from "./people";
import { changeMember } from "./team";

export const setName = async (sql: Sql, personId: number, name: string): Promise<void> => {
  await sql`UPDATE person SET name = ${name} WHERE id = ${personId}`;
};

/** Whether a password is that of an account; null where too much is being looked at. */
export const isPasswordOf = async (sql: Sql, personId: number, password: string, sender: string): Promise<boolean | null> => {
  const [row] = await sql<{ hash: string }[]>`SELECT password_hash AS hash FROM person WHERE id = ${personId} AND closed_at IS NULL`;
  return passwordMatches(row?.hash ?? null, password, sender);
};

/** Gives an account another password, and ends its sessions but one (null: all), and what browsers remember of it. */
export const setPassword = async (sql: postgres.Sql, personId: number, password: string, but: Buffer | null): Promise<number> => {
  const passwordHash = await hashPassword(password);
  return sql.begin(async (transaction) => {
    await setPasswordHash(transaction, personId, passwordHash);
    const ended = await endSessions(transaction, personId, but);
    await forgetBrowsers(transaction, personId);
    await announce(transaction, { kind: "access", person: personId });
    return ended;
  });
};

/** How often letters are sent to one address and from one sender, before they wait. */
const letterPace: Pace = { free: 5, longest: 3600 };

/** Seconds to wait before another letter goes to an address; 0 where it may go now. */
export const letterWait = async (sql: Sql, email: string, sender: string): Promise<number> => {
  for (const subject of [`letters to ${email}`, `letters from ${sender}`]) {
    const counted = await countAttempt(sql, subject, letterPace);
    if (!counted.ok) return counted.wait;
  }
  return 0;
};

/** Sends the link for a new password to an address, where it has an account; where it has none, nothing tells the asker. */
export const forgotten = (sql: postgres.Sql, email: string, origin: string): Promise<void> =>
  sql.begin(async (transaction) => {
    const person = await personByEmail(transaction, email);
    if (!person) return;
    const secret = await makeLink(transaction, "password", { email, personId: person.id });
    await queueLetter(transaction, null, {
      recipient: email,
      subject: "A new password for Ypsiline",
      body: `Somebody, you we hope, asked for a new password for this address.\nSet it at ${origin}/password/${secret} within 30 minutes.\nIf it was not you, do nothing: your password stays as it is.`,
    });
  });

/** Sets a new password by a mailed link, which works once, and ends every session. False where the link works no more. */
export const resetPassword = async (sql: postgres.Sql, secret: string, password: string): Promise<boolean> => {
  if (!(await linkOf(sql, "password", secret))) return false;
  const link = await takeLink(sql, "password", secret);
  if (link?.personId == null) return false;
  await setPassword(sql, link.personId, password, null);
  return true;
};

/** Sends the link that confirms a new address to it; the account keeps its own until then. */
export const askNewEmail = (sql: postgres.Sql, personId: number, email: string, origin: string): Promise<void> =>
  sql.begin(async (transaction) => {
    // Whose address it is already is not told: that person gets a letter that changes nothing.
    const taken = await personByEmail(transaction, email);
    const secret = await makeLink(transaction, "email", { email, personId });
    await queueLetter(transaction, null, {
      recipient: email,
      subject: taken ? "This address has an account" : "Confirm your address",
      body: taken
        ? "Somebody wants to use this address for another account of Ypsiline. It has one, so nothing changes."
        : `Open ${origin}/account/email/${secret} within 24 hours, signed in, to use this address for your account.`,
    });
  });

export type EmailChanged = { readonly ok: true; readonly email: string } | { readonly ok: false; readonly code: "gone" | "taken" };

/** Takes a new address by its mailed link, for the account that asked for it. The old address is told. */
export const confirmEmail = (sql: postgres.Sql, personId: number, secret: string): Promise<EmailChanged> =>
  sql.begin(async (transaction): Promise<EmailChanged> => {
    const found = await linkOf(transaction, "email", secret);
    if (found?.personId !== personId) return { ok: false, code: "gone" };
    if (await personByEmail(transaction, found.email)) return { ok: false, code: "taken" };
    if (!(await takeLink(transaction, "email", secret))) return { ok: false, code: "gone" };
    const [before] = await transaction<{ email: string }[]>`SELECT email FROM person WHERE id = ${personId}`;
    await transaction`UPDATE person SET email = ${found.email} WHERE id = ${personId}`;
    if (before)
      await queueLetter(transaction, null, {
        recipient: before.email,
        subject: "Your address was changed",
        body: `Your account of Ypsiline is reached by ${found.email} now. If this was not you, tell a lead of your team.`,
      });
    return { ok: true, email: found.email };
  });

/** Sends the link to make an account by to an address; one that has an account gets the way to sign in. */
export const askSignUp = (sql: postgres.Sql, email: string, origin: string): Promise<void> =>
  sql.begin(async (transaction) => {
    const known = await personByEmail(transaction, email);
    const secret = known ? null : await makeLink(transaction, "sign-up", { email, personId: null });
    await queueLetter(transaction, null, {
      recipient: email,
      subject: known ? "You have an account" : "Make your account",
      body: secret
        ? `Open ${origin}/sign-up/${secret} within 24 hours to make your account of Ypsiline.`
        : `This address has an account of Ypsiline. Sign in at ${origin}/sign-in; a forgotten password is set anew there.`,
    });
  });

/** Makes an account by a mailed link; null where the link works no more, or the address has an account meanwhile. */
export const signUp = async (
  sql: postgres.Sql,
  secret: string,
  input: { readonly name: string; readonly password: string },
): Promise<number | null> => {
  if (!(await linkOf(sql, "sign-up", secret))) return null;
  const passwordHash = await hashPassword(input.password);
  return sql.begin(async (transaction) => {
    const link = await takeLink(transaction, "sign-up", secret);
    if (!link || (await personByEmail(transaction, link.email))) return null;
    return addPerson(transaction, { email: link.email, name: input.name, passwordHash });
  });
};

export type Closed = { readonly ok: true } | { readonly ok: false; readonly code: "last-lead"; readonly team: string };

/**
 * Closes an account: it leaves its teams, its sessions end, and its name and address go. What it wrote stays, by a former
 * member. Refused while it is the only lead of a team that has others in it.
 */
export const closeAccount = async (sql: postgres.Sql, personId: number): Promise<Closed> => {
  const teams = await sql<{ id: number; name: string; others: number; leads: number; role: string }[]>`
    SELECT t.id, t.name, m.role,
      (SELECT count(*)::int FROM membership o WHERE o.team_id = t.id AND o.person_id <> ${personId}) AS others,
      (SELECT count(*)::int FROM membership o WHERE o.team_id = t.id AND o.person_id <> ${personId} AND o.role = 'lead') AS leads
    FROM membership m JOIN team t ON t.id = m.team_id WHERE m.person_id = ${personId} ORDER BY t.name`;
  // Looked at before any is left: an account that cannot be closed stays where it was.
  const held = teams.find(({ role, others, leads }) => role === "lead" && others > 0 && leads === 0);
  if (held) return { ok: false, code: "last-lead", team: held.name };
  for (const { id, name, others } of teams) {
    // A team of nobody else is left with its last lead: nobody could come in any more, and its specs stay readable as they were.
    if (others === 0) continue;
    const left = await changeMember(sql, { teamId: id, memberId: personId, role: null, personId });
    if (!left.ok && left.code === "last-lead") return { ok: false, code: "last-lead", team: name };
  }
  await sql.begin(async (transaction) => {
    await endSessions(transaction, personId, null);
    await forgetBrowsers(transaction, personId);
    await transaction`UPDATE mailed_link SET used_at = now() WHERE person_id = ${personId} AND used_at IS NULL`;
    await transaction`
      UPDATE person SET name = 'Former member', email = ${`former-${personId}@closed.invalid`}, password_hash = '', closed_at = now()
      WHERE id = ${personId} AND closed_at IS NULL`;
    await announce(transaction, { kind: "access", person: personId });
  });
  return { ok: true };
};
