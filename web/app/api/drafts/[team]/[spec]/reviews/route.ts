import { onSpec } from "@/server/act";
import { askReviewRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { aboutSpec } from "@/server/about-spec";
import { askReview } from "@/server/reviews";

export const POST = onSpec("ask-review", askReviewRequest, async ({ body, doing, person }) => {
  const about = await aboutSpec(database(), doing, person);
  if (!about) return { code: "not-found", detail: "This spec has no draft." };
  if (about.revision !== body.revision)
    return {
      code: "conflict",
      detail: "The draft has changed since you looked; look again before you ask.",
      more: { revision: about.revision },
    };
  await askReview(database(), about, body.revision, body.words);
  return Response.json({}, { status: 201 });
});
