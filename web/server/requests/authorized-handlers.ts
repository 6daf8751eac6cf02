import { parseWith } from "@ypsiline/core";
import type postgres from "postgres";
import type { z } from "zod";
import {
  bodyLimit,
  type Answered,
  type BodyKey,
  contractOf,
  type ConflictOf,
  type GetKey,
  type PathParams,
  type PostKey,
  type Received,
  type RouteKey,
} from "@/wire/routes";
import { type Allowed, type Caller, callerOf, type Credentials, specAllowed, teamAllowed } from "./allowed";
import { cookieIn } from "../http/cookies";
import { database } from "../database/database";
import { fromElsewhere, handler } from "./handler";
import type { Asking } from "../identity/holding";
import type { Person } from "../identity/people";
import type { Action } from "../identity/permissions";
import type { Problem } from "../http/problem";
import type { Doing } from "../specs/publishing";
import { projectOwner } from "../projects/projects";
import { asGot, readJson, readText, requireType, type Result } from "../http/request-body";
import { sessionCookie } from "../identity/sign-in";
import { actAsToken, bearerToken, noteUse } from "../identity/tokens";
import type { Spec } from "../specs/specs";
import type { Team } from "../teams/team";
import { jsonWith } from "../database/stored-text";
import { inTransaction, type Write } from "../database/transaction";
import { noQuery, queryMembers } from "../writing/file-query";
import { allowedSpec } from "./viewer";

export type Outcome = Promise<Response | Problem>;
type At<Key extends RouteKey> = PathParams<Key>;

/** Answers of a route by its contract, conflicts included. */
export type Answering<Key extends RouteKey> = {
  readonly answer: (value: Answered<Key>, init?: ResponseInit) => Response;
  readonly conflict: (detail: string, now: ConflictOf<Key>) => Problem;
};

/** Answers of a route, held to its contract by the compiler. */
const answering = <Key extends RouteKey>(_route: Key): Answering<Key> => ({
  answer: (value, init) => Response.json(value, init),
  conflict: (detail, now) => ({ code: "conflict", detail, more: now as Readonly<Record<string, unknown>> }),
});

const unkept = { headers: { "Cache-Control": "no-store" } };

/** An answer with members that are JSON text already: stored documents are passed on unread. */
export const jsonAnswer = (value: object, texts: Readonly<Record<string, string>>): Response =>
  new Response(jsonWith(value, texts), { headers: { "Content-Type": "application/json", ...unkept.headers } });

/** The number in an address, or null. */
export const idOf = (text: string | undefined): number | null => (text !== undefined && /^\d{1,15}$/.test(text) ? Number(text) : null);

export const nothingThere = (what: string): Problem => ({ code: "not-found", detail: `There is no such ${what}.` });

/** The body of a request by its route's contract. */
const readBody = async <Key extends BodyKey>(request: Request, key: Key): Promise<Result<Received<Key>>> => {
  const { request: schema, text } = contractOf(key);
  if (schema) return readJson(request, schema as z.ZodType<Received<Key>>, bodyLimit(key));
  const wrongType = text ? requireType(request, text) : null;
  return wrongType ? { ok: false, problem: wrongType } : (readText(request, bodyLimit(key)) as Promise<Result<Received<Key>>>);
};

/** The query of a request by its route's contract. Routes of the public interface refuse what they do not know. */
const queryOf = (request: Request, key: RouteKey): Result<URLSearchParams> => {
  const search = new URL(request.url).searchParams;
  if (!isPublic(key)) return { ok: true, value: search };
  const { query } = contractOf(key);
  const members = queryMembers(search);
  if (!members.ok) return members;
  const problem = query ? null : noQuery(search);
  if (problem) return { ok: false, problem };
  const read = query ? asGot(parseWith(query, members.value), "malformed") : members;
  return read.ok ? { ok: true, value: search } : read;
};

