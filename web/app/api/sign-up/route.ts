import { letterFault } from "@/server/account-faults";
import { askSignUp } from "@/server/accounts";
import { anybody, onPost } from "@/server/act";
import { addressOf } from "@/server/handler";
import { setting } from "@/server/settings";

/** Has the link to make an account by sent, where the instance is open; the same answer whether the address has one. */
export const POST = onPost("POST /api/sign-up", anybody, async ({ answer, body, request, sql, write }) => {
  if (setting("SIGN_UP") !== "open") return { code: "forbidden", detail: "Accounts are made by invitation here. Ask a lead of your team." };
  const unsent = await letterFault(sql, body.email, addressOf(request.headers));
  if (unsent) return unsent;
  await write((transaction) => askSignUp(transaction, body.email));
  return answer({});
});
