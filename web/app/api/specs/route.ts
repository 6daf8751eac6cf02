import { onPerson } from "@/server/act";
import { database } from "@/server/database";
import { createSpec } from "@/server/new-spec";

export const POST = onPerson(
  "POST /api/specs",
  async ({ body, person, answer }) => {
    const created = await createSpec(database(), person.id, body);
    return created.ok ? answer({ team: body.team, spec: created.slug }, { status: 201 }) : created.problem;
  },
  "Sign in to add a spec.",
);
