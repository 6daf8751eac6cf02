import { onSpec } from "@/server/act";
import { setContent } from "@/server/area-content";

export const POST = onSpec("POST /api/specs/:team/:spec/content", "edit-draft", async ({ answer, body, write }) => {
  const problem = await write((sql, { spec, person }) =>
    setContent(sql, { specId: spec.id, personId: person.id }, body.area, body.content),
  );
  return problem ?? answer({});
});