/** What the work of a route that was sent something is given. */
export type Acted<Key extends BodyKey, A> = Answering<Key> & {
  readonly body: Received<Key>;
  readonly params: At<Key>;
  readonly request: Request;
  /** The session's secret, as its cookie has it. */
  readonly session: string | null;
  /** To read with; what is written goes through `write`. */
  readonly sql: postgres.Sql;
  readonly write: Write<A>;
} & A;

/** Whether a request may be done, asked of the pool before its body is read and again in each transaction that writes for it. */
type Allow<Key extends BodyKey, A> = (asking: Asking, params: At<Key>, caller: Caller | null) => Promise<Result<A>>;

/** Ends a transaction without writing anything, because the person has lost the right meanwhile. */
class RightLost extends Error {
  constructor(readonly problem: Problem) {
    super("a right was lost before the write");
  }
}

/** Whether a route is one of the public interface. */
const isPublic = (key: RouteKey): boolean => key.includes(" /api/v1/");

/** What a request says about who sends it. Only the public interface takes access tokens. */
const credentialsOf = (request: Request, key: RouteKey): Credentials => ({
  session: cookieIn(request.headers.get("cookie"), sessionCookie()),
  bearer: isPublic(key) ? bearerToken(request.headers) : null,
});

/**
 * A route with a body, for requests from this site. It calls `allow` first, and reads the body only then. A body can
 * take seconds to arrive, so `write` calls `allow` again inside its transaction. If that answer is about something else
 * than the first, `moved` says what is wrong.
 */
export const onPost = <Key extends BodyKey, A>(
  key: Key,
  allow: Allow<Key, A>,
  work: (act: Acted<Key, A>) => Outcome,
  moved: (before: A, now: A) => Problem | null = () => null,
) =>
  handler<At<Key>>(async (request, params) => {
    const query = queryOf(request, key);
    if (!query.ok) return query.problem;
    const credentials = credentialsOf(request, key);
    // Browsers send a cookie by themselves, and a token never.
    const elsewhere = credentials.bearer === null ? fromElsewhere(request) : null;
    if (elsewhere) return elsewhere;
    const sql = database();
    const caller = await callerOf({ sql, holds: false }, credentials);
    if (!caller.ok) return caller.problem;
    const allowed = await allow({ sql, holds: false }, params, caller.value);
    if (!allowed.ok) return allowed.problem;
    if (caller.value?.token) await noteUse(sql, caller.value.token.id, null);
    const body = await readBody(request, key);
    if (!body.ok) return body.problem;
    const write: Write<A> = (writing) =>
      inTransaction(sql, async (transaction) => {
        const still = await callerOf({ sql: transaction, holds: true }, credentials);
        const now = still.ok ? await allow({ sql: transaction, holds: true }, params, still.value) : still;
        if (!now.ok) throw new RightLost(now.problem);
        if (still.ok && still.value?.token) await actAsToken(transaction, still.value.token);
        const problem = moved(allowed.value, now.value);
        if (problem) throw new RightLost(problem);
        return writing(transaction, now.value);
      });
    try {
      return await work({
        ...answering(key),
        body: body.value,
        params,
        request,
        session: credentials.session,
        sql,
        write,
        ...allowed.value,
      });
    } catch (error) {
      if (error instanceof RightLost) return error.problem;
      throw error;
    }
  });

type MaybeSomebody = { readonly person: Person | null };
export type Somebody = { readonly person: Caller };

/** Signed in or not. */
export const anybody = (_asking: Asking, _params: unknown, person: Caller | null): Promise<Result<MaybeSomebody>> =>
  Promise.resolve({ ok: true, value: { person } });

export type OfSpec = { readonly doing: Doing; readonly spec: Spec; readonly person: Caller };
type OfTeam = { readonly team: Team; readonly person: Person };
type SpecKey = Extract<BodyKey, `${string}/:team/:spec${string}`>;
type TeamKey = Extract<PostKey, `POST /api/teams/:team/${string}`>;
type ProjectKey = Extract<PostKey, `${string}/teams/:team/projects/:project/${string}`>;

