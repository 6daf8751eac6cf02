import { aboutSpec } from "@/server/about-spec";
import { nothingThere, onReadSpec, onSpec } from "@/server/act";
import { addComment, commentsOf } from "@/server/comments";
import { database } from "@/server/database";

export const GET = onReadSpec("GET /api/drafts/:team/:spec/comments", "read-draft", async ({ spec, answer }) =>
  answer({ comments: await commentsOf(database(), spec.id) }),
);

export const POST = onSpec("POST /api/drafts/:team/:spec/comments", "comment", async ({ answer, body, doing, person }) => {
  const about = await aboutSpec(database(), doing, person);
  const id = about && (await addComment(database(), about, body));
  return id === null ? nothingThere("comment to answer") : answer({ id }, { status: 201 });
});
