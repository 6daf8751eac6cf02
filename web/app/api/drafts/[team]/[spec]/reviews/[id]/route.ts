import { aboutSpec } from "@/server/about-spec";
import { idOf, nothingThere, onSpec } from "@/server/act";
import { decideReviewRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { decideReview } from "@/server/reviews";

type Params = { team: string; spec: string; id: string };

export const POST = onSpec<typeof decideReviewRequest, Params>(
  "decide-review",
  decideReviewRequest,
  async ({ body, doing, person, params }) => {
    const id = idOf(params.id);
    const about = await aboutSpec(database(), doing, person);
    if (id === null || !about || !(await decideReview(database(), about, id, body.decision, body.words)))
      return nothingThere("open review");
    return Response.json({});
  },
);
