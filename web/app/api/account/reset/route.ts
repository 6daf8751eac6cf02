import { newPasswordFault } from "@/server/account-faults";
import { resetPassword } from "@/server/accounts";
import { anybody, onPost } from "@/server/act";
import { linkOf } from "@/server/links";
import { hashPassword } from "@/server/passwords";

const gone = {
  code: "not-found",
  detail: "This link no longer works: it was used, is older than 30 minutes, or a later one was sent.",
} as const;

/** Sets a new password by a mailed link; every session of the account ends. */
export const POST = onPost("POST /api/account/reset", anybody, async ({ answer, body, sql, write }) => {
  // The secret is looked at before a password is hashed: guessing costs the server nothing.
  const link = await linkOf(sql, "password", body.secret);
  if (!link) return gone;
  const fault = newPasswordFault(body.password, [link.email]);
  if (fault) return fault;
  const passwordHash = await hashPassword(body.password);
  return (await write((transaction) => resetPassword(transaction, body.secret, passwordHash))) ? answer({}) : gone;
});
