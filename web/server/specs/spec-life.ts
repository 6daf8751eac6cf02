import type postgres from "postgres";
import type { Sql } from "../database/database";
import { happened } from "../happenings/happenings";
import { holdTeam } from "../identity/holding";
import { membershipsOf, type Person } from "../identity/people";
import { may } from "../identity/permissions";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { specIdAt } from "../database/spec-address";
import { lockAddresses, lockDraft, nameDraft, type Spec } from "./specs";
import { teamFor } from "../teams/team";

/** The address of a spec. */
type Place = { readonly team: string; readonly spec: string };

/** Another spec that an address of a team leads to; null if the address is free or belongs to the spec itself. */
const othersAt = async (sql: Sql, team: string, slug: string, own: number): Promise<number | null> => {
  const [row] = await sql<{ id: number | null }[]>`SELECT ${specIdAt(sql, team, slug)} AS id`;
  return row && row.id !== null && row.id !== own ? row.id : null;
};

/** The fault of an address that is taken by another spec. */
const taken = (slug: string, team: string): Problem => ({
  code: "unprocessable",
  detail: `${slug} leads to another spec of ${team}, or did before that was renamed. Choose another address.`,
  issues: [{ path: "/address", message: "leads to another spec, or did before that was renamed" }],
});

/**
 * Sets a spec's name (an edit of its draft like any other), its purpose and its address. The earlier address still leads to it,
 * and can be used again.
 */
export const nameSpec = async (
  sql: postgres.TransactionSql,
  spec: Spec,
  person: Person,
  given: { readonly name: string; readonly description: string; readonly address: string },
): Promise<Result<Place>> => {
  await lockAddresses(sql, spec.teamId);
  if ((await othersAt(sql, spec.team, given.address, spec.id)) !== null) return { ok: false, problem: taken(given.address, spec.teamName) };
  const draft = await lockDraft(sql, spec.id);
  if (!draft) return { ok: false, problem: { code: "not-found", detail: "This spec has no draft." } };
  const renamed = draft.name !== given.name;
  const revision = await nameDraft(sql, draft, { specId: spec.id, personId: person.id, name: given.name });
  await sql`UPDATE spec SET slug = ${given.address}, description = ${given.description} WHERE id = ${spec.id}`;
  if (given.description !== spec.description)
    await happened(sql, {
      kind: "spec-described",
      teamId: spec.teamId,
      specId: spec.id,
      personId: person.id,
      words: given.description,
    });
  if (renamed || given.address !== spec.slug)
    await happened(sql, {
      kind: "spec-named",
      teamId: spec.teamId,
      specId: spec.id,
      personId: person.id,
      name: given.name,
      address: `/specs/${spec.team}/${given.address}`,
      revision,
    });
  return { ok: true, value: { team: spec.team, spec: given.address } };
};

/** Archives or restores a spec, and notifies open pages. */
export const archiveSpec = async (sql: postgres.TransactionSql, spec: Spec, person: Person, archived: boolean): Promise<void> => {
  const rows = archived
    ? await sql`UPDATE spec SET archived_at = now(), archived_by = ${person.id} WHERE id = ${spec.id} AND archived_at IS NULL RETURNING id`
    : await sql`UPDATE spec SET archived_at = NULL, archived_by = NULL WHERE id = ${spec.id} AND archived_at IS NOT NULL RETURNING id`;
  if (rows.length === 0) return;
  const draft = await lockDraft(sql, spec.id);
  await happened(sql, {
    kind: "spec-archived",
    teamId: spec.teamId,
    specId: spec.id,
    personId: person.id,
    archived,
    revision: draft?.revision ?? 0,
  });
};

/** Names of the first projects that use a spec. */
const usersOf = async (sql: Sql, specId: number): Promise<readonly string[]> =>
  (
    await sql<
      { name: string }[]
    >`SELECT p.name FROM project_use u JOIN project p ON p.id = u.project_id WHERE u.spec_id = ${specId} ORDER BY p.name LIMIT 4`
  ).map(({ name }) => name);

/** How many addresses are tried in the other team before the person is asked for one. */
const mostNumbered = 50;

/** The first free address like a given one in a team, or one that the spec had there before. */
const freeAddress = async (sql: Sql, team: string, slug: string, own: number): Promise<string | null> => {
  const stem = slug.slice(0, 56);
  for (let next = 1; next <= mostNumbered; next += 1) {
    const tried = next === 1 ? slug : `${stem}-${next}`;
    if ((await othersAt(sql, team, tried, own)) === null) return tried;
  }
  return null;
};

/**
 * Moves a spec with everything that belongs to it to another team in which the person may create specs. Refused while projects
 * of its team use it: they would lose it. Past activity stays in the log of the old team.
 */
export const moveSpec = async (sql: postgres.TransactionSql, spec: Spec, person: Person, to: string): Promise<Result<Place>> => {
  await holdTeam(sql, to, person.id, "shared");
  const team = await teamFor(sql, to, person.id);
  const at = [{ path: "/team", message: "is no other team of yours" }];
  if (!team || team.id === spec.teamId)
    return { ok: false, problem: { code: "unprocessable", detail: `${to} is no other team of yours.`, issues: at } };
  if (!may(team.role, "create-spec"))
    return { ok: false, problem: { code: "forbidden", detail: `As ${team.role} of ${team.name} you may not add specs there.` } };
  const users = await usersOf(sql, spec.id);
  if (users.length > 0)
    return {
      ok: false,
      problem: {
        code: "conflict",
        detail: `Projects of ${spec.teamName} use it: ${users.slice(0, 3).join(", ")}${users.length > 3 ? " and more" : ""}. They would lose it. Remove it from them first.`,
      },
    };
  await lockAddresses(sql, team.id);
  const slug = await freeAddress(sql, team.slug, spec.slug, spec.id);
  if (slug === null)
    return { ok: false, problem: { code: "conflict", detail: `${team.name} has too many specs of this address; rename it first.` } };
  const draft = await lockDraft(sql, spec.id);
  const name = draft?.name ?? spec.slug;
  await happened(sql, { kind: "spec-moved", teamId: spec.teamId, specId: spec.id, personId: person.id, name, to: team.name });
  await sql`UPDATE spec SET team_id = ${team.id}, slug = ${slug}, template = false WHERE id = ${spec.id}`;
  await happened(sql, {
    kind: "spec-taken-in",
    teamId: team.id,
    specId: spec.id,
    personId: person.id,
    name,
    from: spec.teamName,
  });
  return { ok: true, value: { team: team.slug, spec: slug } };
};

/** The teams that somebody may move a spec to: others of theirs in which they may create specs. */
export const teamsToMoveTo = async (sql: Sql, spec: Spec, personId: number) =>
  (await membershipsOf(sql, personId)).filter(({ team, role }) => team !== spec.team && may(role, "create-spec"));
