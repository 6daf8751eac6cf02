import { newPasswordFault } from "@/server/identity/account-faults";
import { resetPassword } from "@/server/identity/accounts";
import { anybody, onPost } from "@/server/requests/authorized-handlers";
import { linkOf } from "@/server/happenings/links";
import { hashPassword } from "@/server/identity/passwords";

const gone = {
  code: "not-found",
  detail: "This link no longer works: it was used, is older than 30 minutes, or a later one was sent.",
} as const;

/** Sets a new password by a mailed link; every session of the account ends. */
export const POST = onPost("POST /api/account/reset", anybody, async ({ answer, body, sql, write }) => {
  // The secret is checked before a password is hashed, so that guessing costs the server nothing.
  const link = await linkOf(sql, "password", body.secret);
  if (!link) return gone;
  const fault = newPasswordFault(body.password, [link.email]);
  if (fault) return fault;
  const passwordHash = await hashPassword(body.password);
  return (await write((transaction) => resetPassword(transaction, body.secret, passwordHash))) ? answer({}) : gone;
});
