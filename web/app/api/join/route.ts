import { cookies } from "next/headers";
import { newPasswordFault } from "@/server/identity/account-faults";
import { anybody, onPost } from "@/server/requests/authorized-handlers";
import { invitationBySecret, join } from "@/server/teams/invitations";
import { hashPassword } from "@/server/identity/passwords";
import { keepSessionCookie, openSession } from "@/server/identity/sign-in";

const detail = {
  gone: "This invitation was already used, was cancelled, or has expired. Ask for another.",
  "account-exists": "This address has an account: sign in with it first, then open the link again.",
  "other-account": "You are signed in with another address than the invited one. Sign out, then open the link again.",
} as const;

/** Takes an invitation up: with the account that is signed in, or with a new one of the invited address. */
export const POST = onPost("POST /api/join", anybody, async ({ body, person, request, answer, sql, write }) => {
  const { secret, name, password } = body;
  if (!person && (name === undefined || password === undefined)) {
    const issues = [
      ...(name === undefined ? [{ path: "/name", message: "must not be empty" }] : []),
      ...(password === undefined ? [{ path: "/password", message: "must be at least 12 characters" }] : []),
    ];
    return { code: "unprocessable", detail: "Give a name and a password.", issues };
  }
  // The secret is checked before a password is hashed, so that guessing costs the server nothing.
  const invitation = await invitationBySecret(sql, secret);
  if (!invitation) return { code: "not-found", detail: detail.gone };
  const fault = person ? null : newPasswordFault(password ?? "", [name ?? "", invitation.email]);
  if (fault) return fault;
  const passwordHash = person ? "" : await hashPassword(password ?? "");
  const agent = request.headers.get("user-agent") ?? "";
  const joined = await write(async (transaction, now) => {
    const by = now.person ? { signedIn: now.person } : { name: name ?? "", passwordHash };
    // A person whose session has just ended has not chosen a password.
    if (person && !now.person) return { ok: false, code: "account-exists" } as const;
    const done = await join(transaction, secret, by);
    return done.ok && !now.person ? { ...done, token: await openSession(transaction, done.personId, agent) } : done;
  });
  if (!joined.ok) return { code: joined.code === "gone" ? "not-found" : "conflict", detail: detail[joined.code] };
  if ("token" in joined) keepSessionCookie(await cookies(), joined.token);
  return answer({ team: joined.team });
});
