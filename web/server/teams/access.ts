import type postgres from "postgres";
import type { Sql } from "../database/database";
import { endInvitationsBy } from "./invitations";
import { endSessions, forgetBrowsers, membershipsOf } from "../identity/people";
import { may } from "../identity/permissions";
import type { Role } from "@/wire/shapes";
import { endPresence } from "../happenings/presence";
import { revokeTokensBy } from "../identity/tokens";

/** What ended with a membership or a higher role. */
export type Ended = { readonly tokens: number; readonly invitations: number; readonly projects: number };

/** Gives somebody's projects in a team to another member. Returns how many. */
const handProjects = async (sql: Sql, teamId: number, from: number, to: number): Promise<number> => {
  const rows = await sql`UPDATE project SET owner_id = ${to} WHERE team_id = ${teamId} AND owner_id = ${from} RETURNING id`;
  return rows.length;
};

/**
 * Ends what somebody may no longer do, in the transaction that removes the right. For a removed member (`role` null) that is:
 * the tokens they created, the invitations they sent, their inbox of this team, their presence, and their sessions if this
 * was their last team. Their projects go to a lead. For a lower role it is what that role could not have created. Event
 * streams end at once if they may no longer be read.
 */
export const endAccess = async (
  sql: postgres.TransactionSql,
  change: { readonly teamId: number; readonly memberId: number; readonly role: Role | null; readonly heir: number },
): Promise<Ended> => {
  const { teamId, memberId, role, heir } = change;
  const keepsProjects = role !== null && may(role, "make-project");
  const projects = keepsProjects ? 0 : await handProjects(sql, teamId, memberId, heir);
  const tokens = role !== null && may(role, "manage-projects") ? 0 : await revokeTokensBy(sql, teamId, memberId, keepsProjects);
  const invitations = role !== null && may(role, "manage-team") ? 0 : await endInvitationsBy(sql, teamId, memberId);
  if (role === null) {
    await sql`DELETE FROM inbox_item WHERE team_id = ${teamId} AND person_id = ${memberId}`;
    await endPresence(sql, teamId, memberId);
    if ((await membershipsOf(sql, memberId)).length === 0) {
      await endSessions(sql, memberId, null);
      await forgetBrowsers(sql, memberId);
    }
  }
  return { tokens, invitations, projects };
};

const counted = (count: number, one: string): readonly string[] => (count === 0 ? [] : [`${count} ${one}${count === 1 ? "" : "s"}`]);

/** What ended, in words: "2 access tokens and 1 invitation ended; 3 projects went to Lead". Empty for nothing. */
export const endedWords = ({ tokens, invitations, projects }: Ended, heir: string): string => {
  const ended = [...counted(tokens, "access token"), ...counted(invitations, "invitation")];
  return [
    ...(ended.length > 0 ? [`${ended.join(" and ")} ended`] : []),
    ...(projects > 0 ? [`${counted(projects, "project").join("")} went to ${heir}`] : []),
  ].join("; ");
};
