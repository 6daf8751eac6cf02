import { onTeam } from "@/server/requests/authorized-handlers";
import { setPublishers } from "@/server/teams/team";

export const POST = onTeam("POST /api/teams/:team/settings", "manage-team", async ({ answer, body, write }) => {
  await write((sql, { team, person }) => setPublishers(sql, team.id, person.id, body.publishers));
  return answer({});
});
