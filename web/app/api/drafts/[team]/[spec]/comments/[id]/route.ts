import { aboutSpec } from "@/server/about-spec";
import { idOf, nothingThere, onSpec } from "@/server/act";
import { resolveComment } from "@/server/comments";
import { database } from "@/server/database";

export const POST = onSpec("POST /api/drafts/:team/:spec/comments/:id", "comment", async ({ answer, body, doing, person, params }) => {
  const id = idOf(params.id);
  const about = await aboutSpec(database(), doing, person);
  if (id === null || !about || !(await resolveComment(database(), about, id, body.resolved))) return nothingThere("comment");
  return answer({});
});
