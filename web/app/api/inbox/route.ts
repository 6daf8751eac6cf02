import { onPerson } from "@/server/requests/authorized-handlers";
import { markRead } from "@/server/happenings/inbox";

/** Marks an item of one's own inbox (or all, id null) as read or unread. */
export const POST = onPerson(
  "POST /api/inbox",
  async ({ body, answer, write }) => {
    await write((sql, { person }) => markRead(sql, person.id, body.id, body.read));
    return answer({});
  },
  "Sign in to see your inbox.",
);
