import { askNewEmail, isPasswordOf, letterWait } from "@/server/accounts";
import { onPerson } from "@/server/act";
import { database } from "@/server/database";
import { addressOf, siteOf } from "@/server/handler";
import { sendsMail } from "@/server/letters";
import { noMail, ownPasswordFault } from "@/server/own-password";

/** Sends a letter to the new address of an account; the account keeps its own until the link in it was opened. */
export const POST = onPerson("POST /api/account/email", async ({ answer, body, person, request }) => {
  if (!sendsMail()) return noMail;
  const sql = database();
  const fault = ownPasswordFault(await isPasswordOf(sql, person.id, body.password, `person ${person.id}`), "/password");
  if (fault) return fault;
  const wait = await letterWait(sql, body.email, addressOf(request.headers));
  if (wait > 0)
    return { code: "too-many", detail: `Wait ${wait} seconds before the next letter.`, headers: { "Retry-After": String(wait) } };
  await askNewEmail(sql, person.id, body.email, siteOf(request.headers));
  return answer({});
});
