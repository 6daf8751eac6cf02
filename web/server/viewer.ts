import { cookies } from "next/headers";
import { cache } from "react";
import { database } from "./database";
import type { Person } from "./people";
import { type Action, may, type Role } from "./permissions";
import type { Problem } from "./problem";
import { personOfToken, sessionCookie } from "./sign-in";
import { findSpec, type Spec, teamFor } from "./specs";

/** Who is signed in, read once for each request; null where nobody is. */
export const viewer = cache(async (): Promise<Person | null> => {
  const token = (await cookies()).get(sessionCookie)?.value;
  return token ? personOfToken(database(), token) : null;
});

export type Allowed =
  { readonly ok: true; readonly spec: Spec; readonly person: Person | null } | { readonly ok: false; readonly problem: Problem };

/**
 * The spec of an address, where the person asking may do something to it. To people outside its team a
 * spec that is not public is not there at all.
 */
export const allowedSpec = async (team: string, slug: string, action: Action): Promise<Allowed> => {
  const person = await viewer();
  const spec = await findSpec(database(), team, slug, person?.id ?? null);
  if (spec && may(spec.role, action, spec)) return { ok: true, spec, person };
  if (!person) return { ok: false, problem: { code: "signed-out", detail: "Sign in to see this spec." } };
  if (!spec || !may(spec.role, "read-version", spec))
    return { ok: false, problem: { code: "not-found", detail: `No spec ${team}/${slug} that you may see.` } };
  return { ok: false, problem: { code: "forbidden", detail: `As ${spec.role ?? "a guest"} you may not ${sayAction[action]}.` } };
};

export type AllowedTeam =
  | { readonly ok: true; readonly teamId: number; readonly role: Role; readonly person: Person }
  | { readonly ok: false; readonly problem: Problem };

/** A team, where the person asking may do something in it. To people outside it, it is not there at all. */
export const allowedTeam = async (slug: string, action: Action): Promise<AllowedTeam> => {
  const person = await viewer();
  if (!person) return { ok: false, problem: { code: "signed-out", detail: "Sign in to see this team." } };
  const team = await teamFor(database(), slug, person.id);
  if (!team) return { ok: false, problem: { code: "not-found", detail: `No team ${slug} that you belong to.` } };
  if (!may(team.role, action))
    return { ok: false, problem: { code: "forbidden", detail: `As ${team.role} you may not ${sayAction[action]}.` } };
  return { ok: true, teamId: team.id, role: team.role, person };
};

const sayAction: Readonly<Record<Action, string>> = {
  "read-version": "read this spec",
  "read-draft": "see this draft",
  "edit-draft": "change this draft",
  "create-spec": "add specs",
  publish: "publish versions",
  "edit-devices": "change the team's devices",
};
