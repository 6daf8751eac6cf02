import { newPasswordFault, ownPasswordFault } from "@/server/identity/account-faults";
import { setPassword } from "@/server/identity/accounts";
import { onPerson } from "@/server/requests/authorized-handlers";
import { hashPassword } from "@/server/identity/passwords";
import { secretHash } from "@/server/database/secrets";

/** Sets another password with the old one; every other session ends. */
export const POST = onPerson("POST /api/account/password", async ({ answer, body, person, session, sql, write }) => {
  const fault = (await ownPasswordFault(sql, person, body.old, "/old")) ?? newPasswordFault(body.password, [person.name, person.email]);
  if (fault) return fault;
  const passwordHash = await hashPassword(body.password);
  const ended = await write((transaction, now) => setPassword(transaction, now.person.id, passwordHash, secretHash(session ?? "")));
  return answer({ ended });
});
