import { idOf, nothingThere, onProject } from "@/server/act";
import { database } from "@/server/database";
import { revokeToken } from "@/server/tokens";

/** Revokes an access token. */
export const POST = onProject(
  "POST /api/teams/:team/projects/:project/tokens/:token",
  async ({ answer, team, person, project, params }) => {
    const id = idOf(params.token);
    const revoked = id !== null && (await revokeToken(database(), { teamId: team.id, personId: person.id, projectId: project.id, id }));
    return revoked ? answer({}) : nothingThere("working token");
  },
);
