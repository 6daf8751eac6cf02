import { askNewEmail, isPasswordOf } from "@/server/accounts";
import { onPerson } from "@/server/act";
import { database } from "@/server/database";
import { addressOf, siteOf } from "@/server/handler";
import { letterFault, ownPasswordFault } from "@/server/account-faults";

/** Sends a letter to the new address of an account; the account keeps its own until the link in it was opened. */
export const POST = onPerson("POST /api/account/email", async ({ answer, body, person, request }) => {
  const sql = database();
  const fault = ownPasswordFault(await isPasswordOf(sql, person.id, body.password, `person ${person.id}`), "/password");
  if (fault) return fault;
  const unsent = await letterFault(body.email, addressOf(request.headers));
  if (unsent) return unsent;
  await askNewEmail(sql, person.id, body.email, siteOf(request.headers));
  return answer({});
});
