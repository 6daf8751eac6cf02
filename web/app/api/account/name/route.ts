import { setName } from "@/server/accounts";
import { onPerson } from "@/server/act";

export const POST = onPerson("POST /api/account/name", async ({ answer, body, write }) => {
  await write((sql, { person }) => setName(sql, person.id, body.name));
  return answer({});
});
