import { onSpec } from "@/server/act";
import { database } from "@/server/database";
import { archiveSpec } from "@/server/spec-life";

/** Puts a spec away, or brings it back. */
export const POST = onSpec("POST /api/specs/:team/:spec/archive", "manage-spec", async ({ answer, body, spec, person }) => {
  await archiveSpec(database(), spec, person, body.archived);
  return answer({});
});
