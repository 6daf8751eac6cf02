import type postgres from "postgres";
import { endAccess, endedWords } from "./access";
import { happened } from "../happenings/happenings";
import { holdTeam } from "../identity/holding";
import { endInvitationsOf } from "./invitations";
import type { Sql } from "../database/database";
import { type Page, pageSize, rowsBefore, uncounted } from "../database/paging";
import { revokeTokensOfTeam } from "../identity/tokens";
import { removeWebhooksOf } from "../happenings/webhooks";
import type { Publishers, Role } from "@/wire/shapes";

export type Team = {
  readonly id: number;
  readonly slug: string;
  readonly name: string;
  readonly publishers: Publishers;
  readonly role: Role;
};
export type Member = { readonly id: number; readonly name: string; readonly email: string; readonly role: Role };

/** A team as a member sees it; null for anybody else. */
export const teamFor = async (sql: Sql, slug: string, personId: number): Promise<Team | null> => {
  const [row] = await sql<Team[]>`
    SELECT t.id, t.slug, t.name, t.publishers, m.role FROM team t JOIN membership m ON m.team_id = t.id
    WHERE t.slug = ${slug} AND m.person_id = ${personId}`;
  return row ?? null;
};

/** A page of a team's members, leads first. */
export const membersPage = async (sql: Sql, teamId: number, page: number): Promise<Page<Member>> =>
  uncounted(
    page,
    await sql<Member[]>`
      SELECT p.id, p.name, p.email, m.role FROM membership m JOIN person p ON p.id = m.person_id
      WHERE m.team_id = ${teamId} ORDER BY array_position(ARRAY['lead', 'author', 'reader'], m.role), p.name, p.id
      LIMIT ${pageSize + 1} OFFSET ${rowsBefore(page)}`,
  );

const membersOf = async (sql: Sql, teamId: number): Promise<readonly Member[]> =>
  sql<Member[]>`
    SELECT p.id, p.name, p.email, m.role FROM membership m JOIN person p ON p.id = m.person_id
    WHERE m.team_id = ${teamId} ORDER BY array_position(ARRAY['lead', 'author', 'reader'], m.role), p.name, p.id`;

export type MemberChanged = { readonly ok: true } | { readonly ok: false; readonly code: "no-member" | "last-lead" };

/**
 * Changes a member's role, or removes them (null), and ends what they may no longer do. The last lead cannot be removed. The
 * caller locks the team (`holdTeam`), so that two changes at once cannot leave it without a lead.
 */
export const changeMember = async (
  sql: postgres.TransactionSql,
  change: { readonly teamId: number; readonly memberId: number; readonly role: Role | null; readonly personId: number },
): Promise<MemberChanged> => {
  const { teamId, memberId, role, personId } = change;
  const members = await membersOf(sql, teamId);
  const member = members.find(({ id }) => id === memberId);
  if (!member) return { ok: false, code: "no-member" };
  const leads = members.filter((one) => one.role === "lead");
  if (member.role === "lead" && role !== "lead" && leads.length === 1) return { ok: false, code: "last-lead" };
  if (role === null) await sql`DELETE FROM membership WHERE team_id = ${teamId} AND person_id = ${memberId}`;
  else await sql`UPDATE membership SET role = ${role} WHERE team_id = ${teamId} AND person_id = ${memberId}`;
  // Their projects go to the person who removes them or, if they leave or step down themselves, to the lead who has
  // been one longest.
  const heir = leads.find(({ id }) => id === personId && id !== memberId) ?? leads.find(({ id }) => id !== memberId) ?? member;
  const ended = await endAccess(sql, { teamId, memberId, role, heir: heir.id });
  await happened(sql, {
    kind: "member-changed",
    teamId,
    personId,
    memberId,
    member: member.name,
    role,
    ended: endedWords(ended, heir.name),
  });
  return { ok: true };
};

export type TeamsLeft = { readonly ok: true } | { readonly ok: false; readonly code: "last-lead"; readonly team: string };

