import { cookies } from "next/headers";
import { database } from "@/server/database";
import { anybody, onPost } from "@/server/act";
import { siteOf } from "@/server/handler";
import { join } from "@/server/invitations";
import { cookieOptions, openSession, sessionCookie } from "@/server/sign-in";

const detail = {
  gone: "This invitation has been taken up, ended or is too old. Ask for another.",
  "account-exists": "This address has an account: sign in with it first, then open the link again.",
  "other-account": "You are signed in with another address than the invited one. Sign out, then open the link again.",
} as const;

/** Takes an invitation up: with the account that is signed in, or with a new one of the invited address. */
export const POST = onPost("POST /api/join", anybody, async ({ body, person, request, answer }) => {
  const { secret, name, password } = body;
  if (!person && (name === undefined || password === undefined)) {
    const issues = [
      ...(name === undefined ? [{ path: "/name", message: "must not be empty" }] : []),
      ...(password === undefined ? [{ path: "/password", message: "must be at least 12 characters" }] : []),
    ];
    return { code: "unprocessable", detail: "Give a name and a password.", issues };
  }
  const joined = await join(database(), secret, person ? { signedIn: person } : { name: name ?? "", password: password ?? "" });
  if (!joined.ok) return { code: joined.code === "gone" ? "not-found" : "conflict", detail: detail[joined.code] };
  if (!person) {
    const token = await openSession(database(), joined.personId, request.headers.get("user-agent") ?? "");
    (await cookies()).set(sessionCookie, token, cookieOptions(siteOf(request.headers)));
  }
  return answer({ team: joined.team });
});
