import type postgres from "postgres";
import { announce } from "./announce";
import type { Sql } from "../database/database";

/** Somebody in a draft and the breakpoint they look at; one entry per tab. */
export type Present = { readonly tab: string; readonly name: string; readonly breakpoint: string };

/** Seconds of silence after which a tab counts as gone. */
const patience = 25;

export const presentIn = async (sql: Sql, specId: number): Promise<readonly Present[]> =>
  sql<Present[]>`
    SELECT r.tab, p.name, r.breakpoint FROM presence r JOIN person p ON p.id = r.person_id
    WHERE r.spec_id = ${specId} AND r.seen_at > now() - make_interval(secs => ${patience}) ORDER BY p.name, r.tab LIMIT 100`;

/** Maximum number of tabs per person, and of people shown per draft. */
const mostTabs = 40;

/** Removes somebody from every draft of a team. */
export const endPresence = async (sql: postgres.TransactionSql, teamId: number, personId: number): Promise<void> => {
  const rows = await sql<{ specId: number }[]>`
    DELETE FROM presence r USING spec s WHERE s.id = r.spec_id AND s.team_id = ${teamId} AND r.person_id = ${personId} RETURNING r.spec_id AS "specId"`;
  for (const { specId } of rows) await announce(sql, { kind: "presence", spec: specId });
};

/** Records where a tab is, and notifies others if that is new. False if the person has too many tabs. */
export const seen = async (
  sql: Sql,
  input: { readonly specId: number; readonly personId: number; readonly tab: string; readonly breakpoint: string },
): Promise<boolean> => {
  await sql`DELETE FROM presence WHERE seen_at < now() - interval '10 minutes'`;
  const [others] = await sql<{ count: number }[]>`
    SELECT count(*)::int AS count FROM presence
    WHERE person_id = ${input.personId} AND NOT (spec_id = ${input.specId} AND tab = ${input.tab}) AND seen_at > now() - make_interval(secs => ${patience})`;
  if ((others?.count ?? 0) >= mostTabs) return false;
  const [before] = await sql<{ breakpoint: string; fresh: boolean }[]>`
    SELECT breakpoint, seen_at > now() - make_interval(secs => ${patience}) AS fresh FROM presence WHERE spec_id = ${input.specId} AND tab = ${input.tab}`;
  await sql`
    INSERT INTO presence (spec_id, tab, person_id, breakpoint) VALUES (${input.specId}, ${input.tab}, ${input.personId}, ${input.breakpoint})
    ON CONFLICT (spec_id, tab) DO UPDATE SET breakpoint = excluded.breakpoint, seen_at = now() WHERE presence.person_id = excluded.person_id`;
  if (!before?.fresh || before.breakpoint !== input.breakpoint) await announce(sql, { kind: "presence", spec: input.specId });
  return true;
};

export const gone = async (sql: Sql, specId: number, personId: number, tab: string): Promise<void> => {
  const rows = await sql`DELETE FROM presence WHERE spec_id = ${specId} AND tab = ${tab} AND person_id = ${personId} RETURNING tab`;
  if (rows.length > 0) await announce(sql, { kind: "presence", spec: specId });
};
