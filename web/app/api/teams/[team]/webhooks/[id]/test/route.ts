import { idOf, nothingThere, onTeam } from "@/server/requests/authorized-handlers";
import { queueTest } from "@/server/happenings/webhook-queue";

/** Sends a test message to a webhook like any other message: signed, and again if it is not accepted. */
export const POST = onTeam("POST /api/teams/:team/webhooks/:id/test", "manage-team", async ({ answer, params, write }) => {
  const id = idOf(params.id);
  const done = await write(async (sql, { team }) => id !== null && queueTest(sql, { teamId: team.id, team: team.slug, id }));
  return done ? answer({}) : nothingThere("webhook without a waiting test");
});
