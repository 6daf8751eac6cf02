import { cookies, headers } from "next/headers";
import { cache } from "react";
import { cookieIn } from "../http/cookies";
import { database } from "../database/database";
import { type Allowed, type AllowedTeam, allowedFor, personOf, teamAllowed } from "./allowed";
import type { Person } from "../identity/people";
import type { Action } from "../identity/permissions";
import type { Result } from "../http/request-body";
import { sessionCookie } from "../identity/sign-in";
import { bearerToken } from "../identity/tokens";

/** Who is signed in, read once per request; null if nobody is. */
export const viewer = cache(async (): Promise<Person | null> =>
  personOf({ sql: database(), holds: false }, (await cookies()).get(sessionCookie())?.value ?? null),
);

/**
 * The spec of an address, if the request may do something to it: a person with a session, or a project with an access token,
 * which can only read versions. For people outside its team, a spec that is not public does not exist.
 */
export const allowedSpec = async (team: string, slug: string, action: Action): Promise<Allowed> => {
  const bearer = action === "read-version" ? bearerToken(await headers()) : null;
  return allowedFor({ bearer, person: bearer === null ? await viewer() : null }, team, slug, action);
};

/** The same, read from the database again: `viewer` keeps its answer for the whole request. */
export const allowedSpecNow = async (headers: Headers, team: string, slug: string): Promise<Allowed> => {
  const bearer = bearerToken(headers);
  const session = cookieIn(headers.get("cookie"), sessionCookie());
  const person = bearer === null ? await personOf({ sql: database(), holds: false }, session) : null;
  return allowedFor({ bearer, person }, team, slug, "read-version");
};

/** A team, if the person may do something in it. */
export const allowedTeam = async (slug: string, action: Action): Promise<Result<AllowedTeam>> => {
  const person = await viewer();
  return teamAllowed({ sql: database(), holds: false }, person && { ...person, token: null }, slug, action);
};
