import { onPerson, onReadPerson } from "@/server/requests/authorized-handlers";
import { heavyValue, member } from "@/server/heavy/heavy";
import { createSpec } from "@/server/specs/new-spec";
import { specChoices } from "@/server/specs/overviews";

export const GET = onReadPerson("GET /api/specs", async ({ sql, person, query, answer }) =>
  answer(await specChoices(sql, person.id, { text: query.get("q") ?? "", team: query.get("team") })),
);

export const POST = onPerson(
  "POST /api/specs",
  async ({ body, person, answer, sql, write }) => {
    const created = await createSpec(sql, write, person, body, (task) => heavyValue(member(person.id), task));
    return created.ok ? answer({ team: body.team, spec: created.value.slug }, { status: 201 }) : created.problem;
  },
  "Sign in to add a spec.",
);
