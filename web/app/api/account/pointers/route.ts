import { onPerson } from "@/server/requests/authorized-handlers";
import { putPointersAway } from "@/server/identity/first-visit";

/** Puts the pointers of a first visit away, for good. */
export const POST = onPerson("POST /api/account/pointers", async ({ answer, write }) => {
  await write((sql, { person }) => putPointersAway(sql, person.id));
  return answer({});
});
