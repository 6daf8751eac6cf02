import { cookies } from "next/headers";
import { newPasswordFault } from "@/server/account-faults";
import { signUp } from "@/server/accounts";
import { anybody, onPost } from "@/server/act";
import { linkOf } from "@/server/links";
import { hashPassword } from "@/server/passwords";
import { setting } from "@/server/settings";
import { keepSessionCookie, openSession } from "@/server/sign-in";

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
