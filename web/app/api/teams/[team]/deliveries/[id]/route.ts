import { idOf, nothingThere, onTeam } from "@/server/requests/authorized-handlers";
import { repeatDelivery } from "@/server/happenings/webhooks";

/** Sends a delivery again. */
export const POST = onTeam("POST /api/teams/:team/deliveries/:id", "manage-team", async ({ answer, params, write }) => {
  const id = idOf(params.id);
  const done = await write(async (sql, { team }) => id !== null && repeatDelivery(sql, team.id, id));
  return done ? answer({}) : nothingThere("delivery that has ended");
});
