import type { z } from "zod";
import {
  bodyLimit,
  type Answered,
  type ConflictOf,
  type GetKey,
  type PathParams,
  type PostKey,
  type Received,
  type RouteKey,
  routes,
} from "@/wire/routes";
import { database } from "./database";
import { fromElsewhere, handler } from "./handler";
import type { Person } from "./people";
import type { Action } from "./permissions";
import type { Problem } from "./problem";
import type { Doing } from "./publishing";
import { projectOwner } from "./projects";
import { type Got, readJson } from "./request-body";
import type { Spec } from "./specs";
import type { Team } from "./team";
import { allowedSpec, allowedTeam, viewer } from "./viewer";

type Outcome = Promise<Response | Problem>;
type At<Key extends RouteKey> = PathParams<Key>;

/** What every route does with its contract: answers by it, or says by it what a conflict came of. */
export type Answering<Key extends RouteKey> = {
  readonly answer: (value: Answered<Key>, init?: ResponseInit) => Response;
  readonly conflict: (detail: string, now: ConflictOf<Key>) => Problem;
};

/** Answers of a route, held to its contract by the compiler. */
export const answering = <Key extends RouteKey>(_route: Key): Answering<Key> => ({
  answer: (value, init) => Response.json(value, init),
  conflict: (detail, now) => ({ code: "conflict", detail, more: now as Readonly<Record<string, unknown>> }),
});

/** The number in an address; null where it is none. */
export const idOf = (text: string | undefined): number | null => (text !== undefined && /^\d{1,15}$/.test(text) ? Number(text) : null);

export const nothingThere = (what: string): Problem => ({ code: "not-found", detail: `There is no such ${what}.` });

const readBody = <Key extends PostKey>(request: Request, key: Key): Promise<Got<Received<Key>>> =>
  readJson(request, routes[key].request as unknown as z.ZodType<Received<Key>>, bodyLimit(key));

/** What the work of a route that was sent something is given. */
type Acted<Key extends PostKey> = Answering<Key> & {
  readonly body: Received<Key>;
  readonly params: At<Key>;
  readonly request: Request;
};

/** A route that is sent something: from this site; `allow` first, and only then the body is read. */
export const onPost = <Key extends PostKey, A>(
  key: Key,
  allow: (params: At<Key>, request: Request) => Promise<Got<A>>,
  work: (act: Acted<Key> & A) => Outcome,
) =>
  handler<At<Key>>(async (request, params) => {
    const elsewhere = fromElsewhere(request);
    if (elsewhere) return elsewhere;
    const allowed = await allow(params, request);
    if (!allowed.ok) return allowed.problem;
    const body = await readBody(request, key);
    if (!body.ok) return body.problem;
    return work({ ...answering(key), body: body.value, params, request, ...allowed.value });
  });

/** Signed in or not. */
export const anybody = async () => ({ ok: true as const, value: { person: await viewer() } });

type OfSpec = { readonly doing: Doing; readonly spec: Spec; readonly person: Person };
type OfTeam = { readonly team: Team; readonly person: Person };
type SpecKey = Extract<PostKey, `${string}/:team/:spec${string}`>;
type TeamKey = Extract<PostKey, `POST /api/teams/:team/${string}`>;
type ProjectKey = Extract<PostKey, `POST /api/teams/:team/projects/:project/${string}`>;

type ReadPersonKey = Extract<GetKey, "GET /api/specs">;
type ReadSpecKey = Extract<GetKey, `${string}/:team/:spec${string}`>;
type ReadTeamKey = Exclude<Extract<GetKey, `GET /api/teams/:team/${string}`>, ReadSpecKey>;
const unkept = { headers: { "Cache-Control": "no-store" } };

/** A route that reads something for whoever is signed in. */
export const onReadPerson = <Key extends ReadPersonKey>(
  key: Key,
  work: (act: { readonly person: Person; readonly query: URLSearchParams; readonly answer: (value: Answered<Key>) => Response }) => Outcome,
) =>
  handler<At<Key>>(async (request) => {
    const person = await viewer();
    if (!person) return { code: "signed-out", detail: "Sign in first." };
    return work({ person, query: new URL(request.url).searchParams, answer: (value) => answering(key).answer(value, unkept) });
  });

