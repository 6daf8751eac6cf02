import type postgres from "postgres";
import type { Sql } from "../database/database";
import type { Problem } from "../http/problem";
import { setting } from "../settings/settings";

/** Kinds of stored data of a spec. */
export type KeptKind = "versions" | "designs" | "content" | "history";

/** Counts bytes that a transaction stores for a spec. */
export const addKept = async (sql: postgres.TransactionSql, specId: number, kind: KeptKind, bytes: number): Promise<void> => {
  await sql`
    INSERT INTO kept_bytes AS k (spec_id, kind, bytes) VALUES (${specId}, ${kind}, ${bytes})
    ON CONFLICT (spec_id, kind) DO UPDATE SET bytes = k.bytes + excluded.bytes`;
};

/** Sets the bytes of a kind that is recounted each time. */
export const setKept = async (
  sql: postgres.TransactionSql,
  specId: number,
  kind: KeptKind,
  bytes: ReturnType<postgres.TransactionSql>,
): Promise<void> => {
  await sql`
    INSERT INTO kept_bytes AS k (spec_id, kind, bytes) VALUES (${specId}, ${kind}, ${bytes})
    ON CONFLICT (spec_id, kind) DO UPDATE SET bytes = excluded.bytes`;
};

const mebibyte = 1024 * 1024;

/** Bytes that a team stores, by kind, and the number of its specs and projects. */
export type Kept = Readonly<Record<KeptKind, number>> & { readonly total: number; readonly specs: number; readonly projects: number };

/** Counts what a team stores. */
export const keptOf = async (sql: Sql, teamId: number): Promise<Kept> => {
  const rows = await sql<{ kind: KeptKind; bytes: number }[]>`
    SELECT k.kind, sum(k.bytes)::bigint AS bytes FROM kept_bytes k JOIN spec s ON s.id = k.spec_id WHERE s.team_id = ${teamId} GROUP BY k.kind`;
  const [counts] = await sql<{ specs: number; projects: number }[]>`
    SELECT (SELECT count(*)::int FROM spec WHERE team_id = ${teamId}) AS specs, (SELECT count(*)::int FROM project WHERE team_id = ${teamId}) AS projects`;
  const of = (kind: KeptKind): number => rows.find((row) => row.kind === kind)?.bytes ?? 0;
  const kept = { versions: of("versions"), designs: of("designs"), content: of("content"), history: of("history") };
  return {
    ...kept,
    total: kept.versions + kept.designs + kept.content + kept.history,
    specs: counts?.specs ?? 0,
    projects: counts?.projects ?? 0,
  };
};

/** The limits of a team (docs/operations.md); 0 means no limit. */
export const mostKeptOf = () => ({
  bytes: setting("TEAM_STORAGE") * mebibyte,
  specs: setting("TEAM_SPECS"),
  projects: setting("TEAM_PROJECTS"),
});

/** Edits of drafts are accepted a little past the limit, so that work in progress can be finished. */
const forEdits = 1.1;

const size = (bytes: number): string =>
  bytes < 10 * mebibyte ? `${(bytes / mebibyte).toFixed(1)} MiB` : `${Math.round(bytes / mebibyte).toLocaleString("en")} MiB`;

const full = (detail: string): Problem => ({ code: "unprocessable", detail });

/** Why a team cannot store more bytes; null if there is room. The team's page shows its usage. */
export const roomFault = async (sql: Sql, teamId: number, more: number, kind: KeptKind): Promise<Problem | null> => {
  const most = mostKeptOf().bytes * (kind === "history" ? forEdits : 1);
  const instance = setting("INSTANCE_STORAGE") * mebibyte;
  if (most > 0) {
    const { total } = await keptOf(sql, teamId);
    if (total + more > most)
      return full(
        `This needs ${size(more)}, and the team already uses ${size(total)} of its ${size(mostKeptOf().bytes)}. Remove saved designs or pictures of areas, or ask the operator of this instance to raise TEAM_STORAGE.`,
      );
  }
  if (instance === 0) return null;
  const [row] = await sql<{ total: number }[]>`SELECT coalesce(sum(bytes), 0)::bigint AS total FROM kept_bytes`;
  return (row?.total ?? 0) + more > instance * (kind === "history" ? forEdits : 1)
    ? full("The storage of this instance is full. Ask its operator to raise INSTANCE_STORAGE.")
    : null;
};

/** Why a team cannot have another spec or project; null if it can. */
export const countFault = async (sql: Sql, teamId: number, what: "specs" | "projects"): Promise<Problem | null> => {
  const most = mostKeptOf()[what];
  if (most === 0) return null;
  const count = (await keptOf(sql, teamId))[what];
  return count < most
    ? null
    : full(
        `The team has ${count.toLocaleString("en")} ${what}, the most it may have. Ask the operator of this instance to raise the limit.`,
      );
};
