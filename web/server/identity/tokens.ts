import type postgres from "postgres";
import { announce } from "../happenings/announce";
import { happened } from "../happenings/happenings";
import type { Sql } from "../database/database";
import { newSecret, secretHash } from "../database/secrets";

export type AccessToken = {
  readonly id: number;
  readonly projectId: number;
  readonly name: string;
  readonly madeBy: string;
  readonly at: Date;
  readonly lastUsedAt: Date | null;
  readonly revokedAt: Date | null;
  /** The versions it has fetched, the latest first: "passenger-booking 2.1.0". */
  readonly fetched: readonly string[];
};

/** Prefix of every access token, so that a leaked one is recognised. */
const prefix = "ypsl_";
/** Maximum number of active tokens per project. */
export const mostTokens = 50;

/** How many revoked tokens of a project are listed. */
const mostRevoked = 5;

/** Tokens of projects: active ones first, then the latest revoked ones. */
export const tokensOf = async (sql: Sql, projectIds: readonly number[]): Promise<readonly AccessToken[]> =>
  sql<AccessToken[]>`
    SELECT t.id, t.project_id AS "projectId", t.name, p.name AS "madeBy", t.at, t.last_used_at AS "lastUsedAt", t.revoked_at AS "revokedAt",
      coalesce((SELECT array_agg(s.slug || ' ' || v.major || '.' || v.minor || '.' || v.patch ORDER BY f.last_at DESC)
        FROM (SELECT * FROM version_fetch WHERE token_id = t.id ORDER BY last_at DESC LIMIT 3) f JOIN version v ON v.id = f.version_id JOIN spec s ON s.id = v.spec_id), '{}') AS fetched
    FROM (
      SELECT one.*, row_number() OVER (PARTITION BY one.project_id, one.revoked_at IS NULL ORDER BY one.revoked_at DESC, one.id DESC) AS place
      FROM access_token one WHERE one.project_id IN ${sql([0, ...projectIds])}) t
    JOIN person p ON p.id = t.made_by
    WHERE t.revoked_at IS NULL OR t.place <= ${mostRevoked} ORDER BY t.revoked_at NULLS FIRST, t.at DESC, t.id DESC`;

/** Creates a token and returns it, once. Null if the project has the maximum number. */
export const makeToken = async (
  sql: postgres.TransactionSql,
  input: {
    readonly teamId: number;
    readonly personId: number;
    readonly projectId: number;
    readonly project: string;
    readonly name: string;
  },
): Promise<string | null> => {
  const [count] = await sql<{ count: number }[]>`
      SELECT count(*)::int AS count FROM access_token WHERE project_id = ${input.projectId} AND revoked_at IS NULL`;
  if ((count?.count ?? 0) >= mostTokens) return null;
  const token = prefix + newSecret();
  await sql`
      INSERT INTO access_token (project_id, name, token_hash, made_by) VALUES (${input.projectId}, ${input.name}, ${secretHash(token)}, ${input.personId})`;
  await happened(sql, { kind: "token-made", ...input });
  return token;
};

export const revokeToken = async (
  sql: postgres.TransactionSql,
  input: { readonly teamId: number; readonly personId: number; readonly projectId: number; readonly id: number },
): Promise<boolean> => {
  const [row] = await sql<{ name: string }[]>`
      UPDATE access_token SET revoked_at = now() WHERE id = ${input.id} AND project_id = ${input.projectId} AND revoked_at IS NULL RETURNING name`;
  if (!row) return false;
  await happened(sql, { kind: "token-revoked", ...input, name: row.name, token: input.id });
  return true;
};

/** Revokes the tokens somebody created in a team; with `keepOwn`, those of their own projects stay. Returns how many were active. */
export const revokeTokensBy = async (sql: Sql, teamId: number, personId: number, keepOwn: boolean): Promise<number> => {
  const rows = await sql<{ id: number }[]>`
    UPDATE access_token t SET revoked_at = now() FROM project j
    WHERE j.id = t.project_id AND j.team_id = ${teamId} AND t.made_by = ${personId} AND t.revoked_at IS NULL
      ${keepOwn ? sql`AND j.owner_id <> ${personId}` : sql``} RETURNING t.id`;
  for (const { id } of rows) await announce(sql, { kind: "access", of: { token: id } });
  return rows.length;
};

/** Revokes every access token of a team. */
export const revokeTokensOfTeam = async (sql: Sql, teamId: number): Promise<void> => {
  const rows = await sql<{ id: number }[]>`
    UPDATE access_token t SET revoked_at = now() FROM project j
    WHERE j.id = t.project_id AND j.team_id = ${teamId} AND t.revoked_at IS NULL RETURNING t.id`;
  for (const { id } of rows) await announce(sql, { kind: "access", of: { token: id } });
};

/** The bearer token of an Authorization header, or null. */
export const bearerIn = (authorization: string | null): string | null => /^Bearer ([\w-]{20,200})$/i.exec(authorization ?? "")?.[1] ?? null;
export const bearerToken = (headers: Headers): string | null => bearerIn(headers.get("authorization"));

/** The team of an active token; null if there is no such token or it is revoked. */
export const teamOfToken = async (sql: Sql, token: string): Promise<{ readonly tokenId: number; readonly teamId: number } | null> => {
  const [row] = await sql<{ tokenId: number; teamId: number }[]>`
    SELECT t.id AS "tokenId", j.team_id AS "teamId" FROM access_token t JOIN project j ON j.id = t.project_id
    WHERE t.token_hash = ${secretHash(token)} AND t.revoked_at IS NULL`;
  return row ?? null;
};

/** Records that a token was used, and which version it fetched. */
export const noteUse = async (sql: Sql, tokenId: number, versionId: number | null): Promise<void> => {
  await sql`UPDATE access_token SET last_used_at = now() WHERE id = ${tokenId}`;
  if (versionId === null) return;
  await sql`
    INSERT INTO version_fetch (token_id, version_id) VALUES (${tokenId}, ${versionId})
    ON CONFLICT (token_id, version_id) DO UPDATE SET fetches = version_fetch.fetches + 1, last_at = now()`;
};
