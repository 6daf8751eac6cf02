import { requestReview } from "@/server/acts/reviews";
import { onReadSpec, onSpec } from "@/server/requests/authorized-handlers";
import { latestReview } from "@/server/specs/reviews";

export const GET = onReadSpec("GET /api/v1/specs/:team/:spec/reviews", "read-draft", async ({ sql, spec, answer }) => {
  const review = await latestReview(sql, spec.id);
  const decision = review?.decision ?? null;
  return answer({ review: review && decision !== "overtaken" ? { ...review, decision } : null });
});

export const POST = onSpec("POST /api/v1/specs/:team/:spec/reviews", "ask-review", requestReview);
