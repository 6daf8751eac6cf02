import { idOf, nothingThere, onTeam } from "@/server/act";
import { nothingRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { repeatDelivery } from "@/server/webhooks";

/** Sends a delivery again. */
export const POST = onTeam<typeof nothingRequest, { team: string; id: string }>("manage-team", nothingRequest, async ({ team, params }) => {
  const id = idOf(params.id);
  return id !== null && (await repeatDelivery(database(), team.id, id)) ? Response.json({}) : nothingThere("delivery that has ended");
});
