import { idOf, nothingThere, onReadSpec, onSpec } from "@/server/requests/authorized-handlers";
import { designOf, removeDesign } from "@/server/designs/kept-designs";

export const GET = onReadSpec("GET /api/specs/:team/:spec/designs/:id", "read-draft", async ({ sql, spec, params, answer }) => {
  const id = idOf(params.id);
  const design = id === null ? null : await designOf(sql, spec.id, id);
  return design ? answer(design) : nothingThere("design");
});

export const POST = onSpec("POST /api/specs/:team/:spec/designs/:id", "edit-draft", async ({ answer, body, params, write }) => {
  const id = idOf(params.id);
  const done = id === null ? null : await write((sql, { doing }) => removeDesign(sql, doing, id, body.removed));
  if (done && !done.ok) return done.problem;
  return done?.value ? answer({}) : nothingThere("design");
});