/** A route that reads something of a spec: permission, then the work. */
export const onReadSpec = <Key extends ReadSpecKey>(
  key: Key,
  action: Action,
  work: (act: {
    readonly spec: Spec;
    readonly params: At<Key>;
    readonly query: URLSearchParams;
    readonly request: Request;
    readonly answer: (value: Answered<Key>) => Response;
  }) => Outcome,
) =>
  handler<At<Key>>(async (request, params) => {
    const { team, spec } = params as PathParams<ReadSpecKey>;
    const allowed = await allowedSpec(team, spec, action);
    if (!allowed.ok) return allowed.problem;
    const query = new URL(request.url).searchParams;
    return work({ spec: allowed.spec, params, query, request, answer: (value) => answering(key).answer(value, unkept) });
  });

/** A route that reads something of a team. */
export const onReadTeam = <Key extends ReadTeamKey>(
  key: Key,
  action: Action,
  work: (act: { readonly team: Team; readonly query: URLSearchParams; readonly answer: (value: Answered<Key>) => Response }) => Outcome,
) =>
  handler<At<Key>>(async (request, params) => {
    const allowed = await allowedTeam((params as PathParams<ReadTeamKey>).team, action);
    if (!allowed.ok) return allowed.problem;
    const query = new URL(request.url).searchParams;
    return work({ team: allowed.team, query, answer: (value) => answering(key).answer(value, unkept) });
  });

/** A route that changes something of a spec. */
export const onSpec = <Key extends SpecKey>(key: Key, action: Action, work: (act: Acted<Key> & OfSpec) => Outcome) =>
  onPost<Key, OfSpec>(
    key,
    async (params) => {
      const { team, spec: slug } = params as PathParams<SpecKey>;
      const allowed = await allowedSpec(team, slug, action);
      if (!allowed.ok) return allowed;
      const { spec, person } = allowed;
      if (!person) return { ok: false, problem: { code: "signed-out", detail: "Sign in first." } };
      // Where it is now: a page that was open when it was renamed or moved still asks at the old address.
      const doing = { specId: spec.id, teamId: spec.teamId, team: spec.team, spec: spec.slug, personId: person.id };
      return { ok: true, value: { doing, spec, person } };
    },
    work,
  );

/** A route for whoever is signed in. */
export const onPerson = <Key extends PostKey>(
  key: Key,
  work: (act: Acted<Key> & { readonly person: Person }) => Outcome,
  signedOut = "Sign in first.",
) =>
  onPost<Key, { readonly person: Person }>(
    key,
    async () => {
      const person = await viewer();
      return person ? { ok: true, value: { person } } : { ok: false, problem: { code: "signed-out", detail: signedOut } };
    },
    work,
  );

/** A route that changes something of a team. */
export const onTeam = <Key extends TeamKey>(key: Key, action: Action, work: (act: Acted<Key> & OfTeam) => Outcome) =>
  onPost<Key, OfTeam>(
    key,
    async (params) => {
      const allowed = await allowedTeam((params as PathParams<TeamKey>).team, action);
      return allowed.ok ? { ok: true, value: { team: allowed.team, person: allowed.person } } : allowed;
    },
    work,
  );

type OfProject = OfTeam & { readonly project: { readonly id: number; readonly name: string } };

/** A route that changes something of a project: its owner may, and the team's leads. */
export const onProject = <Key extends ProjectKey>(key: Key, work: (act: Acted<Key> & OfProject) => Outcome) =>
  onPost<Key, OfProject>(
    key,
    async (params) => {
      const { team, project: number } = params as PathParams<ProjectKey>;
      const member = await allowedTeam(team, "read-team");
      if (!member.ok) return member;
      const id = idOf(number);
      const project = id === null ? null : await projectOwner(database(), member.team.id, id);
      if (id === null || !project) return { ok: false, problem: nothingThere("project") };
      const allowed = await allowedTeam(team, "manage-projects", { owner: project.ownerId === member.person.id });
      if (!allowed.ok) return allowed;
      return { ok: true, value: { team: allowed.team, person: allowed.person, project: { id, name: project.name } } };
    },
    work,
  );
