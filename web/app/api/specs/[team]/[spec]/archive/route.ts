import { onSpec } from "@/server/requests/authorized-handlers";
import { archiveSpec } from "@/server/specs/spec-life";

/** Puts a spec away, or brings it back. */
export const POST = onSpec("POST /api/specs/:team/:spec/archive", "manage-spec", async ({ answer, body, write }) => {
  await write((sql, { spec, person }) => archiveSpec(sql, spec, person, body.archived));
  return answer({});
});
