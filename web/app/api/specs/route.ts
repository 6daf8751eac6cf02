import { onPerson, onReadPerson } from "@/server/act";
import { database } from "@/server/database";
import { createSpec } from "@/server/new-spec";
import { specChoices } from "@/server/overviews";

export const GET = onReadPerson("GET /api/specs", async ({ person, query, answer }) =>
  answer(await specChoices(database(), person.id, { text: query.get("q") ?? "", team: query.get("team") })),
);

export const POST = onPerson(
  "POST /api/specs",
  async ({ body, person, answer }) => {
    const created = await createSpec(database(), person.id, body);
    return created.ok ? answer({ team: body.team, spec: created.slug }, { status: 201 }) : created.problem;
  },
  "Sign in to add a spec.",
);
