import { onSpec } from "@/server/requests/authorized-handlers";
import { setTemplate } from "@/server/specs/templates";

/** Makes a spec a template of its team, or ends that. */
export const POST = onSpec("POST /api/specs/:team/:spec/template", "manage-spec", async ({ answer, body, write }) => {
  const problem = await write((sql, { spec, person }) => setTemplate(sql, spec, person, body.template));
  return problem ?? answer({});
});
