import { parseVersion } from "@ypsiline/core";
import { type Acted, nothingThere, type OfProject, type Outcome } from "../requests/authorized-handlers";
import { setUse } from "../projects/projects";

type Using = "POST /api/teams/:team/projects/:project/uses" | "POST /api/v1/teams/:team/projects/:project/uses";

/** Notes which version of a spec a project uses; null if it no longer uses the spec. */
export const use = async ({ answer, body, write }: Acted<Using, OfProject>): Outcome => {
  const number = body.number === null ? null : parseVersion(body.number);
  if (body.number !== null && !number)
    return {
      code: "unprocessable",
      detail: "The number must be like 2.1.0.",
      issues: [{ path: "/number", message: "must be a version number like 2.1.0" }],
    };
  const set = await write((sql, { team, person, project }) =>
    setUse(sql, { teamId: team.id, personId: person.id, projectId: project.id, project: project.name, spec: body.spec, number }),
  );
  return set.ok ? answer({ number: set.number }) : nothingThere("version of a spec of this team");
};
