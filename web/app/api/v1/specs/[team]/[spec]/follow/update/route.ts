import { takeUpdate } from "@/server/acts/follow";
import { onSpec } from "@/server/requests/authorized-handlers";

export const POST = onSpec("POST /api/v1/specs/:team/:spec/follow/update", "edit-draft", takeUpdate);
