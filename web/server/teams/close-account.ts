import type postgres from "postgres";
import { announce } from "../happenings/announce";
import { endLinks } from "../happenings/links";
import { endSessions, forgetBrowsers } from "../identity/people";
import { newSecret } from "../database/secrets";
import { leaveTeams } from "./team";

export type Closed = { readonly ok: true } | { readonly ok: false; readonly code: "last-lead"; readonly team: string };

/**
 * Closes an account: it leaves its teams, its sessions end, and its name and address are deleted. What it wrote stays, by a
 * "Former member". Refused, with nothing changed, if it is the only lead of a team that has other members. A team without
 * members ends with it (`leaveTeams`).
 */
export const closeAccount = async (sql: postgres.TransactionSql, personId: number): Promise<Closed> => {
  const left = await leaveTeams(sql, personId);
  if (!left.ok) return left;
  await endSessions(sql, personId, null);
  await forgetBrowsers(sql, personId);
  await endLinks(sql, personId);
  // Random, since somebody may have registered any predictable address.
  await sql`
    UPDATE person SET name = 'Former member', email = ${`${newSecret().toLowerCase()}@closed.invalid`}, password_hash = '', closed_at = now()
    WHERE id = ${personId} AND closed_at IS NULL`;
  await announce(sql, { kind: "access", of: { person: personId } });
  return { ok: true };
};
