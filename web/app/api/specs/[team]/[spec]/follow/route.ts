import { onSpec } from "@/server/act";
import { database } from "@/server/database";
import { beginFollowing } from "@/server/follow";

/** Says which spec the draft may follow from now on. */
export const POST = onSpec("POST /api/specs/:team/:spec/follow", "edit-draft", async ({ answer, body, spec, person }) => {
  const begun = await beginFollowing(database(), spec, person, body);
  return begun.ok ? answer(begun.value) : begun.problem;
});
