import { onTeam } from "@/server/act";
import { settingsRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { setPublishers } from "@/server/team";

export const POST = onTeam("manage-team", settingsRequest, async ({ body, team, person }) => {
  await setPublishers(database(), team.id, person.id, body.publishers);
  return Response.json({});
});
