import { idOf, nothingThere, onProject } from "@/server/act";
import { nothingRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { revokeToken } from "@/server/tokens";

type Params = { team: string; project: string; token: string };

/** Revokes an access token. */
export const POST = onProject<typeof nothingRequest, Params>(nothingRequest, async ({ team, person, project, params }) => {
  const id = idOf(params.token);
  const revoked = id !== null && (await revokeToken(database(), { teamId: team.id, personId: person.id, projectId: project.id, id }));
  return revoked ? Response.json({}) : nothingThere("working token");
});
