import { type VersionLevel, type VersionNumber, versionText } from "@ypsiline/core";
import type postgres from "postgres";
import { happened } from "../happenings/happenings";
import type { Sql } from "../database/database";
import type { Asking } from "../identity/holding";
import { type Page, pageSize } from "../database/paging";
import { countFault } from "../teams/kept-bytes";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { isMember } from "../identity/people";

/** How far a project is behind the latest version of a spec it uses. */
export type Behind = { readonly versions: number; readonly majors: number; readonly most: VersionLevel | null };

export type ProjectUse = {
  readonly specId: number;
  readonly spec: string;
  readonly name: string;
  readonly number: string;
  readonly withdrawn: boolean;
  readonly latest: string | null;
  readonly behind: Behind;
};
export type Project = {
  readonly id: number;
  readonly name: string;
  readonly ownerId: number;
  readonly owner: string;
  readonly uses: readonly ProjectUse[];
};

type UseRow = {
  projectId: number;
  specId: number;
  spec: string;
  name: string;
  withdrawn: boolean;
  latest: string | null;
  versions: number;
  majors: number;
  minors: number;
} & VersionNumber;

/**
 * A page of a team's projects with what they use, or only of those that use a given spec. How far each is behind is counted
 * over later versions that are not withdrawn: how many there are, how many raise the major number, and the highest level.
 */
export const projectsOf = async (
  sql: Sql,
  teamId: number,
  asked: { readonly specId?: number; readonly pattern?: string | null; readonly page?: number } = {},
): Promise<Page<Project>> => {
  const { specId, pattern = null, page = 1 } = asked;
  const rows = await sql<{ id: number; name: string; ownerId: number; owner: string; total: number }[]>`
    SELECT p.id, p.name, p.owner_id AS "ownerId", o.name AS owner, count(*) OVER ()::int AS total FROM project p JOIN person o ON o.id = p.owner_id
    WHERE p.team_id = ${teamId}
      ${specId === undefined ? sql`` : sql`AND EXISTS (SELECT 1 FROM project_use u WHERE u.project_id = p.id AND u.spec_id = ${specId})`}
      ${pattern === null ? sql`` : sql`AND p.name ILIKE ${pattern}`}
    ORDER BY p.name LIMIT ${pageSize} OFFSET ${(page - 1) * pageSize}`;
  const total = rows[0]?.total ?? 0;
  const uses =
    rows.length === 0
      ? []
      : await sql<UseRow[]>`
          SELECT u.project_id AS "projectId", u.spec_id AS "specId", s.slug AS spec, d.layout ->> 'name' AS name, at.major, at.minor, at.patch,
            EXISTS (SELECT 1 FROM version_withdrawal w WHERE w.version_id = at.id) AS withdrawn,
            latest.number AS latest, later.versions, later.majors, later.minors
          FROM project_use u JOIN spec s ON s.id = u.spec_id JOIN draft d ON d.spec_id = s.id JOIN version at ON at.id = u.version_id
          LEFT JOIN LATERAL (
            SELECT v.major || '.' || v.minor || '.' || v.patch AS number FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id
            WHERE v.spec_id = u.spec_id AND w.version_id IS NULL ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1) latest ON true
          CROSS JOIN LATERAL (
            SELECT count(*)::int AS versions, count(*) FILTER (WHERE one.major > one.major_before)::int AS majors,
              count(*) FILTER (WHERE one.major = one.major_before AND one.minor > one.minor_before)::int AS minors
            FROM (
              SELECT v.major, v.minor, coalesce(lag(v.major) OVER rising, at.major) AS major_before, coalesce(lag(v.minor) OVER rising, at.minor) AS minor_before
              FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id
              WHERE v.spec_id = u.spec_id AND w.version_id IS NULL AND (v.major, v.minor, v.patch) > (at.major, at.minor, at.patch)
              WINDOW rising AS (ORDER BY v.major, v.minor, v.patch)) one) later
          WHERE u.project_id IN ${sql(rows.map(({ id }) => id))} ORDER BY s.slug`;
  const use = ({ specId: id, spec, name, withdrawn, latest, versions, majors, minors, ...number }: UseRow): ProjectUse => ({
    specId: id,
    spec,
    name,
    number: versionText(number),
    withdrawn,
    latest,
    behind: { versions, majors, most: majors > 0 ? "major" : minors > 0 ? "minor" : versions > 0 ? "patch" : null },
  });
  return {
    page,
    total,
    more: page * pageSize < total,
    entries: rows.map(({ id, name, ownerId, owner }) => ({
      id,
      name,
      ownerId,
      owner,
      uses: uses.filter(({ projectId }) => projectId === id).map(use),
    })),
  };
};

