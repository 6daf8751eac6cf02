import { onSpec } from "@/server/requests/authorized-handlers";
import { setContent } from "@/server/specs/area-content";

export const POST = onSpec("POST /api/specs/:team/:spec/content", "edit-draft", async ({ answer, body, write }) => {
  const problem = await write((sql, { doing }) => setContent(sql, doing, body.area, body.content));
  return problem ?? answer({});
});
