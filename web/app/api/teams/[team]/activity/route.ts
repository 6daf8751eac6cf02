import { onReadTeam } from "@/server/act";
import { csvText } from "@ypsiline/core";
import { activityOf } from "@/server/activity";
import { database } from "@/server/database";

/** Most entries of one export. */
const most = 20_000;

/** What was done in a team, or (?spec=) to one spec of it, as CSV or (?format=json) JSON. */
export const GET = onReadTeam("GET /api/teams/:team/activity", "read-team", async ({ team, query, answer }) => {
  const entries = await activityOf(database(), team.id, query.get("spec"), most);
  if (query.get("format") === "json") return answer({ entries });
  const rows = entries.map(({ at, person, spec, what, words }) => [at.toISOString(), person ?? "", spec ?? "", what, words]);
  return new Response(csvText([["at", "person", "spec", "what", "words"], ...rows]), {
    headers: {
      "Cache-Control": "no-store",
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="${team.slug}-activity.csv"`,
    },
  });
});
