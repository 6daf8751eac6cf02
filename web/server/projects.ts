import { compareVersions, levelBetween, type VersionLevel, type VersionNumber, versionText } from "@ypsiline/core";
import type postgres from "postgres";
import { addActivity } from "./activity";
import type { Sql } from "./database";

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

/** How many of a spec's versions came after one, and the highest level between neighbours among them: 2 versions, one of them major. */
export const behind = (at: VersionNumber, versions: readonly { readonly number: VersionNumber; readonly withdrawn: boolean }[]): Behind => {
  const later = versions
    .filter(({ number, withdrawn }) => !withdrawn && compareVersions(number, at) > 0)
    .map(({ number }) => number)
    .sort(compareVersions);
  const levels = later.map((number, index) => levelBetween(later[index - 1] ?? at, number));
  const most = (["major", "minor", "patch"] as const).find((level) => levels.includes(level)) ?? null;
  return { versions: later.length, majors: levels.filter((level) => level === "major").length, most };
};

type UseRow = { projectId: number; specId: number; spec: string; name: string; versionId: number };
type NumberRow = VersionNumber & { id: number; specId: number; withdrawn: boolean };

/** Projects of a team with what they use; of one spec's users only where a spec is given. */
export const projectsOf = async (sql: Sql, teamId: number, specId: number | null = null): Promise<readonly Project[]> => {
  const [projects, uses, numbers] = await Promise.all([
    sql<{ id: number; name: string; ownerId: number; owner: string }[]>`
      SELECT p.id, p.name, p.owner_id AS "ownerId", o.name AS owner FROM project p JOIN person o ON o.id = p.owner_id
      WHERE p.team_id = ${teamId} ORDER BY p.name`,
    sql<UseRow[]>`
      SELECT u.project_id AS "projectId", u.spec_id AS "specId", s.slug AS spec, d.layout ->> 'name' AS name, u.version_id AS "versionId"
      FROM project_use u JOIN project p ON p.id = u.project_id JOIN spec s ON s.id = u.spec_id JOIN draft d ON d.spec_id = s.id
      WHERE p.team_id = ${teamId} ORDER BY s.slug`,
    sql<NumberRow[]>`
      SELECT v.id, v.spec_id AS "specId", v.major, v.minor, v.patch, w.version_id IS NOT NULL AS withdrawn
      FROM version v JOIN spec s ON s.id = v.spec_id LEFT JOIN version_withdrawal w ON w.version_id = v.id
      WHERE s.team_id = ${teamId}`,
  ]);
  return projects
    .map((project) => ({
      ...project,
      uses: uses
        .filter(({ projectId }) => projectId === project.id)
        .flatMap((use): ProjectUse[] => {
          const versions = numbers
            .filter((row) => row.specId === use.specId)
            .map((row) => ({ id: row.id, number: row, withdrawn: row.withdrawn }));
          const at = versions.find(({ id }) => id === use.versionId);
          if (!at) return [];
          const latest = versions.filter(({ withdrawn }) => !withdrawn).sort((a, b) => compareVersions(b.number, a.number))[0];
          return [
            {
              specId: use.specId,
              spec: use.spec,
              name: use.name,
              number: versionText(at.number),
              withdrawn: at.withdrawn,
              latest: latest ? versionText(latest.number) : null,
              behind: behind(at.number, versions),
            },
          ];
        }),
    }))
    .filter(({ uses: all }) => specId === null || all.some((use) => use.specId === specId));
};

/** Whose project it is; null where the team has none by that id. */
export const projectOwner = async (
  sql: Sql,
  teamId: number,
  id: number,
): Promise<{ readonly ownerId: number; readonly name: string } | null> => {
  const [row] = await sql<
    { ownerId: number; name: string }[]
  >`SELECT owner_id AS "ownerId", name FROM project WHERE id = ${id} AND team_id = ${teamId}`;
  return row ?? null;
};

/** Gives somebody's projects of a team to another; returns how many. */
export const handProjects = async (sql: Sql, teamId: number, from: number, to: number): Promise<number> => {
  const rows = await sql`UPDATE project SET owner_id = ${to} WHERE team_id = ${teamId} AND owner_id = ${from} RETURNING id`;
  return rows.length;
};

/** How many projects use each spec of a team. */
export const countsOfUse = async (sql: Sql, specIds: readonly number[]): Promise<ReadonlyMap<number, number>> => {
  if (specIds.length === 0) return new Map();
  const rows = await sql<{ specId: number; count: number }[]>`
    SELECT spec_id AS "specId", count(*)::int AS count FROM project_use WHERE spec_id IN ${sql([...specIds])} GROUP BY spec_id`;
  return new Map(rows.map(({ specId, count }) => [specId, count]));
};

/** Adds a project; null where the team has one of that name. */
export const addProject = (
  sql: postgres.Sql,
  input: { readonly teamId: number; readonly personId: number; readonly ownerId: number; readonly name: string },
): Promise<number | null> =>
  sql.begin(async (transaction) => {
    const [row] = await transaction<{ id: number }[]>`
      INSERT INTO project (team_id, name, owner_id) VALUES (${input.teamId}, ${input.name}, ${input.ownerId})
      ON CONFLICT (team_id, name) DO NOTHING RETURNING id`;
    if (row) await addActivity(transaction, { ...input, what: "project", words: `added the project ${input.name}` });
    return row?.id ?? null;
  });

export type UseSet = { readonly ok: true; readonly number: string | null } | { readonly ok: false; readonly code: "no-version" };

/** Notes that a project uses a version of a spec of its team, or (null) that it uses that spec no more. */
export const setUse = (
  sql: postgres.Sql,
  input: {
    readonly teamId: number;
    readonly personId: number;
    readonly projectId: number;
    readonly project: string;
    readonly spec: string;
    readonly number: VersionNumber | null;
  },
): Promise<UseSet> =>
  sql.begin(async (transaction): Promise<UseSet> => {
    const { number } = input;
    const [spec] = await transaction<{ id: number }[]>`SELECT id FROM spec WHERE team_id = ${input.teamId} AND slug = ${input.spec}`;
    if (!spec) return { ok: false, code: "no-version" };
    if (number === null) {
      await transaction`DELETE FROM project_use WHERE project_id = ${input.projectId} AND spec_id = ${spec.id}`;
      await addActivity(transaction, { ...input, specId: spec.id, what: "project-use", words: `${input.project} uses it no more` });
      return { ok: true, number: null };
    }
    const [version] = await transaction<{ id: number }[]>`
      SELECT id FROM version WHERE spec_id = ${spec.id} AND major = ${number.major} AND minor = ${number.minor} AND patch = ${number.patch}`;
    if (!version) return { ok: false, code: "no-version" };
    await transaction`
      INSERT INTO project_use (project_id, spec_id, version_id, person_id) VALUES (${input.projectId}, ${spec.id}, ${version.id}, ${input.personId})
      ON CONFLICT (project_id, spec_id) DO UPDATE SET version_id = excluded.version_id, at = now(), person_id = excluded.person_id`;
    await addActivity(transaction, {
      ...input,
      specId: spec.id,
      what: "project-use",
      words: `${input.project} takes version ${versionText(number)}`,
    });
    return { ok: true, number: versionText(number) };
  });

/** Owners of the projects that use a spec: they want to know what becomes of it. */
export const ownersOfUsers = async (sql: Sql, specId: number): Promise<readonly number[]> =>
  (
    await sql<
      { id: number }[]
    >`SELECT DISTINCT p.owner_id AS id FROM project p JOIN project_use u ON u.project_id = p.id WHERE u.spec_id = ${specId}`
  ).map(({ id }) => id);
