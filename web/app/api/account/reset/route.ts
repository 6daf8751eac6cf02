import { resetPassword } from "@/server/accounts";
import { anybody, onPost } from "@/server/act";
import { database } from "@/server/database";

/** Sets a new password by a mailed link; every session of the account ends. */
export const POST = onPost("POST /api/account/reset", anybody, async ({ answer, body }) =>
  (await resetPassword(database(), body.secret, body.password))
    ? answer({})
    : { code: "not-found", detail: "This link works no more: it was used, is older than 30 minutes, or a later one was sent." },
);
