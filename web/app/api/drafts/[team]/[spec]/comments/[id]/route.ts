import { resolveThread } from "@/server/acts/comments";
import { idOf, nothingThere, onReadSpec, onSpec } from "@/server/requests/authorized-handlers";
import { answersBefore } from "@/server/specs/comments";

export const GET = onReadSpec("GET /api/drafts/:team/:spec/comments/:id", "read-draft", async ({ sql, spec, params, query, answer }) => {
  const [id, before] = [idOf(params.id), idOf(query.get("before") ?? "")];
  const answers = id === null || before === null ? null : await answersBefore(sql, spec.id, id, before);
  return answers ? answer({ answers }) : nothingThere("comment");
});

export const POST = onSpec("POST /api/drafts/:team/:spec/comments/:id", "comment", resolveThread);
