import { cookies, headers } from "next/headers";
import { cache } from "react";
import { database } from "./database";
import { type Allowed, allowedFor, sayAction } from "./allowed";
import type { Person } from "./people";
import { type Action, may } from "./permissions";
import type { Role } from "@/wire/shapes";
import type { Problem } from "./problem";
import { personOfToken, sessionCookie } from "./sign-in";
import { type Team, teamFor } from "./team";
import { bearerToken } from "./tokens";

/** Who is signed in, read once for each request; null where nobody is. */
export const viewer = cache(async (): Promise<Person | null> => {
  const token = (await cookies()).get(sessionCookie)?.value;
  return token ? personOfToken(database(), token) : null;
});

/**
 * The spec of an address, where the one asking may do something to it: a person by session, or, for reading versions, a
 * project by its access token. To people outside its team a spec that is not public is not there at all.
 */
export const allowedSpec = async (team: string, slug: string, action: Action): Promise<Allowed> => {
  const bearer = action === "read-version" ? bearerToken(await headers()) : null;
  return allowedFor({ bearer, person: bearer === null ? await viewer() : null }, team, slug, action);
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
