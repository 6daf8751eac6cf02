import { cookies } from "next/headers";
import { ownPasswordFault } from "@/server/identity/account-faults";
import { closeAccount } from "@/server/teams/close-account";
import { onPerson } from "@/server/requests/authorized-handlers";
import { endSessionCookie } from "@/server/identity/sign-in";

/** Closes an account: what it wrote stays, by a former member. */
export const POST = onPerson("POST /api/account/close", async ({ answer, body, person, sql, write }) => {
  const fault = await ownPasswordFault(sql, person, body.password, "/password");
  if (fault) return fault;
  const closed = await write((transaction, now) => closeAccount(transaction, now.person.id));
  if (!closed.ok) return { code: "conflict", detail: `You are the only lead of ${closed.team}. Make somebody else a lead first.` };
  endSessionCookie(await cookies());
  return answer({});
});