/**
 * Removes somebody from every team. Refused, before any is left, if they are the only lead of a team with other members.
 * In a team without other members, access tokens, invitations and webhooks end. Its specs stay, and the operator can give
 * the team to somebody (`npm run give-team`).
 */
export const leaveTeams = async (sql: postgres.TransactionSql, personId: number): Promise<TeamsLeft> => {
  const teams = await sql<{ id: number; name: string }[]>`
    SELECT t.id, t.name FROM team t WHERE t.id IN (SELECT team_id FROM membership WHERE person_id = ${personId}) ORDER BY t.id`;
  for (const { id } of teams) await holdTeam(sql, id, null, "alone");
  const members = new Map<number, readonly Member[]>();
  for (const { id, name } of teams) {
    const all = await membersOf(sql, id);
    members.set(id, all);
    const others = all.filter((one) => one.id !== personId);
    if (others.length > 0 && !others.some(({ role }) => role === "lead")) return { ok: false, code: "last-lead", team: name };
  }
  for (const { id } of teams) {
    if ((members.get(id)?.length ?? 0) > 1) await changeMember(sql, { teamId: id, memberId: personId, role: null, personId });
    else await endTeam(sql, id, personId);
  }
  return { ok: true };
};

/** Removes the last member of a team and ends what would work without members. */
const endTeam = async (sql: postgres.TransactionSql, teamId: number, personId: number): Promise<void> => {
  await revokeTokensOfTeam(sql, teamId);
  await endInvitationsOf(sql, teamId);
  await removeWebhooksOf(sql, teamId);
  await sql`DELETE FROM membership WHERE team_id = ${teamId} AND person_id = ${personId}`;
  await happened(sql, { kind: "team-left-empty", teamId, personId });
};

/** Makes somebody a lead, on behalf of the operator; false if there is no such team or account. */
export const giveTeam = async (sql: postgres.TransactionSql, slug: string, email: string): Promise<boolean> => {
  const [row] = await sql<{ teamId: number; personId: number }[]>`
    INSERT INTO membership (team_id, person_id, role)
    SELECT t.id, p.id, 'lead' FROM team t, person p WHERE t.slug = ${slug} AND p.email = ${email} AND p.closed_at IS NULL
    ON CONFLICT (team_id, person_id) DO UPDATE SET role = 'lead' RETURNING team_id AS "teamId", person_id AS "personId"`;
  if (!row) return false;
  await happened(sql, { kind: "team-given", ...row, email });
  return true;
};

/** Gives a team another name; its address stays. */
export const renameTeam = async (sql: postgres.TransactionSql, teamId: number, personId: number, name: string): Promise<void> => {
  await sql`UPDATE team SET name = ${name} WHERE id = ${teamId}`;
  await happened(sql, { kind: "team-renamed", teamId, personId, name });
};

export const setPublishers = async (
  sql: postgres.TransactionSql,
  teamId: number,
  personId: number,
  publishers: Publishers,
): Promise<void> => {
  await sql`UPDATE team SET publishers = ${publishers} WHERE id = ${teamId}`;
  await happened(sql, { kind: "publishers-set", teamId, personId, publishers });
};

export type OutboxLetter = {
  readonly recipient: string;
  readonly subject: string;
  readonly body: string;
  readonly at: Date;
  /** The state of a letter: kept for a lead to pass on, or how far sending it is, with the mail server's answer. */
  readonly state: "kept" | "waiting" | "sent" | "failed";
  readonly answer: string;
};

/** A page of a team's letters, the latest first. */
export const outboxPage = async (sql: Sql, teamId: number, page: number): Promise<Page<OutboxLetter>> =>
  uncounted(
    page,
    await sql<OutboxLetter[]>`
      SELECT recipient, subject, body, at, state, answer FROM outbox WHERE team_id = ${teamId} ORDER BY at DESC, id DESC
      LIMIT ${pageSize + 1} OFFSET ${rowsBefore(page)}`,
  );
