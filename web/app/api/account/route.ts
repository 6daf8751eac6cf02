import { cookies } from "next/headers";
import { onPerson } from "@/server/requests/authorized-handlers";
import { numbersCookie, numbersCookieOptions } from "@/server/identity/number-form";
import { setNumbers } from "@/server/identity/people";

/** Keeps how somebody reads numbers. */
export const POST = onPerson("POST /api/account", async ({ answer, body, write }) => {
  await write((sql, { person }) => setNumbers(sql, person.id, body.numbers));
  (await cookies()).set(numbersCookie, body.numbers, numbersCookieOptions());
  return answer({});
});
