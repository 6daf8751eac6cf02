import { publish } from "@/server/acts/publish";
import { onSpec } from "@/server/requests/authorized-handlers";

export const POST = onSpec("POST /api/drafts/:team/:spec/publish", "publish", publish);
