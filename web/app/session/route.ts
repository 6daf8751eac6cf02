import { parseWith } from "@ypsiline/core";
import { cookies } from "next/headers";
import { bodyLimit, routes } from "@/wire/routes";
import { database } from "@/server/database/database";
import { addressOf, fromElsewhere, handler } from "@/server/requests/handler";
import { numbersCookie, numbersCookieOptions } from "@/server/identity/number-form";
import { asGot, readText } from "@/server/http/request-body";
import {
  browserCookie,
  browserCookieOptions,
  endSessionCookie,
  keepSessionCookie,
  sessionCookie,
  signIn,
  signOut,
} from "@/server/identity/sign-in";

const to = (path: string): Response => new Response(null, { status: 303, headers: { Location: path, "Cache-Control": "no-store" } });

/** Only paths of this site are gone back to. */
const safeReturn = (path: string | null): string => (path !== null && /^\/(?![/\\])[\w\-./?=&%]*$/.test(path) ? path : "/specs");

const key = "POST /session";

/** Signs in from the form of the sign-in page, or signs out with `end`. */
export const POST = handler(async (request) => {
  const elsewhere = fromElsewhere(request);
  if (elsewhere) return elsewhere;
  const text = await readText(request, bodyLimit(key));
  if (!text.ok) return text.problem;
  const sent = asGot(parseWith(routes[key].request, Object.fromEntries(new URLSearchParams(text.value))), "malformed");
  if (!sent.ok) return sent.problem;
  const { email, password, end } = sent.value;
  const jar = await cookies();
  const session = jar.get(sessionCookie())?.value ?? null;
  if (end !== undefined) {
    if (session !== null) await signOut(database(), session);
    endSessionCookie(jar);
    return to("/sign-in");
  }
  const back = safeReturn(sent.value.back);
  const signedIn = await signIn(database(), {
    email,
    password,
    session,
    address: addressOf(request.headers),
    browser: jar.get(browserCookie())?.value ?? null,
    agent: request.headers.get("user-agent") ?? "",
  });
  if (!signedIn.ok)
    return to(
      `/sign-in?${new URLSearchParams({ fault: signedIn.code, ...(signedIn.code === "too-many" ? { wait: String(signedIn.wait) } : {}), email, back })}`,
    );
  keepSessionCookie(jar, signedIn.token);
  jar.set(browserCookie(), signedIn.browser, browserCookieOptions());
  jar.set(numbersCookie, signedIn.person.numbers, numbersCookieOptions());
  return to(back);
});
