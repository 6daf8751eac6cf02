import { idOf, nothingThere, onPost } from "@/server/act";
import { database } from "@/server/database";
import { changeMember } from "@/server/team";
import { allowedTeam } from "@/server/viewer";

/** Gives a member another role, or removes them (role null). Leads may; anybody may leave. */
export const POST = onPost(
  "POST /api/teams/:team/members/:id",
  async ({ team }) => {
    const member = await allowedTeam(team, "read-team");
    return member.ok ? { ok: true, value: { member } } : member;
  },
  async ({ body: { role }, params, member, answer }) => {
    const id = idOf(params.id);
    const leaves = id === member.person.id && role === null;
    const allowed = leaves ? member : await allowedTeam(params.team, "manage-team");
    if (!allowed.ok) return allowed.problem;
    if (id === null) return nothingThere("member");
    const changed = await changeMember(database(), { teamId: member.team.id, memberId: id, role, personId: member.person.id });
    if (changed.ok) return answer({});
    return changed.code === "no-member"
      ? nothingThere("member")
      : { code: "conflict", detail: "A team needs a lead: make somebody else lead first." };
  },
);
