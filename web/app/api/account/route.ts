import { cookies } from "next/headers";
import { onAccount } from "@/server/act";
import { accountRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { siteOf } from "@/server/handler";
import { numbersCookie, numbersCookieOptions } from "@/server/number-form";
import { setNumbers } from "@/server/people";

/** Keeps how somebody reads numbers. */
export const POST = onAccount(accountRequest, async ({ body, person, request }) => {
  await setNumbers(database(), person.id, body.numbers);
  (await cookies()).set(numbersCookie, body.numbers, numbersCookieOptions(siteOf(request.headers)));
  return Response.json({});
});
