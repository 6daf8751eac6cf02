import { onSpec } from "@/server/act";
import { setTeamStart } from "@/server/team-start";

/** Makes a spec the starting point of its team's new specs, or ends that. */
export const POST = onSpec("POST /api/specs/:team/:spec/start", "manage-spec", async ({ answer, body, write }) => {
  await write((sql, { spec, person }) => setTeamStart(sql, spec, person, body.start));
  return answer({});
});
