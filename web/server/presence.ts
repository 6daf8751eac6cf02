import { announce } from "./announce";
import type { Sql } from "./database";

/** Somebody in a draft, and the breakpoint they look at; one for each of their tabs. */
export type Present = { readonly tab: string; readonly name: string; readonly breakpoint: string };

/** Seconds after which a tab that says nothing is taken for gone. */
const patience = 25;

export const presentIn = async (sql: Sql, specId: number): Promise<readonly Present[]> =>
  sql<Present[]>`
    SELECT r.tab, p.name, r.breakpoint FROM presence r JOIN person p ON p.id = r.person_id
    WHERE r.spec_id = ${specId} AND r.seen_at > now() - make_interval(secs => ${patience}) ORDER BY p.name, r.tab`;

/** Notes where a tab is; others are told where that is news. */
export const seen = async (
  sql: Sql,
  input: { readonly specId: number; readonly personId: number; readonly tab: string; readonly breakpoint: string },
): Promise<void> => {
  await sql`DELETE FROM presence WHERE seen_at < now() - interval '10 minutes'`;
  const [before] = await sql<{ breakpoint: string; fresh: boolean }[]>`
    SELECT breakpoint, seen_at > now() - make_interval(secs => ${patience}) AS fresh FROM presence WHERE spec_id = ${input.specId} AND tab = ${input.tab}`;
  await sql`
    INSERT INTO presence (spec_id, tab, person_id, breakpoint) VALUES (${input.specId}, ${input.tab}, ${input.personId}, ${input.breakpoint})
    ON CONFLICT (spec_id, tab) DO UPDATE SET breakpoint = excluded.breakpoint, seen_at = now(), person_id = excluded.person_id`;
  if (!before?.fresh || before.breakpoint !== input.breakpoint) await announce(sql, { kind: "presence", spec: input.specId });
};

export const gone = async (sql: Sql, specId: number, tab: string): Promise<void> => {
  const rows = await sql`DELETE FROM presence WHERE spec_id = ${specId} AND tab = ${tab} RETURNING tab`;
  if (rows.length > 0) await announce(sql, { kind: "presence", spec: specId });
};
