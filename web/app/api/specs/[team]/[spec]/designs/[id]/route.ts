import { idOf, nothingThere, onReadSpec, onSpec } from "@/server/act";
import { database } from "@/server/database";
import { designOf, removeDesign } from "@/server/kept-designs";

export const GET = onReadSpec("GET /api/specs/:team/:spec/designs/:id", "read-draft", async ({ spec, params, answer }) => {
  const id = idOf(params.id);
  const design = id === null ? null : await designOf(database(), spec.id, id);
  return design ? answer(design) : nothingThere("design");
});

export const POST = onSpec("POST /api/specs/:team/:spec/designs/:id", "edit-draft", async ({ answer, body, doing, params }) => {
  const id = idOf(params.id);
  const done = id === null ? "none" : await removeDesign(database(), doing, id, body.removed);
  if (done === "none") return nothingThere("design");
  if (done === "full") return { code: "unprocessable", detail: "So many designs were kept meanwhile that there is no room for this one." };
  return answer({});
});
