import { type Issue, type Layout, parseVersion, sameJson } from "@ypsiline/core";
import type postgres from "postgres";
import type { Sql } from "../database/database";
import { happened } from "../happenings/happenings";
import { type Page, pageSize, rowsBefore, uncounted } from "../database/paging";
import type { Person } from "../identity/people";
import { may } from "../identity/permissions";
import type { Result } from "../http/request-body";
import { findSpec, lockDraft, nameFor, type Spec } from "./specs";
import { readNamedVersion, versionsOf } from "./versions";

/** A spec as it is named to followers, and to those it follows. */
type Named = { readonly team: string; readonly teamName: string; readonly spec: string; readonly name: string };

/** The followed spec with its versions that are not withdrawn, the latest first. */
export type Followed = Named & { readonly versions: readonly { readonly number: string; readonly note: string }[] };

/** Whether somebody may read the versions of the spec `o`: a member of its team, or anybody if it is public. */
const readable = (sql: Sql, personId: number) =>
  sql`(o.public OR EXISTS (SELECT 1 FROM membership m WHERE m.team_id = o.team_id AND m.person_id = ${personId}))`;

/** The spec that a spec was made to follow; null if there is none or the person may not see it. The draft says whether it still follows it. */
export const followedBy = async (sql: Sql, specId: number, personId: number): Promise<Followed | null> => {
  const [other] = await sql<(Named & { id: number })[]>`
    SELECT o.id, t.slug AS team, t.name AS "teamName", o.slug AS spec, ${nameFor(sql, personId, sql`o`)} AS name
    FROM spec_follow f JOIN spec o ON o.id = f.follows_id JOIN team t ON t.id = o.team_id JOIN draft d ON d.spec_id = o.id
    WHERE f.spec_id = ${specId} AND ${readable(sql, personId)}`;
  if (!other) return null;
  const { id, ...named } = other;
  const versions = (await versionsOf(sql, id)).filter(({ withdrawn }) => withdrawn === null);
  return { ...named, versions: versions.map(({ number, note }) => ({ number, note })) };
};

/** A spec that follows another, and the version it has taken. */
export type Follower = Named & { readonly version: string };

/** A page of the followers of a spec: those in the person's teams by name, and the number of all. */
export const followersOf = async (
  sql: Sql,
  specId: number,
  personId: number,
  page = 1,
): Promise<Page<Follower> & { readonly all: number }> => {
  const following = sql`
    spec_follow f JOIN spec o ON o.id = f.spec_id JOIN team t ON t.id = o.team_id JOIN draft d ON d.spec_id = o.id
    WHERE f.follows_id = ${specId} AND d.layout ? 'follows' AND o.archived_at IS NULL`;
  const [counted] = await sql<{ all: number }[]>`SELECT count(*)::int AS all FROM ${following}`;
  const rows = await sql<Follower[]>`
    SELECT t.slug AS team, t.name AS "teamName", o.slug AS spec, d.layout ->> 'name' AS name, d.layout -> 'follows' ->> 'version' AS version
    FROM ${following} AND EXISTS (SELECT 1 FROM membership m WHERE m.team_id = o.team_id AND m.person_id = ${personId})
    ORDER BY lower(d.layout ->> 'name'), o.id LIMIT ${pageSize + 1} OFFSET ${rowsBefore(page)}`;
  return { ...uncounted(page, rows), all: counted?.all ?? 0 };
};

/** The number of specs that follow one. */
export const countOfFollowers = async (sql: Sql, specId: number): Promise<number> => {
  const [row] = await sql<{ count: number }[]>`
    SELECT count(*)::int AS count FROM spec_follow f JOIN draft d ON d.spec_id = f.spec_id JOIN spec o ON o.id = f.spec_id
    WHERE f.follows_id = ${specId} AND d.layout ? 'follows' AND o.archived_at IS NULL`;
  return row?.count ?? 0;
};

/**
 * What is wrong with the followed version in an edit; null if nothing is. A draft may stop following, or follow a version of
 * the spec it was made from or began to follow. An edit cannot choose another spec.
 */
export const followFault = async (
  sql: Sql,
  { specId, personId }: { readonly specId: number; readonly personId: number },
  before: Layout["follows"] | null,
  follows: Layout["follows"] | null,
): Promise<Issue | null> => {
  if (!follows || sameJson(before, follows)) return null;
  const number = parseVersion(follows.version);
  const [row] = await sql<{ name: string }[]>`
    SELECT v.layout ->> 'name' AS name FROM spec_follow f JOIN spec o ON o.id = f.follows_id JOIN version v ON v.spec_id = o.id
    WHERE f.spec_id = ${specId} AND ${readable(sql, personId)}
      AND v.major = ${number?.major ?? -1} AND v.minor = ${number?.minor ?? -1} AND v.patch = ${number?.patch ?? -1}`;
  if (!row) return { path: "/follows/version", message: "must be a version of the spec this one is to follow, which you may read" };
  return row.name === follows.spec ? null : { path: "/follows/spec", message: `must be what that version is called: ${row.name}` };
};

/**
 * Records the spec that a draft may follow from now on, and finds the version to begin with. That the draft follows it is then
 * an ordinary edit. Only an older spec can be followed, so following never goes round.
 */
export const beginFollowing = async (
  sql: postgres.TransactionSql,
  spec: Spec,
  person: Person,
  given: { readonly team: string; readonly spec: string; readonly number: string },
): Promise<Result<{ readonly name: string }>> => {
  const no = (detail: string): Result<never> => ({
    ok: false,
    problem: { code: "unprocessable", detail, issues: [{ path: "/spec", message: detail }] },
  });
  const draft = await lockDraft(sql, spec.id);
  if (!draft) return { ok: false, problem: { code: "not-found", detail: "This spec has no draft." } };
  const other = await findSpec(sql, given.team, given.spec, person.id);
  const number = parseVersion(given.number);
  const version = other && number && may(other.role, "read-version", other) ? await readNamedVersion(sql, other.id, number) : null;
  if (!other || !number || !version || version.withdrawn) return no("There is no such version, or you may not see it.");
  const { name } = version;
  const [before] = await sql<{ id: number }[]>`SELECT follows_id AS id FROM spec_follow WHERE spec_id = ${spec.id}`;
  // Beginning again with the same spec is fine: the edit that stopped following may still be under way.
  if (draft.follows && before?.id !== other.id) return no(`This spec already follows ${draft.follows.spec}. Stop that first.`);
  if (other.id === spec.id) return no("A spec does not follow itself.");
  if (other.id > spec.id)
    return no(`${name} was made after this spec. One that was made before it can be followed, so that none follows itself.`);
  await sql`
      INSERT INTO spec_follow (spec_id, follows_id, person_id) VALUES (${spec.id}, ${other.id}, ${person.id})
      ON CONFLICT (spec_id) DO UPDATE SET follows_id = excluded.follows_id, person_id = excluded.person_id, at = now()`;
  await happened(sql, { kind: "spec-follows", teamId: spec.teamId, specId: spec.id, personId: person.id, name, number });
  return { ok: true, value: { name } };
};
