import { cookies } from "next/headers";
import { onPerson } from "@/server/act";
import { database } from "@/server/database";
import { siteOf } from "@/server/handler";
import { numbersCookie, numbersCookieOptions } from "@/server/number-form";
import { setNumbers } from "@/server/people";

/** Keeps how somebody reads numbers. */
export const POST = onPerson("POST /api/account", async ({ answer, body, person, request }) => {
  await setNumbers(database(), person.id, body.numbers);
  (await cookies()).set(numbersCookie, body.numbers, numbersCookieOptions(siteOf(request.headers)));
  return answer({});
});
