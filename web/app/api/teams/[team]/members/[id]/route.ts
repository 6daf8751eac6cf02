import { idOf, nothingThere } from "@/server/act";
import { memberRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { fromElsewhere, handler } from "@/server/handler";
import { readJson } from "@/server/request-body";
import { changeMember } from "@/server/team";
import { allowedTeam } from "@/server/viewer";

/** Gives a member another role, or removes them (role null). Leads may; anybody may leave. */
export const POST = handler<{ team: string; id: string }>(async (request, params) => {
  const elsewhere = fromElsewhere(request);
  if (elsewhere) return elsewhere;
  const member = await allowedTeam(params.team, "read-team");
  if (!member.ok) return member.problem;
  const id = idOf(params.id);
  const body = await readJson(request, memberRequest);
  if (!body.ok) return body.problem;
  const leaves = id === member.person.id && body.value.role === null;
  const allowed = leaves ? member : await allowedTeam(params.team, "manage-team");
  if (!allowed.ok) return allowed.problem;
  if (id === null) return nothingThere("member");
  const changed = await changeMember(database(), {
    teamId: member.team.id,
    memberId: id,
    role: body.value.role,
    personId: member.person.id,
  });
  if (changed.ok) return Response.json({});
  return changed.code === "no-member"
    ? nothingThere("member")
    : { code: "conflict", detail: "A team needs a lead: make somebody else lead first." };
});
