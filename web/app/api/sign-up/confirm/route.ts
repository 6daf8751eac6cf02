import { cookies } from "next/headers";
import { signUp } from "@/server/accounts";
import { anybody, onPost } from "@/server/act";
import { database } from "@/server/database";
import { siteOf } from "@/server/handler";
import { setting } from "@/server/settings";
import { cookieOptions, openSession, sessionCookie } from "@/server/sign-in";

export const POST = onPost("POST /api/sign-up/confirm", anybody, async ({ answer, body, request }) => {
  if (setting("SIGN_UP") !== "open") return { code: "forbidden", detail: "Accounts are made by invitation here. Ask a lead of your team." };
  const { secret, ...input } = body;
  const personId = await signUp(database(), secret, input);
  if (personId === null) return { code: "not-found", detail: "This link works no more. Ask for another, or sign in." };
  const token = await openSession(database(), personId, request.headers.get("user-agent") ?? "");
  (await cookies()).set(sessionCookie, token, cookieOptions(siteOf(request.headers)));
  return answer({});
});
