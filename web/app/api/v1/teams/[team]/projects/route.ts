import { pageOf } from "@/server/database/paging";
import { projectsOf } from "@/server/projects/projects";
import { onReadTeam } from "@/server/requests/authorized-handlers";

export const GET = onReadTeam("GET /api/v1/teams/:team/projects", "read-team", async ({ sql, team, query, answer }) => {
  const { entries, more } = await projectsOf(sql, team.id, { page: pageOf(query.get("page") ?? undefined) });
  const projects = entries.map(({ id, name, owner, uses }) => ({
    id,
    name,
    owner,
    uses: uses.map(({ spec, name: specName, number, withdrawn, latest, behind }) => ({
      spec,
      name: specName,
      number,
      withdrawn,
      latest,
      behind: behind.versions,
    })),
  }));
  return answer({ projects, more });
});
