import { idOf, nothingThere, onTeam } from "@/server/requests/authorized-handlers";
import { revokeInvitation } from "@/server/teams/invitations";

/** Ends an invitation. */
export const POST = onTeam("POST /api/teams/:team/invitations/:id", "manage-team", async ({ answer, params, write }) => {
  const id = idOf(params.id);
  const done = await write(async (sql, { team, person }) => id !== null && revokeInvitation(sql, team.id, person.id, id));
  return done ? answer({}) : nothingThere("invitation");
});
