import type postgres from "postgres";
import { endAccess, endedWords } from "./access";
import { happened } from "./happenings";
import type { Sql } from "./database";
import { type Page, pageSize, rowsBefore, uncounted } from "./paging";
import type { Publishers, Role } from "@/wire/shapes";

export type Team = {
  readonly id: number;
  readonly slug: string;
  readonly name: string;
  readonly publishers: Publishers;
  readonly role: Role;
};
export type Member = { readonly id: number; readonly name: string; readonly email: string; readonly role: Role };

/** A team as a member of it sees it; null to anybody else. */
export const teamFor = async (sql: Sql, slug: string, personId: number): Promise<Team | null> => {
  const [row] = await sql<Team[]>`
    SELECT t.id, t.slug, t.name, t.publishers, m.role FROM team t JOIN membership m ON m.team_id = t.id
    WHERE t.slug = ${slug} AND m.person_id = ${personId}`;
  return row ?? null;
};

/** Whether somebody belongs to a team. */
export const isMember = async (sql: Sql, teamId: number, personId: number): Promise<boolean> =>
  (await sql`SELECT 1 FROM membership WHERE team_id = ${teamId} AND person_id = ${personId}`).length > 0;

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

/** Locks the team, so that two changes at once cannot leave it without a lead. */
const lockTeam = (sql: postgres.TransactionSql, teamId: number) => sql`SELECT id FROM team WHERE id = ${teamId} FOR UPDATE`;

/** Gives a member another role, or none (removal), and ends what they may no longer do. The last lead stays one. */
export const changeMember = (
  sql: postgres.Sql,
  change: { readonly teamId: number; readonly memberId: number; readonly role: Role | null; readonly personId: number },
): Promise<MemberChanged> =>
  sql.begin(async (transaction): Promise<MemberChanged> => {
    const { teamId, memberId, role, personId } = change;
    await lockTeam(transaction, teamId);
    const members = await membersOf(transaction, teamId);
    const member = members.find(({ id }) => id === memberId);
    if (!member) return { ok: false, code: "no-member" };
    const leads = members.filter((one) => one.role === "lead");
    if (member.role === "lead" && role !== "lead" && leads.length === 1) return { ok: false, code: "last-lead" };
    if (role === null) await transaction`DELETE FROM membership WHERE team_id = ${teamId} AND person_id = ${memberId}`;
    else await transaction`UPDATE membership SET role = ${role} WHERE team_id = ${teamId} AND person_id = ${memberId}`;
    // What was theirs goes to whoever removes them, or, where they leave or step down themselves, to the longest-standing other lead.
    const heir = leads.find(({ id }) => id === personId && id !== memberId) ?? leads.find(({ id }) => id !== memberId) ?? member;
    const ended = await endAccess(transaction, { teamId, memberId, role, heir: heir.id });
    await happened(transaction, {
      kind: "member-changed",
      teamId,
      personId,
      memberId,
      member: member.name,
      role,
      ended: endedWords(ended, heir.name),
    });
    return { ok: true };
  });

/** Gives a team another name; its address stays. */
export const renameTeam = (sql: postgres.Sql, teamId: number, personId: number, name: string): Promise<void> =>
  sql.begin(async (transaction) => {
    await transaction`UPDATE team SET name = ${name} WHERE id = ${teamId}`;
    await happened(transaction, { kind: "team-renamed", teamId, personId, name });
  });

export const setPublishers = (sql: postgres.Sql, teamId: number, personId: number, publishers: Publishers): Promise<void> =>
  sql.begin(async (transaction) => {
    await transaction`UPDATE team SET publishers = ${publishers} WHERE id = ${teamId}`;
    await happened(transaction, { kind: "publishers-set", teamId, personId, publishers });
  });

export type OutboxLetter = {
  readonly recipient: string;
  readonly subject: string;
  readonly body: string;
  readonly at: Date;
  /** Kept for a lead to pass on, or how far its sending is, and what the mail server said. */
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
