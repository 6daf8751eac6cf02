import { database } from "@/server/database";
import { handler } from "@/server/handler";
import { allowedSpec } from "@/server/viewer";
import { versionsOf } from "@/server/versions";

export const GET = handler<{ team: string; spec: string }>(async (_request, params) => {
  const allowed = await allowedSpec(params.team, params.spec, "read-version");
  if (!allowed.ok) return allowed.problem;
  const versions = await versionsOf(database(), allowed.spec.id);
  return Response.json(
    {
      team: params.team,
      spec: params.spec,
      description: allowed.spec.description,
      versions: versions.map(({ number, note, publishedAt, publishedBy }) => ({ number, note, publishedAt, publishedBy })),
    },
    { headers: { "Cache-Control": "private, no-cache" } },
  );
});
