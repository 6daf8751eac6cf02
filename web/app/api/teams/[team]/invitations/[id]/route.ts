import { idOf, nothingThere, onTeam } from "@/server/act";
import { database } from "@/server/database";
import { revokeInvitation } from "@/server/invitations";

/** Ends an invitation. */
export const POST = onTeam("POST /api/teams/:team/invitations/:id", "manage-team", async ({ answer, team, person, params }) => {
  const id = idOf(params.id);
  return id !== null && (await revokeInvitation(database(), team.id, person.id, id)) ? answer({}) : nothingThere("invitation");
});
