import { idOf, nothingThere, onSpec } from "@/server/requests/authorized-handlers";
import { setPurpose } from "@/server/designs/kept-designs";

export const POST = onSpec("POST /api/specs/:team/:spec/designs/:id/purposes", "edit-draft", async ({ answer, body, params, write }) => {
  const id = idOf(params.id);
  const done = await write(async (sql, { doing }) => id !== null && setPurpose(sql, doing, id, body));
  return done ? answer({}) : nothingThere("edge of a design");
});
