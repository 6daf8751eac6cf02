import { headers } from "next/headers";
import { notFound, redirect } from "next/navigation";
import { may, type Action } from "../identity/permissions";
import type { Person } from "../identity/people";
import type { Spec } from "../specs/specs";
import { allowedSpec, viewer } from "./viewer";

/** Whether a spec's reader may do something to it. */
export const maySpec = (spec: Spec, action: Action): boolean => may(spec.role, action, spec);

/** The address that was asked for, with its query; what the framework adds for itself is left out. */
const askedPath = async (): Promise<string> => {
  const asked = new URL((await headers()).get("x-ypsiline-path") ?? "/", "http://localhost");
  asked.searchParams.delete("_rsc");
  return asked.pathname + asked.search;
};

/** The person a page is for; those not signed in are sent to sign in and back. */
export const requirePerson = async (back: string): Promise<Person> =>
  (await viewer()) ?? redirect(`/sign-in?back=${encodeURIComponent(back)}`);

/**
 * The spec a page is about, where its reader may do what the page is for; otherwise sign-in or not-found. From an address
 * it had before it was renamed or moved, its reader goes on to the one it has; not for good, since it may get that one back.
 */
export const requireSpec = async (team: string, slug: string, action: Action): Promise<{ spec: Spec; person: Person | null }> => {
  const allowed = await allowedSpec(team, slug, action);
  const path = await askedPath();
  if (!allowed.ok) return allowed.problem.code === "signed-out" ? redirect(`/sign-in?back=${encodeURIComponent(path)}`) : notFound();
  const { spec } = allowed;
  const [asked, own] = [`/specs/${team}/${slug}`, `/specs/${spec.team}/${spec.slug}`];
  return asked === own ? allowed : redirect(path.replace(asked, own));
};
