import { onSpec } from "@/server/act";
import { database } from "@/server/database";
import { aboutSpec } from "@/server/about-spec";
import { askReview } from "@/server/reviews";

export const POST = onSpec("POST /api/drafts/:team/:spec/reviews", "ask-review", async ({ answer, conflict, body, doing, person }) => {
  const about = await aboutSpec(database(), doing, person);
  if (!about) return { code: "not-found", detail: "This spec has no draft." };
  if (about.revision !== body.revision)
    return conflict("The draft has changed since you looked; look again before you ask.", { revision: about.revision });
  await askReview(database(), about, body.revision, body.words);
  return answer({}, { status: 201 });
});
