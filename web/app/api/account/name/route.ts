import { onPerson } from "@/server/act";
import { setName } from "@/server/accounts";
import { database } from "@/server/database";

export const POST = onPerson("POST /api/account/name", async ({ answer, body, person }) => {
  await setName(database(), person.id, body.name);
  return answer({});
});
