import { letterFault } from "@/server/identity/account-faults";
import { askSignUp } from "@/server/identity/accounts";
import { anybody, onPost } from "@/server/requests/authorized-handlers";
import { addressOf } from "@/server/requests/handler";
import { setting } from "@/server/settings/settings";

/** Has the link to make an account by sent, where the instance is open; the same answer whether the address has one. */
export const POST = onPost("POST /api/sign-up", anybody, async ({ answer, body, request, sql, write }) => {
  if (setting("SIGN_UP") !== "open") return { code: "forbidden", detail: "Accounts are made by invitation here. Ask a lead of your team." };
  const unsent = await letterFault(sql, body.email, addressOf(request.headers));
  if (unsent) return unsent;
  await write((transaction) => askSignUp(transaction, body.email));
  return answer({});
});
