import { decide } from "@/server/acts/reviews";
import { onSpec } from "@/server/requests/authorized-handlers";

export const POST = onSpec("POST /api/drafts/:team/:spec/reviews/:id", "decide-review", decide);
