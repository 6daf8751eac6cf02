import { idOf, nothingThere, onSpec } from "@/server/act";
import { database } from "@/server/database";
import { setPurpose } from "@/server/kept-designs";

export const POST = onSpec("POST /api/specs/:team/:spec/designs/:id/purposes", "edit-draft", async ({ answer, body, doing, params }) => {
  const id = idOf(params.id);
  return id !== null && (await setPurpose(database(), doing, id, body)) ? answer({}) : nothingThere("edge of a design");
});
