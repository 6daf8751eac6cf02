import { onPerson } from "@/server/act";
import { database } from "@/server/database";
import { membershipsOf } from "@/server/people";
import { makeTeam } from "@/server/set-up";

/** Teams one person may be in. */
const most = 50;

/** Makes a further team; whoever makes it leads it. */
export const POST = onPerson("POST /api/teams", async ({ answer, body, person }) => {
  if ((await membershipsOf(database(), person.id)).length >= most)
    return { code: "conflict", detail: `You are in ${most} teams, as many as there may be. Leave one first.` };
  const team = await database().begin((sql) => makeTeam(sql, { name: body.name, personId: person.id }));
  return answer({ team }, { status: 201 });
});
