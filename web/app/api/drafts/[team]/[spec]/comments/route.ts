import { aboutSpec } from "@/server/about-spec";
import { nothingThere, onSpec } from "@/server/act";
import { commentRequest } from "@/server/api-schemas";
import { addComment, commentsOf } from "@/server/comments";
import { database } from "@/server/database";
import { handler } from "@/server/handler";
import { allowedSpec } from "@/server/viewer";

export const GET = handler<{ team: string; spec: string }>(async (_, { team, spec }) => {
  const allowed = await allowedSpec(team, spec, "read-draft");
  if (!allowed.ok) return allowed.problem;
  return Response.json({ comments: await commentsOf(database(), allowed.spec.id) }, { headers: { "Cache-Control": "no-store" } });
});

export const POST = onSpec("comment", commentRequest, async ({ body, doing, person }) => {
  const about = await aboutSpec(database(), doing, person);
  const id = about && (await addComment(database(), about, body));
  return id === null ? nothingThere("comment to answer") : Response.json({ id }, { status: 201 });
});
