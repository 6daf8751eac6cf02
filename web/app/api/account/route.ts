import { cookies } from "next/headers";
import { onPerson } from "@/server/act";
import { numbersCookie, numbersCookieOptions } from "@/server/number-form";
import { setNumbers } from "@/server/people";

/** Keeps how somebody reads numbers. */
export const POST = onPerson("POST /api/account", async ({ answer, body, write }) => {
  await write((sql, { person }) => setNumbers(sql, person.id, body.numbers));
  (await cookies()).set(numbersCookie, body.numbers, numbersCookieOptions());
  return answer({});
});
