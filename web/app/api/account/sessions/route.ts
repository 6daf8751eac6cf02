import { onPerson } from "@/server/requests/authorized-handlers";
import { announce } from "@/server/happenings/announce";
import { endSessions } from "@/server/identity/people";
import { secretHash } from "@/server/database/secrets";

/** Ends every other session of one's own; event streams of theirs end at once. */
export const POST = onPerson("POST /api/account/sessions", async ({ answer, session, write }) => {
  const ended = await write(async (sql, { person }) => {
    const count = await endSessions(sql, person.id, secretHash(session ?? ""));
    await announce(sql, { kind: "access", of: { person: person.id } });
    return count;
  });
  return answer({ ended });
});
