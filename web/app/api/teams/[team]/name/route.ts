import { onTeam } from "@/server/act";
import { database } from "@/server/database";
import { renameTeam } from "@/server/team";

export const POST = onTeam("POST /api/teams/:team/name", "manage-team", async ({ answer, body, team, person }) => {
  await renameTeam(database(), team.id, person.id, body.name);
  return answer({});
});
