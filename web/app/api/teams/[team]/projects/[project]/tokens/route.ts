import { onProject } from "@/server/requests/authorized-handlers";
import { makeToken, mostTokens } from "@/server/identity/tokens";

/** Makes an access token; the answer is the only time it is seen. */
export const POST = onProject("POST /api/teams/:team/projects/:project/tokens", async ({ answer, body, write }) => {
  const token = await write((sql, { team, person, project }) =>
    makeToken(sql, { teamId: team.id, personId: person.id, projectId: project.id, project: project.name, name: body.name }),
  );
  return token === null
    ? { code: "unprocessable", detail: `A project may have ${mostTokens} working tokens; revoke one first.` }
    : answer({ token }, { status: 201, headers: { "Cache-Control": "no-store" } });
});
