import { aboutSpec } from "@/server/about-spec";
import { idOf, nothingThere, onSpec } from "@/server/act";
import { resolveComment } from "@/server/comments";

export const POST = onSpec("POST /api/drafts/:team/:spec/comments/:id", "comment", async ({ answer, body, params, write }) => {
  const id = idOf(params.id);
  const done = await write(async (sql, { doing, person }) => {
    const about = await aboutSpec(sql, doing, person);
    return id !== null && about !== null && resolveComment(sql, about, id, body.resolved);
  });
  return done ? answer({}) : nothingThere("comment");
});
