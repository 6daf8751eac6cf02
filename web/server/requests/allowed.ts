import { database } from "../database/database";
import { type Asking, type Hold, holdSpec, holdTeam } from "../identity/holding";
import type { Person } from "../identity/people";
import { type Action, may } from "../identity/permissions";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { personOfToken } from "../identity/sign-in";
import { findSpec, type Spec } from "../specs/specs";
import { type Team, teamFor } from "../teams/team";
import { teamOfToken } from "../identity/tokens";

/** Credentials: a session cookie or the access token of a project. */
export type Credentials = { readonly session: string | null; readonly bearer: string | null };

export type Allowed =
  | { readonly ok: true; readonly spec: Spec; readonly person: Person | null; readonly tokenId: number | null }
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
export const allowedTo = (spec: Spec | null, person: Person | null, team: string, slug: string, action: Action): Allowed =>
  spec && may(spec.role, action, spec)
    ? { ok: true, spec, person, tokenId: null }
    : { ok: false, problem: refused(spec, person, team, slug, action) };

/** Whether an access token may read a spec: one of its team, or a public one. */
export const allowedByToken = async (spec: Spec | null, bearer: string, team: string, slug: string): Promise<Allowed> => {
  const token = await teamOfToken(database(), bearer);
  if (!token)
    return {
      ok: false,
      problem: {
        code: "signed-out",
        detail: "This access token does not work; it may have been revoked.",
        headers: { "WWW-Authenticate": 'Bearer realm="Ypsiline", error="invalid_token"' },
      },
    };
  return spec && (spec.teamId === token.teamId || spec.public)
    ? { ok: true, spec, person: null, tokenId: token.tokenId }
    : { ok: false, problem: { code: "not-found", detail: `No spec ${team}/${slug} that this access token may read.` } };
};

/** The person of a session; null without one, or if it has ended. */
export const personOf = async (asking: Asking, session: string | null): Promise<Person | null> =>
  session === null ? null : personOfToken(asking, session);

/** The spec of an address, if somebody may do something to it. */
export const specAllowed = async (asking: Asking, person: Person | null, team: string, slug: string, action: Action): Promise<Allowed> => {
  const personId = person?.id ?? null;
  if (asking.holds) await holdSpec(asking.sql, { team, slug }, personId, holdFor(action));
  return allowedTo(await findSpec(asking.sql, team, slug, personId), person, team, slug, action);
};

/** The spec of an address, if the request may do something to it. Access tokens can only read versions. */
export const allowedFor = async (
  who: { readonly bearer: string | null; readonly person: Person | null },
  team: string,
  slug: string,
  action: Action,
): Promise<Allowed> =>
  who.bearer !== null && action === "read-version"
    ? allowedByToken(await findSpec(database(), team, slug, null), who.bearer, team, slug)
    : specAllowed({ sql: database(), holds: false }, who.person, team, slug, action);

export type AllowedTeam = { readonly team: Team; readonly person: Person };

/** A team, if somebody may do something in it. For outsiders it does not exist. */
export const teamAllowed = async (
  asking: Asking,
  person: Person | null,
  slug: string,
  action: Action,
  { owner, hold = holdFor(action) }: { readonly owner?: boolean; readonly hold?: Hold } = {},
): Promise<Result<AllowedTeam>> => {
  if (!person) return { ok: false, problem: { code: "signed-out", detail: "Sign in to see this team." } };
  if (asking.holds) await holdTeam(asking.sql, slug, person.id, hold);
  const team = await teamFor(asking.sql, slug, person.id);
  if (!team) return { ok: false, problem: { code: "not-found", detail: `No team ${slug} that you belong to.` } };
  if (!may(team.role, action, owner === undefined ? {} : { owner }))
    return { ok: false, problem: { code: "forbidden", detail: `As ${team.role} you may not ${sayAction[action]}.` } };
  return { ok: true, value: { team, person } };
};
