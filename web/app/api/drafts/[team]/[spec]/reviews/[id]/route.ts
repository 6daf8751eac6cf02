import { aboutSpec } from "@/server/about-spec";
import { idOf, nothingThere, onSpec } from "@/server/act";
import { database } from "@/server/database";
import { decideReview } from "@/server/reviews";

export const POST = onSpec("POST /api/drafts/:team/:spec/reviews/:id", "decide-review", async ({ answer, body, doing, person, params }) => {
  const id = idOf(params.id);
  const about = await aboutSpec(database(), doing, person);
  if (id === null || !about || !(await decideReview(database(), about, id, body.decision, body.words))) return nothingThere("open review");
  return answer({});
});
