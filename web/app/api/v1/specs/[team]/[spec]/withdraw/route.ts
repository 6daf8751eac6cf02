import { withdraw } from "@/server/acts/withdraw";
import { onSpec } from "@/server/requests/authorized-handlers";

export const POST = onSpec("POST /api/v1/specs/:team/:spec/withdraw", "withdraw", withdraw);
