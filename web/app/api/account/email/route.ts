import { letterFault, ownPasswordFault } from "@/server/identity/account-faults";
import { askNewEmail } from "@/server/identity/accounts";
import { onPerson } from "@/server/requests/authorized-handlers";
import { addressOf } from "@/server/requests/handler";

/** Sends a letter to the new address of an account; the account keeps its own until the link in it was opened. */
export const POST = onPerson("POST /api/account/email", async ({ answer, body, person, request, sql, write }) => {
  const fault = await ownPasswordFault(sql, person, body.password, "/password");
  if (fault) return fault;
  const unsent = await letterFault(sql, body.email, addressOf(request.headers));
  if (unsent) return unsent;
  await write((transaction, now) => askNewEmail(transaction, now.person.id, body.email));
  return answer({});
});
