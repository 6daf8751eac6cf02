import { database } from "./database";
import type { Person } from "./people";
import { type Action, may } from "./permissions";
import type { Problem } from "./problem";
import { personOfToken } from "./sign-in";
import { findSpec, type Spec } from "./specs";
import { teamOfToken } from "./tokens";

/** How somebody shows who they are: a session's cookie, or a project's access token. */
export type Credentials = { readonly session: string | null; readonly bearer: string | null };

export type Allowed =
  | { readonly ok: true; readonly spec: Spec; readonly person: Person | null; readonly tokenId: number | null }
  | { readonly ok: false; readonly problem: Problem };

export const sayAction: Readonly<Record<Action, string>> = {
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

/** What is said where a spec may not be had: nothing that tells strangers whether it is there. */
const refused = (spec: Spec | null, person: Person | null, team: string, slug: string, action: Action): Problem => {
  if (!person) return { code: "signed-out", detail: "Sign in to see this spec." };
  if (!spec || !may(spec.role, "read-version", spec)) return { code: "not-found", detail: `No spec ${team}/${slug} that you may see.` };
  if (spec.archived && may(spec.role, action, { ...spec, archived: false }))
    return { code: "forbidden", detail: "This spec is archived: it changes once a lead has brought it back." };
  return { code: "forbidden", detail: `As ${spec.role ?? "a guest"} you may not ${sayAction[action]}.` };
};

/** Whether a person may do something to a spec that was looked up for them. */
export const allowedTo = (spec: Spec | null, person: Person | null, team: string, slug: string, action: Action): Allowed =>
  spec && may(spec.role, action, spec)
    ? { ok: true, spec, person, tokenId: null }
    : { ok: false, problem: refused(spec, person, team, slug, action) };

/** Whether an access token may read a spec: one of its team, or one that is public. */
export const allowedByToken = async (spec: Spec | null, bearer: string, team: string, slug: string): Promise<Allowed> => {
  const token = await teamOfToken(database(), bearer);
  if (!token) return { ok: false, problem: { code: "signed-out", detail: "This access token does not work; it may have been revoked." } };
  return spec && (spec.teamId === token.teamId || spec.public)
    ? { ok: true, spec, person: null, tokenId: token.tokenId }
    : { ok: false, problem: { code: "not-found", detail: `No spec ${team}/${slug} that this access token may read.` } };
};

export const personOf = async ({ session }: Credentials): Promise<Person | null> => (session ? personOfToken(database(), session) : null);

/** The spec of an address, where the one asking may do something to it; access tokens read versions and do nothing else. */
export const allowedFor = async (
  who: { readonly bearer: string | null; readonly person: Person | null },
  team: string,
  slug: string,
  action: Action,
): Promise<Allowed> => {
  const bearer = action === "read-version" ? who.bearer : null;
  const spec = await findSpec(database(), team, slug, bearer === null ? (who.person?.id ?? null) : null);
  return bearer === null ? allowedTo(spec, who.person, team, slug, action) : allowedByToken(spec, bearer, team, slug);
};
