import { endFoundToken } from "@/server/identity/tokens";
import { anybody, onPost } from "@/server/requests/authorized-handlers";

/** Ends an access token for whoever holds it. Answers the same whether there is one or not. */
export const POST = onPost("POST /api/tokens/end", anybody, async ({ answer, body, write }) => {
  await write((transaction) => endFoundToken(transaction, body.token));
  return answer({});
});
