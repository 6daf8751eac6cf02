import { aboutSpec } from "../specs/about-spec";
import { type Acted, idOf, nothingThere, type OfSpec, type Outcome } from "../requests/authorized-handlers";
import { askReview, decideReview } from "../specs/reviews";

type Requesting = "POST /api/drafts/:team/:spec/reviews" | "POST /api/v1/specs/:team/:spec/reviews";
type Deciding = "POST /api/drafts/:team/:spec/reviews/:id" | "POST /api/v1/specs/:team/:spec/reviews/:id";

/** Requests a review of the draft at the revision that was looked at. */
export const requestReview = async ({ answer, conflict, body, write }: Acted<Requesting, OfSpec>): Outcome => {
  const asked = await write(async (sql, { doing, person }) => {
    const about = await aboutSpec(sql, doing, person);
    if (about?.revision === body.revision) await askReview(sql, about, body.revision, body.words);
    return about;
  });
  if (!asked) return { code: "not-found", detail: "This spec has no draft." };
  return asked.revision === body.revision
    ? answer({}, { status: 201 })
    : conflict("The draft has changed since you looked; look again before you ask.", { revision: asked.revision });
};

/** Approves the open review or sends the draft back. */
export const decide = async ({ answer, body, params, write }: Acted<Deciding, OfSpec>): Outcome => {
  const id = idOf(params.id);
  const done = await write(async (sql, { doing, person }) => {
    const about = await aboutSpec(sql, doing, person);
    return id !== null && about !== null && decideReview(sql, about, id, body.decision, body.words);
  });
  return done ? answer({}) : nothingThere("open review");
};
