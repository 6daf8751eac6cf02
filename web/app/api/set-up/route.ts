import { cookies } from "next/headers";
import { anybody, onPost } from "@/server/act";
import { countAttempt } from "@/server/attempts";
import { database } from "@/server/database";
import { siteOf } from "@/server/handler";
import { setUp } from "@/server/set-up";
import { cookieOptions, openSession, sessionCookie } from "@/server/sign-in";

/** Sets an empty instance up, by the code that was printed when it started. Guesses wait longer and longer. */
export const POST = onPost("POST /api/set-up", anybody, async ({ answer, body, request }) => {
  const sql = database();
  const counted = await countAttempt(sql, "set-up", { free: 5, longest: 60 });
  if (!counted.ok)
    return { code: "too-many", detail: `Wait ${counted.wait} seconds, then try again.`, headers: { "Retry-After": String(counted.wait) } };
  const done = await setUp(sql, body);
  if (!done.ok) {
    if (done.code === "done") return { code: "conflict", detail: "This instance is set up already. Sign in, or ask a lead to invite you." };
    return {
      code: "unprocessable",
      detail: "The code is not the one that was printed at the last start.",
      issues: [{ path: "/code", message: "is not the one that was printed at the last start" }],
    };
  }
  const token = await openSession(sql, done.personId, request.headers.get("user-agent") ?? "");
  (await cookies()).set(sessionCookie, token, cookieOptions(siteOf(request.headers)));
  return answer({ team: done.team });
});
