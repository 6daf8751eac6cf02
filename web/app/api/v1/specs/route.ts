import { makeSpec } from "@/server/acts/specs";
import { pageOf } from "@/server/database/paging";
import { onPerson, onReadPerson } from "@/server/requests/authorized-handlers";
import { tokenFault } from "@/server/requests/allowed";
import { readableSpecs } from "@/server/specs/overviews";

export const GET = onReadPerson("GET /api/v1/specs", async ({ sql, person, query, answer }) => {
  const problem = tokenFault(person.token, "read-draft");
  return problem ?? answer(await readableSpecs(sql, person.id, person.token, pageOf(query.get("page") ?? undefined)));
});

export const POST = onPerson("POST /api/v1/specs", makeSpec, "Sign in, or send an access token, to add a spec.");
