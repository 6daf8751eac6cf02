import { letterFault } from "@/server/identity/account-faults";
import { askSignUp } from "@/server/identity/accounts";
import { anybody, onPost } from "@/server/requests/authorized-handlers";
import { addressOf } from "@/server/requests/handler";
import { setting } from "@/server/settings/settings";

/**
 * Sends the link to create an account, if the instance is open. The answer does not tell whether the address has one.
 */
export const POST = onPost("POST /api/sign-up", anybody, async ({ answer, body, request, sql, write }) => {
  if (setting("SIGN_UP") !== "open") return { code: "forbidden", detail: "Accounts are made by invitation here. Ask a lead of your team." };
  const unsent = await letterFault(sql, body.email, addressOf(request.headers));
  if (unsent) return unsent;
  await write((transaction) => askSignUp(transaction, body.email));
  return answer({});
});
