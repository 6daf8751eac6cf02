import { notFound, redirect } from "next/navigation";
import type { Person } from "./people";
import type { Action } from "./permissions";
import type { Spec } from "./specs";
import { allowedSpec, viewer } from "./viewer";

/** The person a page is for; those not signed in are sent to sign in and back. */
export const requirePerson = async (back: string): Promise<Person> =>
  (await viewer()) ?? redirect(`/sign-in?back=${encodeURIComponent(back)}`);

/** The spec a page is about, where its reader may do what the page is for; otherwise sign-in or not-found. */
export const requireSpec = async (
  team: string,
  slug: string,
  action: Action,
  back: string,
): Promise<{ spec: Spec; person: Person | null }> => {
  const allowed = await allowedSpec(team, slug, action);
  if (allowed.ok) return allowed;
  return allowed.problem.code === "signed-out" ? redirect(`/sign-in?back=${encodeURIComponent(back)}`) : notFound();
};
