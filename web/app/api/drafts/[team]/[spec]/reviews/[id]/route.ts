import { aboutSpec } from "@/server/specs/about-spec";
import { idOf, nothingThere, onSpec } from "@/server/requests/authorized-handlers";
import { decideReview } from "@/server/specs/reviews";

export const POST = onSpec("POST /api/drafts/:team/:spec/reviews/:id", "decide-review", async ({ answer, body, params, write }) => {
  const id = idOf(params.id);
  const done = await write(async (sql, { doing, person }) => {
    const about = await aboutSpec(sql, doing, person);
    return id !== null && about !== null && decideReview(sql, about, id, body.decision, body.words);
  });
  return done ? answer({}) : nothingThere("open review");
});
