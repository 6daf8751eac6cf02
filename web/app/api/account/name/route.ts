import { setName } from "@/server/identity/accounts";
import { onPerson } from "@/server/requests/authorized-handlers";

export const POST = onPerson("POST /api/account/name", async ({ answer, body, write }) => {
  await write((sql, { person }) => setName(sql, person.id, body.name));
  return answer({});
});
