import { onProject } from "@/server/requests/authorized-handlers";
import { scopesOf } from "@/server/identity/permissions";
import { makeToken } from "@/server/identity/tokens";
import type { Result } from "@/server/http/request-body";

/** Makes an access token; the answer is the only time it is seen. */
export const POST = onProject("POST /api/teams/:team/projects/:project/tokens", async ({ answer, body, write }) => {
  const made = await write(async (sql, { team, person, project }): Promise<Result<string>> => {
    const mine = scopesOf(team.role, team.publishers);
    const over = body.scopes.findIndex((scope) => !mine.includes(scope));
    if (over < 0) return makeToken(sql, { teamId: team.id, personId: person.id, projectId: project.id, project: project.name, ...body });
    const issues = [{ path: `/scopes/${over}`, message: `must be one of ${mine.join(", ")}` }];
    return {
      ok: false,
      problem: { code: "forbidden", detail: `As ${team.role} you may give a token the scopes ${mine.join(", ")}.`, issues },
    };
  });
  return made.ok ? answer({ token: made.value }, { status: 201, headers: { "Cache-Control": "no-store" } }) : made.problem;
});
