import { idOf, nothingThere, onProject } from "@/server/requests/authorized-handlers";
import { revokeToken } from "@/server/identity/tokens";

/** Revokes an access token. */
export const POST = onProject("POST /api/teams/:team/projects/:project/tokens/:token", async ({ answer, params, write }) => {
  const id = idOf(params.token);
  const revoked = await write(
    async (sql, { team, person, project }) =>
      id !== null && revokeToken(sql, { teamId: team.id, personId: person.id, projectId: project.id, id }),
  );
  return revoked ? answer({}) : nothingThere("working token");
});
