import { askSignUp } from "@/server/accounts";
import { anybody, onPost } from "@/server/act";
import { database } from "@/server/database";
import { addressOf, siteOf } from "@/server/handler";
import { letterFault } from "@/server/account-faults";
import { setting } from "@/server/settings";

/** Sends the link to make an account by, where the instance is open; the same answer whether the address has one. */
export const POST = onPost("POST /api/sign-up", anybody, async ({ answer, body, request }) => {
  if (setting("SIGN_UP") !== "open") return { code: "forbidden", detail: "Accounts are made by invitation here. Ask a lead of your team." };
  const unsent = await letterFault(body.email, addressOf(request.headers));
  if (unsent) return unsent;
  await askSignUp(database(), body.email, siteOf(request.headers));
  return answer({});
});
