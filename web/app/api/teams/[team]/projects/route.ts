import { onTeam } from "@/server/requests/authorized-handlers";
import { addProject } from "@/server/projects/projects";

export const POST = onTeam("POST /api/teams/:team/projects", "make-project", async ({ answer, body, write }) => {
  const made = await write((sql, { team, person }) =>
    addProject(sql, { teamId: team.id, personId: person.id, ownerId: body.owner ?? person.id, name: body.name }),
  );
  return made.ok ? answer({ id: made.value }, { status: 201 }) : made.problem;
});
