import { idOf, nothingThere, onTeam } from "@/server/act";
import { database } from "@/server/database";
import { repeatDelivery } from "@/server/webhooks";

/** Sends a delivery again. */
export const POST = onTeam("POST /api/teams/:team/deliveries/:id", "manage-team", async ({ answer, team, params }) => {
  const id = idOf(params.id);
  return id !== null && (await repeatDelivery(database(), team.id, id)) ? answer({}) : nothingThere("delivery that has ended");
});
