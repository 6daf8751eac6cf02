import { csvText } from "@ypsiline/core";
import { activityOf } from "@/server/activity";
import { database } from "@/server/database";
import { handler } from "@/server/handler";
import { allowedTeam } from "@/server/viewer";

/** Most entries of one export. */
const most = 20_000;

/** What was done in a team, or (?spec=) to one spec of it, as CSV or (?format=json) JSON. */
export const GET = handler<{ team: string }>(async (request, { team }) => {
  const allowed = await allowedTeam(team, "read-team");
  if (!allowed.ok) return allowed.problem;
  const query = new URL(request.url).searchParams;
  const entries = await activityOf(database(), allowed.team.id, query.get("spec"), most);
  const headers = { "Cache-Control": "no-store" };
  if (query.get("format") === "json") return Response.json({ entries }, { headers });
  const rows = entries.map(({ at, person, spec, what, words }) => [at.toISOString(), person ?? "", spec ?? "", what, words]);
  return new Response(csvText([["at", "person", "spec", "what", "words"], ...rows]), {
    headers: {
      ...headers,
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="${team}-activity.csv"`,
    },
  });
});
