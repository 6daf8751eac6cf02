import { onTeam } from "@/server/act";
import { database } from "@/server/database";
import { setPublishers } from "@/server/team";

export const POST = onTeam("POST /api/teams/:team/settings", "manage-team", async ({ answer, body, team, person }) => {
  await setPublishers(database(), team.id, person.id, body.publishers);
  return answer({});
});
