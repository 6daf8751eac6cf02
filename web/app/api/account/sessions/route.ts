import { cookies } from "next/headers";
import { onPerson } from "@/server/act";
import { announce } from "@/server/announce";
import { database } from "@/server/database";
import { endSessions } from "@/server/people";
import { secretHash } from "@/server/secrets";
import { sessionCookie } from "@/server/sign-in";

/** Ends every other session of one's own; event streams of theirs end at once. */
export const POST = onPerson("POST /api/account/sessions", async ({ answer, person }) => {
  const own = (await cookies()).get(sessionCookie)?.value ?? "";
  const ended = await database().begin(async (sql) => {
    const count = await endSessions(sql, person.id, secretHash(own));
    await announce(sql, { kind: "access", person: person.id });
    return count;
  });
  return answer({ ended });
});
