import { headers } from "next/headers";
import { notFound, redirect } from "next/navigation";
import { may, type Action } from "../identity/permissions";
import type { Person } from "../identity/people";
import type { Spec } from "../specs/specs";
import { allowedSpec, viewer } from "./viewer";

/** Whether the reader of a spec may do something to it. */
export const maySpec = (spec: Spec, action: Action): boolean => may(spec.role, action, spec);

/** The requested address with its query, without what the framework adds. */
const askedPath = async (): Promise<string> => {
  const asked = new URL((await headers()).get("x-ypsiline-path") ?? "/", "http://localhost");
  asked.searchParams.delete("_rsc");
  return asked.pathname + asked.search;
};

/** The person a page is for. Others are redirected to sign in, and back afterwards. */
export const requirePerson = async (back: string): Promise<Person> =>
  (await viewer()) ?? redirect(`/sign-in?back=${encodeURIComponent(back)}`);

/**
 * The spec of a page, if its reader may do what the page is for; otherwise they are sent to sign in, or see "not found". An
 * earlier address redirects to the current one. The redirect is temporary, since a spec can get an earlier address back.
 */
export const requireSpec = async (team: string, slug: string, action: Action): Promise<{ spec: Spec; person: Person | null }> => {
  const allowed = await allowedSpec(team, slug, action);
  const path = await askedPath();
  if (!allowed.ok) return allowed.problem.code === "signed-out" ? redirect(`/sign-in?back=${encodeURIComponent(path)}`) : notFound();
  const { spec } = allowed;
  const [asked, own] = [`/specs/${team}/${slug}`, `/specs/${spec.team}/${spec.slug}`];
  return asked === own ? allowed : redirect(path.replace(asked, own));
};
