import { makeSpec } from "@/server/acts/specs";
import { onPerson, onReadPerson } from "@/server/requests/authorized-handlers";
import { specChoices } from "@/server/specs/overviews";

export const GET = onReadPerson("GET /api/specs", async ({ sql, person, query, answer }) =>
  answer(await specChoices(sql, person.id, { text: query.get("q") ?? "", team: query.get("team") })),
);

export const POST = onPerson("POST /api/specs", makeSpec, "Sign in to add a spec.");
