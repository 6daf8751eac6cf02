import { forgotten } from "@/server/accounts";
import { anybody, onPost } from "@/server/act";
import { database } from "@/server/database";
import { addressOf, siteOf } from "@/server/handler";
import { letterFault } from "@/server/account-faults";

/** Sends the link for a new password; the answer is the same whether the address has an account or not. */
export const POST = onPost("POST /api/account/forgotten", anybody, async ({ answer, body, request }) => {
  const unsent = await letterFault(body.email, addressOf(request.headers));
  if (unsent) return unsent;
  await forgotten(database(), body.email, siteOf(request.headers));
  return answer({});
});
