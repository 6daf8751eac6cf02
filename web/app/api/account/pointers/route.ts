import { onPerson } from "@/server/act";
import { putPointersAway } from "@/server/first-visit";

/** Puts the pointers of a first visit away, for good. */
export const POST = onPerson("POST /api/account/pointers", async ({ answer, write }) => {
  await write((sql, { person }) => putPointersAway(sql, person.id));
  return answer({});
});
