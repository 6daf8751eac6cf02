import { resolveThread } from "@/server/acts/comments";
import { onSpec } from "@/server/requests/authorized-handlers";

export const POST = onSpec("POST /api/v1/specs/:team/:spec/comments/:id", "comment", resolveThread);