/** The owner of a project; null if the team has none by that id. */
export const projectOwner = async (
  { sql, holds }: Asking,
  teamId: number,
  id: number,
): Promise<{ readonly ownerId: number; readonly name: string } | null> => {
  const [row] = await sql<
    { ownerId: number; name: string }[]
  >`SELECT owner_id AS "ownerId", name FROM project WHERE id = ${id} AND team_id = ${teamId} ${holds ? sql`FOR SHARE` : sql``}`;
  return row ?? null;
};

/** How many projects use a spec. */
export const countOfUse = async (sql: Sql, specId: number): Promise<number> => {
  const [row] = await sql<{ count: number }[]>`SELECT count(*)::int AS count FROM project_use WHERE spec_id = ${specId}`;
  return row?.count ?? 0;
};

const ownerFault: Problem = {
  code: "unprocessable",
  detail: "The owner must be a member of the team.",
  issues: [{ path: "/owner", message: "must be a member of the team" }],
};
const nameFault: Problem = {
  code: "unprocessable",
  detail: "There is a project of this name.",
  issues: [{ path: "/name", message: "is the name of another project of the team" }],
};

/** Adds a project for a member of the team; refused if the name is taken or the limit is reached. */
export const addProject = async (
  sql: postgres.TransactionSql,
  input: { readonly teamId: number; readonly personId: number; readonly ownerId: number; readonly name: string },
): Promise<Result<number>> => {
  if (!(await isMember(sql, input.teamId, input.ownerId))) return { ok: false, problem: ownerFault };
  const full = await countFault(sql, input.teamId, "projects");
  if (full) return { ok: false, problem: full };
  const [row] = await sql<{ id: number }[]>`
      INSERT INTO project (team_id, name, owner_id) VALUES (${input.teamId}, ${input.name}, ${input.ownerId})
      ON CONFLICT (team_id, name) DO NOTHING RETURNING id`;
  if (!row) return { ok: false, problem: nameFault };
  await happened(sql, { kind: "project-made", ...input });
  return { ok: true, value: row.id };
};

export type UseSet = { readonly ok: true; readonly number: string | null } | { readonly ok: false; readonly code: "no-version" };

/** Records that a project uses a version of a spec, or (null) no longer uses the spec. */
export const setUse = async (
  sql: postgres.TransactionSql,
  input: {
    readonly teamId: number;
    readonly personId: number;
    readonly projectId: number;
    readonly project: string;
    readonly spec: string;
    readonly number: VersionNumber | null;
  },
): Promise<UseSet> => {
  const { number } = input;
  const [spec] = await sql<{ id: number }[]>`
      SELECT id FROM spec WHERE team_id = ${input.teamId} AND slug = ${input.spec} FOR SHARE`;
  if (!spec) return { ok: false, code: "no-version" };
  if (number === null) {
    await sql`DELETE FROM project_use WHERE project_id = ${input.projectId} AND spec_id = ${spec.id}`;
    await happened(sql, { kind: "project-use", ...input, specId: spec.id });
    return { ok: true, number: null };
  }
  const [version] = await sql<{ id: number }[]>`
      SELECT id FROM version WHERE spec_id = ${spec.id} AND major = ${number.major} AND minor = ${number.minor} AND patch = ${number.patch}`;
  if (!version) return { ok: false, code: "no-version" };
  await sql`
      INSERT INTO project_use (project_id, spec_id, version_id, person_id) VALUES (${input.projectId}, ${spec.id}, ${version.id}, ${input.personId})
      ON CONFLICT (project_id, spec_id) DO UPDATE SET version_id = excluded.version_id, at = now(), person_id = excluded.person_id`;
  await happened(sql, { kind: "project-use", ...input, specId: spec.id });
  return { ok: true, number: versionText(number) };
};
