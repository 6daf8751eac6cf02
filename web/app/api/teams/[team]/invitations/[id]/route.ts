import { idOf, nothingThere, onTeam } from "@/server/act";
import { nothingRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { revokeInvitation } from "@/server/invitations";

/** Ends an invitation. */
export const POST = onTeam<typeof nothingRequest, { team: string; id: string }>(
  "manage-team",
  nothingRequest,
  async ({ team, person, params }) => {
    const id = idOf(params.id);
    return id !== null && (await revokeInvitation(database(), team.id, person.id, id)) ? Response.json({}) : nothingThere("invitation");
  },
);
