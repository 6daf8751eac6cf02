import { csvText } from "@ypsiline/core";
import { onReadTeam } from "@/server/requests/authorized-handlers";
import { type Activity, activityBefore } from "@/server/happenings/activity";
import { streamed } from "@/server/http/streamed";

/** Most entries of one export, and how many of them are read at once. */
const most = 20_000;
const atOnce = 500;

/** What was done in a team, or (?spec=) to one spec of it, as CSV or (?format=json) JSON: read and sent piece by piece. */
export const GET = onReadTeam("GET /api/teams/:team/activity", "read-team", ({ sql, team, query }) => {
  const [spec, json] = [query.get("spec"), query.get("format") === "json"];
  const row = ({ at, person, token, spec: address, what, words }: Activity) =>
    json
      ? JSON.stringify({ at, person, token, spec: address, what, words })
      : csvText([[at.toISOString(), person ?? "", token ?? "", address ?? "", what, words]]);
  async function* parts() {
    yield json ? '{"entries":[' : csvText([["at", "person", "token", "spec", "what", "words"]]);
    let before: number | null = null;
    for (let sent = 0; sent < most;) {
      const entries = await activityBefore(sql, team.id, spec, before, Math.min(atOnce, most - sent));
      if (entries.length === 0) break;
      yield entries.map((entry, index) => (json && sent + index > 0 ? `,${row(entry)}` : row(entry))).join("");
      sent += entries.length;
      before = entries.at(-1)?.id ?? null;
    }
    if (json) yield "]}";
  }
  const type = json ? "application/json" : "text/csv; charset=utf-8";
  return Promise.resolve(
    streamed(parts(), {
      "Content-Type": type,
      ...(json ? {} : { "Content-Disposition": `attachment; filename="${team.slug}-activity.csv"` }),
    }),
  );
});