type ReadPersonKey = Extract<GetKey, "GET /api/specs" | "GET /api/v1/specs">;
type ReadSpecKey = Extract<GetKey, `${string}/:team/:spec${string}`>;
type ReadTeamKey = Exclude<Extract<GetKey, `${string}/teams/:team/${string}`>, ReadSpecKey>;

/** A route that reads something for anybody who is signed in. */
export const onReadPerson = <Key extends ReadPersonKey>(
  key: Key,
  work: (act: {
    readonly sql: postgres.Sql;
    readonly person: Caller;
    readonly query: URLSearchParams;
    readonly answer: (value: Answered<Key>) => Response;
  }) => Outcome,
) =>
  handler<At<Key>>(async (request) => {
    const query = queryOf(request, key);
    if (!query.ok) return query.problem;
    const caller = await callerOf({ sql: database(), holds: false }, credentialsOf(request, key));
    if (!caller.ok) return caller.problem;
    const person = caller.value;
    if (!person) return { code: "signed-out", detail: "Sign in first." };
    if (person.token) await noteUse(database(), person.token.id, null);
    return work({
      sql: database(),
      person,
      query: query.value,
      answer: (value) => answering(key).answer(value, unkept),
    });
  });

/** The spec of an address, if the sender of a request of the public interface may do something to it. */
const allowedCaller = async (request: Request, key: RouteKey, team: string, slug: string, action: Action): Promise<Allowed> => {
  const asking: Asking = { sql: database(), holds: false };
  const caller = await callerOf(asking, credentialsOf(request, key));
  if (!caller.ok) return caller;
  const allowed = await specAllowed(asking, caller.value, team, slug, action);
  if (allowed.ok && caller.value?.token) await noteUse(asking.sql, caller.value.token.id, null);
  return allowed;
};

/** A route that reads something of a spec: permission, then the work. */
export const onReadSpec = <Key extends ReadSpecKey>(
  key: Key,
  action: Action,
  work: (act: {
    readonly sql: postgres.Sql;
    readonly spec: Spec;
    readonly person: Caller | null;
    readonly params: At<Key>;
    readonly query: URLSearchParams;
    readonly request: Request;
    readonly answer: (value: Answered<Key>) => Response;
  }) => Outcome,
) =>
  handler<At<Key>>(async (request, params) => {
    const { team, spec } = params as PathParams<ReadSpecKey>;
    const query = queryOf(request, key);
    if (!query.ok) return query.problem;
    const allowed = isPublic(key) ? await allowedCaller(request, key, team, spec, action) : await allowedSpec(team, spec, action);
    if (!allowed.ok) return allowed.problem;
    return work({
      sql: database(),
      spec: allowed.spec,
      person: allowed.person,
      params,
      query: query.value,
      request,
      answer: (value) => answering(key).answer(value, unkept),
    });
  });

/** A route that reads something of a team. */
export const onReadTeam = <Key extends ReadTeamKey>(
  key: Key,
  action: Action,
  work: (act: {
    readonly sql: postgres.Sql;
    readonly team: Team;
    readonly query: URLSearchParams;
    readonly answer: (value: Answered<Key>) => Response;
  }) => Outcome,
) =>
  handler<At<Key>>(async (request, params) => {
    const query = queryOf(request, key);
    if (!query.ok) return query.problem;
    const sql = database();
    const caller = await callerOf({ sql, holds: false }, credentialsOf(request, key));
    if (!caller.ok) return caller.problem;
    const allowed = await teamAllowed({ sql, holds: false }, caller.value, (params as PathParams<ReadTeamKey>).team, action);
    if (!allowed.ok) return allowed.problem;
    if (caller.value?.token) await noteUse(sql, caller.value.token.id, null);
    return work({ sql, team: allowed.value.team, query: query.value, answer: (value) => answering(key).answer(value, unkept) });
  });

