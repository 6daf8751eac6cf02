import { idOf, onReadSpec } from "@/server/requests/authorized-handlers";
import { reviewOf } from "@/server/specs/drawn-pages";
import { addressOf } from "@/server/requests/handler";
import { clientOf } from "@/server/heavy/heavy";

/** The review of the draft at a revision (`?revision=`), once it is calculated. */
export const GET = onReadSpec("GET /api/drafts/:team/:spec/review", "read-draft", async ({ sql, spec, person, query, request, answer }) => {
  const revision = idOf(query.get("revision") ?? undefined);
  const drawing = revision === null ? null : await reviewOf(sql, spec.id, revision, clientOf(person, addressOf(request.headers)));
  if (!drawing) return { code: "not-found", detail: "The draft has changed since this page was opened." };
  const review = await drawing.result;
  return review.ok ? answer(review.value) : review.problem;
});
