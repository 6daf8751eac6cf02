import { cookies } from "next/headers";
import { newPasswordFault } from "@/server/identity/account-faults";
import { anybody, onPost } from "@/server/requests/authorized-handlers";
import { countAttempt } from "@/server/identity/attempts";
import { hashPassword } from "@/server/identity/passwords";
import { maySetUp, setUp } from "@/server/identity/set-up";
import { keepSessionCookie, openSession } from "@/server/identity/sign-in";

/** Sets an empty instance up, by the code that was printed when it started. Guesses wait longer and longer. */
export const POST = onPost("POST /api/set-up", anybody, async ({ answer, body, request, sql, write }) => {
  const counted = await countAttempt(sql, "set-up", { free: 5, longest: 60 });
  if (!counted.ok)
    return { code: "too-many", detail: `Wait ${counted.wait} seconds, then try again.`, headers: { "Retry-After": String(counted.wait) } };
  const fault = newPasswordFault(body.password, [body.name, body.email, body.team]);
  if (fault) return fault;
  const allowed = await maySetUp(sql, body.code);
  const passwordHash = allowed === "yes" ? await hashPassword(body.password) : "";
  const agent = request.headers.get("user-agent") ?? "";
  const done =
    allowed === "yes"
      ? await write(async (transaction) => {
          const made = await setUp(transaction, { ...body, passwordHash });
          return made.ok ? { ...made, token: await openSession(transaction, made.personId, agent) } : made;
        })
      : ({ ok: false, code: allowed } as const);
  if (!done.ok) {
    if (done.code === "done") return { code: "conflict", detail: "This instance is set up already. Sign in, or ask a lead to invite you." };
    return {
      code: "unprocessable",
      detail: "The code is not the one that was printed at the last start.",
      issues: [{ path: "/code", message: "is not the one that was printed at the last start" }],
    };
  }
  keepSessionCookie(await cookies(), done.token);
  return answer({ team: done.team });
});
