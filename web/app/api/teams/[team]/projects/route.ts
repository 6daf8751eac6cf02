import { onTeam } from "@/server/act";
import { database } from "@/server/database";
import { addProject } from "@/server/projects";
import { isMember } from "@/server/team";

export const POST = onTeam("POST /api/teams/:team/projects", "make-project", async ({ answer, body, team, person }) => {
  const ownerId = body.owner ?? person.id;
  if (!(await isMember(database(), team.id, ownerId)))
    return {
      code: "unprocessable",
      detail: "The owner must be a member of the team.",
      issues: [{ path: "/owner", message: "must be a member of the team" }],
    };
  const id = await addProject(database(), { teamId: team.id, personId: person.id, ownerId, name: body.name });
  if (id !== null) return answer({ id }, { status: 201 });
  return {
    code: "unprocessable",
    detail: "There is a project of this name.",
    issues: [{ path: "/name", message: "is the name of another project of the team" }],
  };
});
