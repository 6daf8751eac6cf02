import { onTeam } from "@/server/act";
import { setPublishers } from "@/server/team";

export const POST = onTeam("POST /api/teams/:team/settings", "manage-team", async ({ answer, body, write }) => {
  await write((sql, { team, person }) => setPublishers(sql, team.id, person.id, body.publishers));
  return answer({});
});
