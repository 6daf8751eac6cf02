import { confirmEmail } from "@/server/accounts";
import { onPerson } from "@/server/act";
import { database } from "@/server/database";

export const POST = onPerson("POST /api/account/email/confirm", async ({ answer, body, person }) => {
  const changed = await confirmEmail(database(), person.id, body.secret);
  if (changed.ok) return answer({ email: changed.email });
  return changed.code === "gone"
    ? { code: "not-found", detail: "This link works no more, or was made for another account. Ask for another." }
    : { code: "conflict", detail: "This address has an account of its own meanwhile." };
});
