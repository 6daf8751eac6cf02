import { aboutSpec } from "@/server/specs/about-spec";
import { onSpec } from "@/server/requests/authorized-handlers";
import { askReview } from "@/server/specs/reviews";

export const POST = onSpec("POST /api/drafts/:team/:spec/reviews", "ask-review", async ({ answer, conflict, body, write }) => {
  const asked = await write(async (sql, { doing, person }) => {
    const about = await aboutSpec(sql, doing, person);
    if (about?.revision === body.revision) await askReview(sql, about, body.revision, body.words);
    return about;
  });
  if (!asked) return { code: "not-found", detail: "This spec has no draft." };
  return asked.revision === body.revision
    ? answer({}, { status: 201 })
    : conflict("The draft has changed since you looked; look again before you ask.", { revision: asked.revision });
});
