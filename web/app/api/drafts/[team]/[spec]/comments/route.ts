import { comment } from "@/server/acts/comments";
import { onReadSpec, onSpec } from "@/server/requests/authorized-handlers";
import { openComments } from "@/server/specs/comments";

export const GET = onReadSpec("GET /api/drafts/:team/:spec/comments", "read-draft", async ({ sql, spec, answer }) =>
  answer({ open: await openComments(sql, spec.id) }),
);

export const POST = onSpec("POST /api/drafts/:team/:spec/comments", "comment", comment);
