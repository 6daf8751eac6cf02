import { onTeam } from "@/server/requests/authorized-handlers";
import { renameTeam } from "@/server/teams/team";

export const POST = onTeam("POST /api/teams/:team/name", "manage-team", async ({ answer, body, write }) => {
  await write((sql, { team, person }) => renameTeam(sql, team.id, person.id, body.name));
  return answer({});
});
