import { database } from "../database/database";
import { type Asking, type Hold, holdSpec, holdTeam } from "../identity/holding";
import type { Person } from "../identity/people";
import { type Action, may, scopesAllow, scopeWords } from "../identity/permissions";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { personOfToken } from "../identity/sign-in";
import { findSpec, type Spec } from "../specs/specs";
import { type Team, teamFor } from "../teams/team";
import { findToken, type Token } from "../identity/tokens";

/** Credentials: a session cookie or the access token of a project. */
export type Credentials = { readonly session: string | null; readonly bearer: string | null };

/** Who asks for something: a person with a session, or with an access token they made, which allows less. */
export type Caller = Person & { readonly token: Token | null };

export type Allowed =
  | {
      readonly ok: true;
      readonly spec: Spec;
      readonly person: Caller | null;
      readonly tokenId: number | null;
      /** When the token that was used ends; null if it never does, or none was. */
      readonly tokenEnds: Date | null;
    }
  | { readonly ok: false; readonly problem: Problem };

const sayAction: Readonly<Record<Action, string>> = {
  "read-version": "read this spec",
  "read-draft": "see this draft",
  comment: "comment here",
  "edit-draft": "change this draft",
  "create-spec": "add specs",
  "ask-review": "ask for a review",
  "decide-review": "decide reviews",
  publish: "publish versions",
  withdraw: "withdraw versions",
  share: "say who may read this spec",
  "name-spec": "rename this spec",
  "manage-spec": "archive or move this spec",
  "edit-devices": "change the team's devices",
  "read-team": "see this team",
  "make-project": "add projects",
  "manage-projects": "change this project",
  "manage-team": "change this team",
};

/** Actions that change the row of the spec or team itself, and therefore lock it alone. */
const changesRow: ReadonlySet<Action> = new Set(["share", "name-spec", "manage-spec", "manage-team"]);
const holdFor = (action: Action): Hold => (changesRow.has(action) ? "alone" : "shared");

/** The refusal of a spec. It does not tell strangers whether the spec exists. */
const refused = (spec: Spec | null, person: Person | null, team: string, slug: string, action: Action): Problem => {
  if (!person) return { code: "signed-out", detail: "Sign in to see this spec." };
  if (!spec || !may(spec.role, "read-version", spec)) return { code: "not-found", detail: `No spec ${team}/${slug} that you may see.` };
  if (spec.archived && may(spec.role, action, { ...spec, archived: false }))
    return { code: "forbidden", detail: "This spec is archived. A lead can restore it, and then it can be changed." };
  return { code: "forbidden", detail: `As ${spec.role ?? "a guest"} you may not ${sayAction[action]}.` };
};

/** Whether a person may do something to a spec that was found for them. */
export const allowedTo = (spec: Spec | null, person: Caller | null, team: string, slug: string, action: Action): Allowed =>
  spec && may(spec.role, action, spec)
    ? { ok: true, spec, person, tokenId: null, tokenEnds: null }
    : { ok: false, problem: refused(spec, person, team, slug, action) };

const deadToken: Problem = {
  code: "signed-out",
  detail: "This access token does not work; it may have been revoked, or it has ended.",
  headers: { "WWW-Authenticate": 'Bearer realm="Ypsiline", error="invalid_token"' },
};

/** Whether a token is for a spec: one of its team, and one of those it names if it names some. */
export const isFor = (token: Token, spec: Spec): boolean => spec.teamId === token.teamId && (token.specs?.includes(spec.id) ?? true);

/** Why a token may not be used for an action, though its maker may do it; null if it may. */
export const tokenFault = (token: Token | null, action: Action): Problem | null => {
  if (token === null || scopesAllow(token.scopes, action)) return null;
  const needed = scopeWords(action);
  return {
    code: "forbidden",
    detail:
      needed === ""
        ? `No access token may ${sayAction[action]}.`
        : `To ${sayAction[action]}, an access token needs the scope ${needed}; “${token.name}” has ${token.scopes.join(", ")}.`,
    headers: { "WWW-Authenticate": 'Bearer realm="Ypsiline", error="insufficient_scope"' },
  };
};

