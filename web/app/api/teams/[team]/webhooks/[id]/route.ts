import { idOf, nothingThere, onTeam } from "@/server/act";
import { database } from "@/server/database";
import { removeWebhook } from "@/server/webhooks";

/** Removes a webhook; what waited for it is given up. */
export const POST = onTeam("POST /api/teams/:team/webhooks/:id", "manage-team", async ({ answer, team, person, params }) => {
  const id = idOf(params.id);
  return id !== null && (await removeWebhook(database(), { teamId: team.id, personId: person.id, id }))
    ? answer({})
    : nothingThere("webhook");
});