const specMoved = (before: OfSpec, now: OfSpec): Problem | null =>
  before.spec.id === now.spec.id && before.spec.teamId === now.spec.teamId
    ? null
    : { code: "forbidden", detail: "This spec was moved to another team in the meantime. Nothing was changed; open it again to go on." };

/** A route that changes something of a spec. */
export const onSpec = <Key extends SpecKey>(key: Key, action: Action, work: (act: Acted<Key, OfSpec>) => Outcome) =>
  onPost<Key, OfSpec>(
    key,
    async (asking, params, caller) => {
      const { team, spec: slug } = params as PathParams<SpecKey>;
      const allowed = await specAllowed(asking, caller, team, slug, action);
      if (!allowed.ok) return allowed;
      const { spec } = allowed;
      const person = caller;
      if (!person) return { ok: false, problem: { code: "signed-out", detail: "Sign in first." } };
      // Its current address: a page that was open when it was renamed or moved still uses the old one.
      const doing = { specId: spec.id, teamId: spec.teamId, team: spec.team, spec: spec.slug, personId: person.id };
      return { ok: true, value: { doing, spec, person } };
    },
    work,
    specMoved,
  );

/** A route for anybody who is signed in. */
export const onPerson = <Key extends PostKey>(key: Key, work: (act: Acted<Key, Somebody>) => Outcome, signedOut = "Sign in first.") =>
  onPost<Key, Somebody>(
    key,
    (_asking, _params, person) =>
      Promise.resolve(person ? { ok: true, value: { person } } : { ok: false, problem: { code: "signed-out", detail: signedOut } }),
    work,
  );

/** A route that changes something of a team. */
export const onTeam = <Key extends TeamKey>(key: Key, action: Action, work: (act: Acted<Key, OfTeam>) => Outcome) =>
  onPost<Key, OfTeam>(key, (asking, params, caller) => teamAllowed(asking, caller, (params as PathParams<TeamKey>).team, action), work);

type MemberKey = "POST /api/teams/:team/members/:id";

/** A route about a member of a team: its leads may change anybody, and anybody may leave. */
export const onMember = (
  key: MemberKey,
  work: (act: Acted<MemberKey, OfTeam & { readonly memberId: number; readonly self: boolean }>) => Outcome,
) =>
  onPost(
    key,
    async (asking, { team, id }: At<MemberKey>, person) => {
      const memberId = idOf(id);
      const self = person !== null && memberId === person.id;
      // Both kinds change who leads the team, one at a time.
      const allowed = await teamAllowed(asking, person, team, self ? "read-team" : "manage-team", { hold: "alone" });
      if (!allowed.ok) return allowed;
      return memberId === null ? { ok: false, problem: nothingThere("member") } : { ok: true, value: { ...allowed.value, memberId, self } };
    },
    work,
  );

export type OfProject = OfTeam & { readonly project: { readonly id: number; readonly name: string } };

/** A route that changes something of a project: its owner may, and the team's leads. */
export const onProject = <Key extends ProjectKey>(key: Key, work: (act: Acted<Key, OfProject>) => Outcome) =>
  onPost<Key, OfProject>(
    key,
    async (asking, params, person) => {
      const { team, project: number } = params as PathParams<ProjectKey>;
      const member = await teamAllowed(asking, person, team, "read-team");
      if (!member.ok) return member;
      const id = idOf(number);
      const project = id === null ? null : await projectOwner(asking, member.value.team.id, id);
      if (id === null || !project) return { ok: false, problem: nothingThere("project") };
      const allowed = await teamAllowed(asking, person, team, "manage-projects", { owner: project.ownerId === member.value.person.id });
      if (!allowed.ok) return allowed;
      return { ok: true, value: { ...allowed.value, project: { id, name: project.name } } };
    },
    work,
  );
