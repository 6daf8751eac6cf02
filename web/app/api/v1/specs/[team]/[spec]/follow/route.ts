import { follow, followed } from "@/server/acts/follow";
import { onReadSpec, onSpec } from "@/server/requests/authorized-handlers";

export const GET = onReadSpec("GET /api/v1/specs/:team/:spec/follow", "read-draft", async ({ sql, spec, person, answer }) => {
  const now = person && (await followed(sql, spec.id, person));
  if (!now) return answer({ follows: null });
  const { other, version, later } = now;
  return answer({ follows: { team: other.team, spec: other.spec, name: other.name, version, later } });
});

export const POST = onSpec("POST /api/v1/specs/:team/:spec/follow", "edit-draft", follow);
