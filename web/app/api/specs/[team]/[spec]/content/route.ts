import { onSpec } from "@/server/act";
import { setContent } from "@/server/area-content";

export const POST = onSpec("POST /api/specs/:team/:spec/content", "edit-draft", async ({ answer, body, write }) => {
  const problem = await write((sql, { doing }) => setContent(sql, doing, body.area, body.content));
  return problem ?? answer({});
});
