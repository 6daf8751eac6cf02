import { onPerson } from "@/server/act";
import { announce } from "@/server/announce";
import { endSessions } from "@/server/people";
import { secretHash } from "@/server/secrets";

/** Ends every other session of one's own; event streams of theirs end at once. */
export const POST = onPerson("POST /api/account/sessions", async ({ answer, session, write }) => {
  const ended = await write(async (sql, { person }) => {
    const count = await endSessions(sql, person.id, secretHash(session ?? ""));
    await announce(sql, { kind: "access", of: { person: person.id } });
    return count;
  });
  return answer({ ended });
});
