import { onTeam } from "@/server/act";
import { database } from "@/server/database";
import { siteOf } from "@/server/handler";
import { invite } from "@/server/invitations";

/** Invites somebody by a letter; the link stands in it alone. */
export const POST = onTeam("POST /api/teams/:team/invitations", "manage-team", async ({ answer, body, team, person, request }) => {
  const invited = await invite(database(), {
    teamId: team.id,
    teamName: team.name,
    personId: person.id,
    person: person.name,
    origin: siteOf(request.headers),
    ...body,
  });
  if (invited.ok) return answer({ email: body.email }, { status: 201 });
  const message = invited.code === "member" ? "belongs to a member of the team" : "is one too many: end some invitations that wait first";
  return { code: "unprocessable", detail: `The address ${message}.`, issues: [{ path: "/email", message }] };
});
