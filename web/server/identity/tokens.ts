import type postgres from "postgres";
import { announce } from "../happenings/announce";
import { happened } from "../happenings/happenings";
import type { Sql } from "../database/database";
import { newSecret, secretHash } from "../database/secrets";
import type { TokenScope } from "@/wire/shapes";
import type { Result } from "../http/request-body";
import type { Asking } from "./holding";
import type { Person } from "./people";

/** An access token as its project lists it. */
export type AccessToken = {
  readonly id: number;
  readonly projectId: number;
  readonly name: string;
  readonly madeBy: string;
  readonly at: Date;
  readonly lastUsedAt: Date | null;
  readonly revokedAt: Date | null;
  readonly expiresAt: Date | null;
  readonly scopes: readonly TokenScope[];
  /** The addresses of the specs it is for; empty if it is for all of its team. */
  readonly specs: readonly string[];
  /** The versions it has fetched, the latest first: "passenger-booking 2.1.0". */
  readonly fetched: readonly string[];
};

/** Prefix of every access token, so that a leaked one is recognised. */
const prefix = "ypsl_";
/** Maximum number of active tokens per project. */
export const mostTokens = 50;

/** How many tokens of a project that do not work any more are listed. */
const mostEnded = 5;

/** Whether a token (`t`) still works. */
const works = (sql: Sql) => sql`t.revoked_at IS NULL AND (t.expires_at IS NULL OR t.expires_at > now())`;

/** Tokens of projects: working ones first, then the latest that were revoked or have ended. */
export const tokensOf = async (sql: Sql, projectIds: readonly number[]): Promise<readonly AccessToken[]> =>
  sql<AccessToken[]>`
    SELECT t.id, t.project_id AS "projectId", t.name, p.name AS "madeBy", t.at, t.last_used_at AS "lastUsedAt", t.revoked_at AS "revokedAt",
      t.expires_at AS "expiresAt", t.scopes,
      ARRAY(SELECT s.slug FROM access_token_spec n JOIN spec s ON s.id = n.spec_id WHERE n.token_id = t.id ORDER BY s.slug) AS specs,
      coalesce((SELECT array_agg(s.slug || ' ' || v.major || '.' || v.minor || '.' || v.patch ORDER BY f.last_at DESC)
        FROM (SELECT * FROM version_fetch WHERE token_id = t.id ORDER BY last_at DESC LIMIT 3) f JOIN version v ON v.id = f.version_id JOIN spec s ON s.id = v.spec_id), '{}') AS fetched
    FROM (
      SELECT t.*, ${works(sql)} AS works,
        row_number() OVER (PARTITION BY t.project_id, ${works(sql)} ORDER BY least(t.revoked_at, t.expires_at) DESC, t.id DESC) AS place
      FROM access_token t WHERE t.project_id IN ${sql([0, ...projectIds])}) t
    JOIN person p ON p.id = t.made_by
    WHERE t.works OR t.place <= ${mostEnded} 
    ORDER BY t.works DESC, CASE WHEN NOT t.works THEN least(t.revoked_at, t.expires_at) END DESC, t.at DESC, t.id DESC`;

export type NewToken = {
  readonly teamId: number;
  readonly personId: number;
  readonly projectId: number;
  readonly project: string;
  readonly name: string;
  /** `read` is added: every token reads versions. */
  readonly scopes: readonly TokenScope[];
  /** Days until it ends; null for never. */
  readonly days: number | null;
  /** The addresses of the specs it is for; empty for all of the team. */
  readonly specs: readonly string[];
};

