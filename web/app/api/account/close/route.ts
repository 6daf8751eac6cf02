import { cookies } from "next/headers";
import { closeAccount, isPasswordOf } from "@/server/accounts";
import { onPerson } from "@/server/act";
import { database } from "@/server/database";
import { ownPasswordFault } from "@/server/account-faults";
import { sessionCookie } from "@/server/sign-in";

/** Closes an account: what it wrote stays, by a former member. */
export const POST = onPerson("POST /api/account/close", async ({ answer, body, person }) => {
  const fault = ownPasswordFault(await isPasswordOf(database(), person.id, body.password, `person ${person.id}`), "/password");
  if (fault) return fault;
  const closed = await closeAccount(database(), person.id);
  if (!closed.ok) return { code: "conflict", detail: `You are the only lead of ${closed.team}. Make somebody else a lead first.` };
  (await cookies()).delete(sessionCookie);
  return answer({});
});
