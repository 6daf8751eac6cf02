import { cookies } from "next/headers";
import { newPasswordFault } from "@/server/identity/account-faults";
import { signUp } from "@/server/identity/accounts";
import { anybody, onPost } from "@/server/requests/authorized-handlers";
import { linkOf } from "@/server/happenings/links";
import { hashPassword } from "@/server/identity/passwords";
import { setting } from "@/server/settings/settings";
import { keepSessionCookie, openSession } from "@/server/identity/sign-in";

const gone = { code: "not-found", detail: "This link no longer works. Ask for another one, or sign in." } as const;

export const POST = onPost("POST /api/sign-up/confirm", anybody, async ({ answer, body, request, sql, write }) => {
  if (setting("SIGN_UP") !== "open") return { code: "forbidden", detail: "Accounts are made by invitation here. Ask a lead of your team." };
  const { secret, name, password } = body;
  const link = await linkOf(sql, "sign-up", secret);
  if (!link) return gone;
  const fault = newPasswordFault(password, [name, link.email]);
  if (fault) return fault;
  const passwordHash = await hashPassword(password);
  const token = await write(async (transaction) => {
    const personId = await signUp(transaction, secret, { name, passwordHash });
    return personId === null ? null : openSession(transaction, personId, request.headers.get("user-agent") ?? "");
  });
  if (token === null) return gone;
  keepSessionCookie(await cookies(), token);
  return answer({});
});