/** Creates a token and returns it, once. The caller has checked that its maker may give these scopes (`scopesOf`). */
export const makeToken = async (sql: postgres.TransactionSql, input: NewToken): Promise<Result<string>> => {
  const [count] = await sql<{ count: number }[]>`
      SELECT count(*)::int AS count FROM access_token t WHERE t.project_id = ${input.projectId} AND ${works(sql)}`;
  if ((count?.count ?? 0) >= mostTokens)
    return { ok: false, problem: { code: "unprocessable", detail: `A project may have ${mostTokens} working tokens; revoke one first.` } };
  const found = await sql<{ id: number; slug: string }[]>`
      SELECT id, slug FROM spec WHERE team_id = ${input.teamId} AND slug = ANY (${[...input.specs]})`;
  const unknown = input.specs.findIndex((slug) => !found.some((spec) => spec.slug === slug));
  if (unknown >= 0) {
    const issues = [{ path: `/specs/${unknown}`, message: "is no spec of this team" }];
    return { ok: false, problem: { code: "unprocessable", detail: `${input.specs[unknown] ?? ""} is no spec of this team.`, issues } };
  }
  const token = prefix + newSecret();
  const [row] = await sql<{ id: number }[]>`
      INSERT INTO access_token (project_id, name, token_hash, made_by, scopes, expires_at)
      VALUES (${input.projectId}, ${input.name}, ${secretHash(token)}, ${input.personId}, ${[...new Set(["read", ...input.scopes])]},
        now() + make_interval(days => ${input.days})) RETURNING id`;
  if (!row) throw new Error("no token was added");
  for (const { id } of found) await sql`INSERT INTO access_token_spec (token_id, spec_id) VALUES (${row.id}, ${id})`;
  await happened(sql, { kind: "token-made", ...input });
  return { ok: true, value: token };
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

/** Ends a token that somebody found, who need not be anybody here. Its maker and the leads of its team are told. */
export const endFoundToken = async (sql: postgres.TransactionSql, secret: string): Promise<void> => {
  const [row] = await sql<{ token: number; name: string; personId: number; teamId: number; team: string; project: string }[]>`
    UPDATE access_token t SET revoked_at = now() FROM project j JOIN team m ON m.id = j.team_id
    WHERE j.id = t.project_id AND t.token_hash = ${secretHash(secret)} AND ${works(sql)}
    RETURNING t.id AS token, t.name, t.made_by AS "personId", m.id AS "teamId", m.slug AS team, j.name AS project`;
  if (row) await happened(sql, { kind: "token-found", ...row });
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

/** What a working token may be used for. */
export type Token = {
  readonly id: number;
  readonly name: string;
  readonly teamId: number;
  readonly scopes: readonly TokenScope[];
  /** The specs it is for; null if it is for all of its team. */
  readonly specs: readonly number[] | null;
  readonly endsAt: Date | null;
};

/** A working token and the person who made it, in whose place it acts; null if there is none, or it was revoked or has ended. */
export const findToken = async (
  { sql, holds }: Asking,
  secret: string,
): Promise<{ readonly token: Token; readonly maker: Person } | null> => {
  type Row = Token & { readonly maker: Person };
  const [row] = await sql<Row[]>`
    SELECT t.id, t.name, j.team_id AS "teamId", t.scopes, t.expires_at AS "endsAt",
      (SELECT json_agg(spec_id) FROM access_token_spec WHERE token_id = t.id) AS specs,
      json_build_object('id', p.id, 'email', p.email, 'name', p.name, 'numbers', p.numbers) AS maker
    FROM access_token t JOIN project j ON j.id = t.project_id JOIN person p ON p.id = t.made_by
    WHERE t.token_hash = ${secretHash(secret)} AND ${works(sql)} ${holds ? sql`FOR SHARE OF t` : sql``}`;
  if (!row) return null;
  const { maker, ...token } = row;
  return { token, maker };
};

/** Names the token that a transaction writes for: the activity log lists what is done with it under its name. */
export const actAsToken = async (sql: postgres.TransactionSql, token: Token): Promise<void> => {
  await sql`SELECT set_config('ypsiline.token', ${String(token.id)}, true)`;
};

/** Records that a token was used, and which version it fetched. */
export const noteUse = async (sql: Sql, tokenId: number, versionId: number | null): Promise<void> => {
  await sql`UPDATE access_token SET last_used_at = now() WHERE id = ${tokenId}`;
  if (versionId === null) return;
  await sql`
    INSERT INTO version_fetch (token_id, version_id) VALUES (${tokenId}, ${versionId})
    ON CONFLICT (token_id, version_id) DO UPDATE SET fetches = version_fetch.fetches + 1, last_at = now()`;
};
