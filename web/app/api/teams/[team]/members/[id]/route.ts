import { nothingThere, onMember } from "@/server/requests/authorized-handlers";
import { changeMember } from "@/server/teams/team";

/** Gives a member another role, or removes them (role null). Leads may; anybody may leave. */
export const POST = onMember("POST /api/teams/:team/members/:id", async ({ body: { role }, answer, write }) => {
  const changed = await write((sql, { team, person, memberId }) =>
    changeMember(sql, { teamId: team.id, memberId, role, personId: person.id }),
  );
  if (changed.ok) return answer({});
  return changed.code === "no-member"
    ? nothingThere("member")
    : { code: "conflict", detail: "A team needs a lead: make somebody else lead first." };
});
