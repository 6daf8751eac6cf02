import { idOf, nothingThere, onTeam } from "@/server/act";
import { nothingRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { removeWebhook } from "@/server/webhooks";

/** Removes a webhook; what waited for it is given up. */
export const POST = onTeam<typeof nothingRequest, { team: string; id: string }>(
  "manage-team",
  nothingRequest,
  async ({ team, person, params }) => {
    const id = idOf(params.id);
    return id !== null && (await removeWebhook(database(), { teamId: team.id, personId: person.id, id }))
      ? Response.json({})
      : nothingThere("webhook");
  },
);
