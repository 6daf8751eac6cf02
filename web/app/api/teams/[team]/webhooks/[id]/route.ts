import { idOf, nothingThere, onTeam } from "@/server/requests/authorized-handlers";
import { removeWebhook } from "@/server/happenings/webhooks";

/** Removes a webhook; what waited for it is given up. */
export const POST = onTeam("POST /api/teams/:team/webhooks/:id", "manage-team", async ({ answer, params, write }) => {
  const id = idOf(params.id);
  const done = await write(
    async (sql, { team, person }) => id !== null && removeWebhook(sql, { teamId: team.id, personId: person.id, id }),
  );
  return done ? answer({}) : nothingThere("webhook");
});
