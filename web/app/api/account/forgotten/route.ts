import { forgotten, letterWait } from "@/server/accounts";
import { anybody, onPost } from "@/server/act";
import { database } from "@/server/database";
import { addressOf, siteOf } from "@/server/handler";
import { sendsMail } from "@/server/letters";
import { noMail } from "@/server/own-password";

/** Sends the link for a new password; the answer is the same whether the address has an account or not. */
export const POST = onPost("POST /api/account/forgotten", anybody, async ({ answer, body, request }) => {
  if (!sendsMail()) return noMail;
  const wait = await letterWait(database(), body.email, addressOf(request.headers));
  if (wait > 0)
    return { code: "too-many", detail: `Wait ${wait} seconds before the next letter.`, headers: { "Retry-After": String(wait) } };
  await forgotten(database(), body.email, siteOf(request.headers));
  return answer({});
});
