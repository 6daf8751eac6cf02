import type postgres from "postgres";
import { happened } from "../happenings/happenings";
import type { Sql } from "../database/database";
import { queueLetter } from "../happenings/letters";
import { addPerson, joinTeam, personByEmail } from "../identity/people";
import type { Role } from "@/wire/shapes";
import { newSecret, secretHash } from "../database/secrets";
import { site } from "../settings/settings";

/** Days that an invitation is valid. */
const days = 14;
/** Maximum number of open invitations per team. */
const mostInvitations = 200;

export type Invitation = { readonly id: number; readonly email: string; readonly role: Role; readonly at: Date; readonly expiresAt: Date };

/** Open invitations. */
export const invitationsOf = async (sql: Sql, teamId: number): Promise<readonly Invitation[]> =>
  sql<Invitation[]>`
    SELECT id, email, role, at, expires_at AS "expiresAt" FROM invitation
    WHERE team_id = ${teamId} AND accepted_at IS NULL AND revoked_at IS NULL AND expires_at > now() ORDER BY at DESC`;

export type Invited = { readonly ok: true } | { readonly ok: false; readonly code: "member" | "too-many" };

/**
 * Invites somebody by mail. Only the mail contains the link, which can create the account of that address. An earlier
 * invitation to the same address ends.
 */
export const invite = async (
  sql: postgres.TransactionSql,
  input: {
    readonly teamId: number;
    readonly teamName: string;
    readonly personId: number;
    readonly person: string;
    readonly email: string;
    readonly role: Role;
  },
): Promise<Invited> => {
  const { teamId, email, role } = input;
  const members = await sql`
      SELECT 1 FROM membership m JOIN person p ON p.id = m.person_id WHERE m.team_id = ${teamId} AND p.email = ${email}`;
  if (members.length > 0) return { ok: false, code: "member" };
  if ((await invitationsOf(sql, teamId)).length >= mostInvitations) return { ok: false, code: "too-many" };
  const secret = newSecret();
  await sql`UPDATE invitation SET revoked_at = now() WHERE team_id = ${teamId} AND email = ${email} AND accepted_at IS NULL AND revoked_at IS NULL`;
  await sql`
      INSERT INTO invitation (team_id, email, role, token_hash, invited_by, expires_at)
      VALUES (${teamId}, ${email}, ${role}, ${secretHash(secret)}, ${input.personId}, now() + make_interval(days => ${days}))`;
  await queueLetter(sql, teamId, {
    recipient: email,
    // The inviting person types the names, so the subject contains none: it could imitate ours.
    subject: "You are invited to a team on Ypsiline",
    body: `${input.person} invites you to read and make layout specifications with ${input.teamName} as ${role}.\nOpen ${site()}/join/${secret} within ${days} days.`,
  });
  await happened(sql, { kind: "invited", teamId, personId: input.personId, email, role });
  return { ok: true };
};

/** Ends the open invitations that somebody sent. Returns how many. */
export const endInvitationsBy = async (sql: Sql, teamId: number, personId: number): Promise<number> => {
  const rows = await sql`
    UPDATE invitation SET revoked_at = now()
    WHERE team_id = ${teamId} AND invited_by = ${personId} AND accepted_at IS NULL AND revoked_at IS NULL RETURNING id`;
  return rows.length;
};

/** Ends every open invitation of a team. */
export const endInvitationsOf = async (sql: Sql, teamId: number): Promise<void> => {
  await sql`UPDATE invitation SET revoked_at = now() WHERE team_id = ${teamId} AND accepted_at IS NULL AND revoked_at IS NULL`;
};

/** Ends an open invitation; false if there is none by that id. */
export const revokeInvitation = async (sql: postgres.TransactionSql, teamId: number, personId: number, id: number): Promise<boolean> => {
  const [row] = await sql<{ email: string }[]>`
      UPDATE invitation SET revoked_at = now() WHERE id = ${id} AND team_id = ${teamId} AND accepted_at IS NULL AND revoked_at IS NULL RETURNING email`;
  if (!row) return false;
  await happened(sql, { kind: "invitation-ended", teamId, personId, email: row.email });
  return true;
};

export type OpenInvitation = {
  readonly id: number;
  readonly teamId: number;
  readonly team: string;
  readonly teamName: string;
  readonly email: string;
  readonly role: Role;
  readonly invitedBy: string;
  readonly known: boolean;
};

/** The open invitation of a link, or null. `known` is whether the address has an account. */
export const invitationBySecret = async (sql: Sql, secret: string): Promise<OpenInvitation | null> => {
  const [row] = await sql<OpenInvitation[]>`
    SELECT i.id, t.id AS "teamId", t.slug AS team, t.name AS "teamName", i.email, i.role, p.name AS "invitedBy",
      EXISTS (SELECT 1 FROM person k WHERE k.email = i.email) AS known
    FROM invitation i JOIN team t ON t.id = i.team_id JOIN person p ON p.id = i.invited_by
    WHERE i.token_hash = ${secretHash(secret)} AND i.accepted_at IS NULL AND i.revoked_at IS NULL AND i.expires_at > now()`;
  return row ?? null;
};

export type Joined =
  | { readonly ok: true; readonly personId: number; readonly team: string }
  | { readonly ok: false; readonly code: "gone" | "account-exists" | "other-account" };

/**
 * Accepts an invitation: with the signed-in account of the invited address, or with a new account for it. If the address has
 * an account, that account must be signed in; the link alone does not open it. The role of somebody who is in the team
 * already does not change, and the invitation ends.
 */
export const join = async (
  sql: postgres.TransactionSql,
  secret: string,
  by: { readonly signedIn: { readonly id: number; readonly email: string } } | { readonly name: string; readonly passwordHash: string },
): Promise<Joined> => {
  await sql`SELECT id FROM invitation WHERE token_hash = ${secretHash(secret)} FOR UPDATE`;
  const invitation = await invitationBySecret(sql, secret);
  if (!invitation) return { ok: false, code: "gone" };
  const { teamId, team, email, role } = invitation;
  if ("signedIn" in by && by.signedIn.email !== email) return { ok: false, code: "other-account" };
  if (!("signedIn" in by) && (await personByEmail(sql, email))) return { ok: false, code: "account-exists" };
  const personId = "signedIn" in by ? by.signedIn.id : await addPerson(sql, { email, ...by });
  const joined = await joinTeam(sql, teamId, personId, role);
  await sql`UPDATE invitation SET accepted_at = now(), accepted_by = ${personId} WHERE id = ${invitation.id}`;
  if (joined) await happened(sql, { kind: "joined", ...invitation, personId });
  return { ok: true, personId, team };
};
