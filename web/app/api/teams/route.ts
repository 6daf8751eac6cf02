import { onPerson } from "@/server/requests/authorized-handlers";
import { membershipsOf } from "@/server/identity/people";
import { makeTeam } from "@/server/identity/set-up";

/** Teams one person may be in. */
const most = 50;

/** Creates another team, with the person as its lead. */
export const POST = onPerson("POST /api/teams", async ({ answer, body, write }) => {
  const team = await write(async (sql, { person }) =>
    (await membershipsOf(sql, person.id)).length >= most ? null : makeTeam(sql, { name: body.name, personId: person.id }),
  );
  return team === null
    ? { code: "conflict", detail: `You are in ${most} teams, as many as there may be. Leave one first.` }
    : answer({ team }, { status: 201 });
});
