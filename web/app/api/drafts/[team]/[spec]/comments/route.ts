import { aboutSpec } from "@/server/specs/about-spec";
import { nothingThere, onReadSpec, onSpec } from "@/server/requests/authorized-handlers";
import { addComment, openComments } from "@/server/specs/comments";

export const GET = onReadSpec("GET /api/drafts/:team/:spec/comments", "read-draft", async ({ sql, spec, answer }) =>
  answer({ open: await openComments(sql, spec.id) }),
);

export const POST = onSpec("POST /api/drafts/:team/:spec/comments", "comment", async ({ answer, body, write }) => {
  const id = await write(async (sql, { doing, person }) => {
    const about = await aboutSpec(sql, doing, person);
    return about && addComment(sql, about, body);
  });
  return id === null ? nothingThere("comment to answer") : answer({ id }, { status: 201 });
});
