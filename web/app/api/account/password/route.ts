import { cookies } from "next/headers";
import { isPasswordOf, setPassword } from "@/server/accounts";
import { onPerson } from "@/server/act";
import { ownPasswordFault } from "@/server/account-faults";
import { database } from "@/server/database";
import { secretHash } from "@/server/secrets";
import { sessionCookie } from "@/server/sign-in";

/** Sets another password where the old one is known; every other session ends. */
export const POST = onPerson("POST /api/account/password", async ({ answer, body, person }) => {
  const fault = ownPasswordFault(await isPasswordOf(database(), person.id, body.old, `person ${person.id}`), "/old");
  if (fault) return fault;
  const own = (await cookies()).get(sessionCookie)?.value ?? "";
  return answer({ ended: await setPassword(database(), person.id, body.password, secretHash(own)) });
});