/** Whether an access token may read the versions of a spec: one that it is for, or a public one. */
export const allowedByToken = async (spec: Spec | null, bearer: string, team: string, slug: string): Promise<Allowed> => {
  const known = await findToken({ sql: database(), holds: false }, bearer);
  if (!known) return { ok: false, problem: deadToken };
  return spec && (isFor(known.token, spec) || spec.public)
    ? { ok: true, spec, person: null, tokenId: known.token.id, tokenEnds: known.token.endsAt }
    : { ok: false, problem: { code: "not-found", detail: `No spec ${team}/${slug} that this access token may read.` } };
};

/** The person of a session; null without one, or if it has ended. */
export const personOf = async (asking: Asking, session: string | null): Promise<Person | null> =>
  session === null ? null : personOfToken(asking, session);

/** Who sends a request with these credentials; null if nobody is named. A token that does not work is refused. */
export const callerOf = async (asking: Asking, { session, bearer }: Credentials): Promise<Result<Caller | null>> => {
  if (bearer === null) {
    const person = await personOf(asking, session);
    return { ok: true, value: person && { ...person, token: null } };
  }
  const known = await findToken(asking, bearer);
  return known ? { ok: true, value: { ...known.maker, token: known.token } } : { ok: false, problem: deadToken };
};

/** The spec of an address, if somebody may do something to it. */
export const specAllowed = async (asking: Asking, caller: Caller | null, team: string, slug: string, action: Action): Promise<Allowed> => {
  const personId = caller?.id ?? null;
  const token = caller?.token ?? null;
  if (asking.holds) await holdSpec(asking.sql, { team, slug }, personId, holdFor(action));
  const spec = await findSpec(asking.sql, team, slug, personId);
  if (token !== null && spec && !isFor(token, spec))
    return { ok: false, problem: { code: "not-found", detail: `No spec ${team}/${slug} that this access token is for.` } };
  const allowed = allowedTo(spec, caller, team, slug, action);
  const problem = allowed.ok ? tokenFault(token, action) : null;
  return problem ? { ok: false, problem } : allowed;
};

/** The spec of an address, if the request may do something to it. Pages and their routes read versions alone for an access token. */
export const allowedFor = async (
  who: { readonly bearer: string | null; readonly person: Person | null },
  team: string,
  slug: string,
  action: Action,
): Promise<Allowed> =>
  who.bearer !== null && action === "read-version"
    ? allowedByToken(await findSpec(database(), team, slug, null), who.bearer, team, slug)
    : specAllowed({ sql: database(), holds: false }, who.person && { ...who.person, token: null }, team, slug, action);

export type AllowedTeam = { readonly team: Team; readonly person: Person };

/** A team, if somebody may do something in it. For outsiders it does not exist. */
export const teamAllowed = async (
  asking: Asking,
  caller: Caller | null,
  slug: string,
  action: Action,
  { owner, hold = holdFor(action) }: { readonly owner?: boolean; readonly hold?: Hold } = {},
): Promise<Result<AllowedTeam>> => {
  if (!caller) return { ok: false, problem: { code: "signed-out", detail: "Sign in to see this team." } };
  if (asking.holds) await holdTeam(asking.sql, slug, caller.id, hold);
  const team = await teamFor(asking.sql, slug, caller.id);
  if (!team || (caller.token !== null && caller.token.teamId !== team.id))
    return { ok: false, problem: { code: "not-found", detail: `No team ${slug} that you belong to.` } };
  if (!may(team.role, action, owner === undefined ? {} : { owner }))
    return { ok: false, problem: { code: "forbidden", detail: `As ${team.role} you may not ${sayAction[action]}.` } };
  const problem = tokenFault(caller.token, action);
  return problem ? { ok: false, problem } : { ok: true, value: { team, person: caller } };
};
