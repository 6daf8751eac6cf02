import type { z } from "zod";
import { database } from "./database";
import { fromElsewhere, handler } from "./handler";
import type { Person } from "./people";
import type { Action } from "./permissions";
import type { Problem } from "./problem";
import type { Doing } from "./publishing";
import { projectOwner } from "./projects";
import { readJson } from "./request-body";
import type { Spec } from "./specs";
import type { Team } from "./team";
import { allowedSpec, allowedTeam, viewer } from "./viewer";

type Outcome = Promise<Response | Problem>;
type SpecParams = { readonly team: string; readonly spec: string };
type TeamParams = { readonly team: string };

/** The number in an address; null where it is none. */
export const idOf = (text: string | undefined): number | null => (text !== undefined && /^\d{1,15}$/.test(text) ? Number(text) : null);

export const nothingThere = (what: string): Problem => ({ code: "not-found", detail: `There is no such ${what}.` });

/** A route that changes something of a spec: same site, then permission, then the shape of what was sent, then the work. */
export const onSpec = <S extends z.ZodType, P extends SpecParams = SpecParams>(
  action: Action,
  schema: S,
  work: (act: {
    readonly body: z.output<S>;
    readonly doing: Doing;
    readonly spec: Spec;
    readonly person: Person;
    readonly params: P;
    readonly request: Request;
  }) => Outcome,
) =>
  handler<P>(async (request, params) => {
    const elsewhere = fromElsewhere(request);
    if (elsewhere) return elsewhere;
    const allowed = await allowedSpec(params.team, params.spec, action);
    if (!allowed.ok) return allowed.problem;
    const { spec, person } = allowed;
    if (!person) return { code: "signed-out", detail: "Sign in first." };
    const body = await readJson(request, schema);
    if (!body.ok) return body.problem;
    const doing = { specId: spec.id, teamId: spec.teamId, team: params.team, spec: params.spec, personId: person.id };
    return work({ body: body.value, doing, spec, person, params, request });
  });

/** A route that changes something of the account of whoever is signed in. */
export const onAccount = <S extends z.ZodType>(
  schema: S,
  work: (act: { readonly body: z.output<S>; readonly person: Person; readonly request: Request }) => Outcome,
) =>
  handler(async (request) => {
    const elsewhere = fromElsewhere(request);
    if (elsewhere) return elsewhere;
    const person = await viewer();
    if (!person) return { code: "signed-out", detail: "Sign in first." };
    const body = await readJson(request, schema);
    if (!body.ok) return body.problem;
    return work({ body: body.value, person, request });
  });

/** A route that changes something of a team. */
export const onTeam = <S extends z.ZodType, P extends TeamParams = TeamParams>(
  action: Action,
  schema: S,
  work: (act: {
    readonly body: z.output<S>;
    readonly team: Team;
    readonly person: Person;
    readonly params: P;
    readonly request: Request;
  }) => Outcome,
) =>
  handler<P>(async (request, params) => {
    const elsewhere = fromElsewhere(request);
    if (elsewhere) return elsewhere;
    const allowed = await allowedTeam(params.team, action);
    if (!allowed.ok) return allowed.problem;
    const body = await readJson(request, schema);
    if (!body.ok) return body.problem;
    return work({ body: body.value, team: allowed.team, person: allowed.person, params, request });
  });

/** A route that changes something of a project: its owner may, and the team's leads. */
export const onProject = <S extends z.ZodType, P extends TeamParams & { readonly project: string }>(
  schema: S,
  work: (act: {
    readonly body: z.output<S>;
    readonly team: Team;
    readonly person: Person;
    readonly project: { readonly id: number; readonly name: string };
    readonly params: P;
  }) => Outcome,
) =>
  handler<P>(async (request, params) => {
    const elsewhere = fromElsewhere(request);
    if (elsewhere) return elsewhere;
    const member = await allowedTeam(params.team, "read-team");
    if (!member.ok) return member.problem;
    const id = idOf(params.project);
    const project = id === null ? null : await projectOwner(database(), member.team.id, id);
    if (id === null || !project) return nothingThere("project");
    const allowed = await allowedTeam(params.team, "manage-projects", { owner: project.ownerId === member.person.id });
    if (!allowed.ok) return allowed.problem;
    const body = await readJson(request, schema);
    if (!body.ok) return body.problem;
    return work({ body: body.value, team: allowed.team, person: allowed.person, project: { id, name: project.name }, params });
  });
