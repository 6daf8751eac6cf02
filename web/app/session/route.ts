import { cookies } from "next/headers";
import { database } from "@/server/database";
import { addressOf, fromElsewhere, handler } from "@/server/handler";
import { readText } from "@/server/request-body";
import { cookieOptions, sessionCookie, signIn, signOut } from "@/server/sign-in";

const to = (path: string): Response => new Response(null, { status: 303, headers: { Location: path, "Cache-Control": "no-store" } });

/** Only paths of this site are gone back to. */
const safeReturn = (path: string | null): string => (path !== null && /^\/(?![/\\])[\w\-./?=&%]*$/.test(path) ? path : "/specs");

/** Signs in from the form of the sign-in page, or signs out with `end`. */
export const POST = handler(async (request) => {
  const elsewhere = fromElsewhere(request);
  if (elsewhere) return elsewhere;
  const text = await readText(request, 16 * 1024);
  if (!text.ok) return text.problem;
  const form = new URLSearchParams(text.value);
  const jar = await cookies();
  if (form.has("end")) {
    const token = jar.get(sessionCookie)?.value;
    if (token) await signOut(database(), token);
    jar.delete(sessionCookie);
    return to("/sign-in");
  }
  const email = form.get("email") ?? "";
  const back = safeReturn(form.get("back"));
  const signedIn = await signIn(database(), { email, password: form.get("password") ?? "", address: addressOf(request.headers) });
  if (!signedIn.ok) return to(`/sign-in?${new URLSearchParams({ fault: signedIn.code, email, back })}`);
  jar.set(sessionCookie, signedIn.token, cookieOptions());
  return to(back);
});
