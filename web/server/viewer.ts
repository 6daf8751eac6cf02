import { cookies, headers } from "next/headers";
import { cache } from "react";
import { database } from "./database";
import type { Person } from "./people";
import { type Action, may, type Role } from "./permissions";
import type { Problem } from "./problem";
import { personOfToken, sessionCookie } from "./sign-in";
import { findSpec, type Spec } from "./specs";
import { type Team, teamFor } from "./team";
import { bearerToken, teamOfToken } from "./tokens";

/** Who is signed in, read once for each request; null where nobody is. */
export const viewer = cache(async (): Promise<Person | null> => {
  const token = (await cookies()).get(sessionCookie)?.value;
  return token ? personOfToken(database(), token) : null;
});

export type Allowed =
  | { readonly ok: true; readonly spec: Spec; readonly person: Person | null; readonly tokenId: number | null }
  | { readonly ok: false; readonly problem: Problem };

/**
 * The spec of an address, where the one asking may do something to it: a person by session, or, for reading versions, a
 * project by its access token. To people outside its team a spec that is not public is not there at all.
 */
export const allowedSpec = async (team: string, slug: string, action: Action): Promise<Allowed> => {
  const bearer = action === "read-version" ? bearerToken(await headers()) : null;
  if (bearer !== null) return allowedByToken(team, slug, bearer);
  const person = await viewer();
  const spec = await findSpec(database(), team, slug, person?.id ?? null);
  if (spec && may(spec.role, action, spec)) return { ok: true, spec, person, tokenId: null };
  if (!person) return { ok: false, problem: { code: "signed-out", detail: "Sign in to see this spec." } };
  if (!spec || !may(spec.role, "read-version", spec))
    return { ok: false, problem: { code: "not-found", detail: `No spec ${team}/${slug} that you may see.` } };
  return { ok: false, problem: { code: "forbidden", detail: `As ${spec.role ?? "a guest"} you may not ${sayAction[action]}.` } };
};

const allowedByToken = async (team: string, slug: string, bearer: string): Promise<Allowed> => {
  const token = await teamOfToken(database(), bearer);
  if (!token) return { ok: false, problem: { code: "signed-out", detail: "This access token does not work; it may have been revoked." } };
  const spec = await findSpec(database(), team, slug, null);
  return spec && (spec.teamId === token.teamId || spec.public)
    ? { ok: true, spec, person: null, tokenId: token.tokenId }
    : { ok: false, problem: { code: "not-found", detail: `No spec ${team}/${slug} that this access token may read.` } };
};

export type AllowedTeam =
  | { readonly ok: true; readonly team: Team; readonly role: Role; readonly person: Person }
  | { readonly ok: false; readonly problem: Problem };

/** A team, where the person asking may do something in it. To people outside it, it is not there at all. */
export const allowedTeam = async (slug: string, action: Action, about: { readonly owner?: boolean } = {}): Promise<AllowedTeam> => {
  const person = await viewer();
  if (!person) return { ok: false, problem: { code: "signed-out", detail: "Sign in to see this team." } };
  const team = await teamFor(database(), slug, person.id);
  if (!team) return { ok: false, problem: { code: "not-found", detail: `No team ${slug} that you belong to.` } };
  if (!may(team.role, action, about))
    return { ok: false, problem: { code: "forbidden", detail: `As ${team.role} you may not ${sayAction[action]}.` } };
  return { ok: true, team, role: team.role, person };
};

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
  "edit-devices": "change the team's devices",
  "read-team": "see this team",
  "make-project": "add projects",
  "manage-projects": "change this project",
  "manage-team": "change this team",
};
