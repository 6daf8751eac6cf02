import { aboutSpec } from "../specs/about-spec";
import { type Acted, idOf, nothingThere, type OfSpec, type Outcome } from "../requests/authorized-handlers";
import { addComment, resolveComment } from "../specs/comments";

type Adding = "POST /api/drafts/:team/:spec/comments" | "POST /api/v1/specs/:team/:spec/comments";
type Resolving = "POST /api/drafts/:team/:spec/comments/:id" | "POST /api/v1/specs/:team/:spec/comments/:id";

/** Adds a comment, or an answer to a thread. */
export const comment = async ({ answer, body, write }: Acted<Adding, OfSpec>): Outcome => {
  const id = await write(async (sql, { doing, person }) => {
    const about = await aboutSpec(sql, doing, person);
    return about && addComment(sql, about, body);
  });
  return id === null ? nothingThere("comment to answer") : answer({ id }, { status: 201 });
};

/** Resolves a thread, or opens it again. */
export const resolveThread = async ({ answer, body, params, write }: Acted<Resolving, OfSpec>): Outcome => {
  const id = idOf(params.id);
  const done = await write(async (sql, { doing, person }) => {
    const about = await aboutSpec(sql, doing, person);
    return id !== null && about !== null && resolveComment(sql, about, id, body.resolved);
  });
  return done ? answer({}) : nothingThere("comment");
};
