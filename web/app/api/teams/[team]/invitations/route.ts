import { invitationFault } from "@/server/identity/account-faults";
import { onTeam } from "@/server/requests/authorized-handlers";
import { invite } from "@/server/teams/invitations";

/** Invites somebody by a letter, which is the only place of the link. */
export const POST = onTeam("POST /api/teams/:team/invitations", "manage-team", async ({ answer, body, team, sql, write }) => {
  const unsent = await invitationFault(sql, body.email, team.id);
  if (unsent) return unsent;
  const invited = await write((transaction, now) =>
    invite(transaction, { teamId: now.team.id, teamName: now.team.name, personId: now.person.id, person: now.person.name, ...body }),
  );
  if (invited.ok) return answer({ email: body.email }, { status: 201 });
  const message = invited.code === "member" ? "belongs to a member of the team" : "is one too many: cancel some open invitations first";
  return { code: "unprocessable", detail: `The address ${message}.`, issues: [{ path: "/email", message }] };
});
