import { onTeam } from "@/server/act";
import { invitationRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { invite } from "@/server/invitations";

/** Invites somebody; the link in the answer is seen this once. */
export const POST = onTeam("manage-team", invitationRequest, async ({ body, team, person, request }) => {
  const origin = new URL(request.url).protocol + "//" + (request.headers.get("host") ?? "127.0.0.1");
  const invited = await invite(database(), {
    teamId: team.id,
    teamName: team.name,
    personId: person.id,
    person: person.name,
    origin,
    ...body,
  });
  if (invited.ok) return Response.json({ link: `${origin}/join/${invited.secret}` }, { status: 201 });
  const message = invited.code === "member" ? "belongs to a member of the team" : "is one too many: end some invitations that wait first";
  return { code: "unprocessable", detail: `The address ${message}.`, issues: [{ path: "/email", message }] };
});
