import { confirmEmail } from "@/server/identity/accounts";
import { onPerson } from "@/server/requests/authorized-handlers";

export const POST = onPerson("POST /api/account/email/confirm", async ({ answer, body, write }) => {
  const changed = await write((sql, { person }) => confirmEmail(sql, person.id, body.secret));
  if (changed.ok) return answer({ email: changed.email });
  return changed.code === "gone"
    ? { code: "not-found", detail: "This link no longer works, or was made for another account. Ask for another one." }
    : { code: "conflict", detail: "This address now has an account of its own." };
});
