import { onSpec } from "@/server/requests/authorized-handlers";
import { beginFollowing } from "@/server/specs/follow";

/** Says which spec the draft may follow from now on. */
export const POST = onSpec("POST /api/specs/:team/:spec/follow", "edit-draft", async ({ answer, body, write }) => {
  const begun = await write((sql, { spec, person }) => beginFollowing(sql, spec, person, body));
  return begun.ok ? answer(begun.value) : begun.problem;
});
