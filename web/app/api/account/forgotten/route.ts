import { letterFault } from "@/server/identity/account-faults";
import { forgotten } from "@/server/identity/accounts";
import { anybody, onPost } from "@/server/requests/authorized-handlers";
import { addressOf } from "@/server/requests/handler";

/** Has the link for a new password sent. Answers the same, and takes as long, whether the address has an account or not. */
export const POST = onPost("POST /api/account/forgotten", anybody, async ({ answer, body, request, sql, write }) => {
  const unsent = await letterFault(sql, body.email, addressOf(request.headers));
  if (unsent) return unsent;
  await write((transaction) => forgotten(transaction, body.email));
  return answer({});
});
