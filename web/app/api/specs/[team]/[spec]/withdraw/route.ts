import { withdraw } from "@/server/acts/withdraw";
import { onSpec } from "@/server/requests/authorized-handlers";

export const POST = onSpec("POST /api/specs/:team/:spec/withdraw", "withdraw", withdraw);
