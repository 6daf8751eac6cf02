import { aboutSpec } from "@/server/about-spec";
import { idOf, nothingThere, onSpec } from "@/server/act";
import { resolveRequestOfComment } from "@/server/api-schemas";
import { resolveComment } from "@/server/comments";
import { database } from "@/server/database";

type Params = { team: string; spec: string; id: string };

export const POST = onSpec<typeof resolveRequestOfComment, Params>(
  "comment",
  resolveRequestOfComment,
  async ({ body, doing, person, params }) => {
    const id = idOf(params.id);
    const about = await aboutSpec(database(), doing, person);
    if (id === null || !about || !(await resolveComment(database(), about, id, body.resolved))) return nothingThere("comment");
    return Response.json({});
  },
);
