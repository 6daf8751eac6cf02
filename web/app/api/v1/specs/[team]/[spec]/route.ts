import { database } from "@/server/database";
import { handler } from "@/server/handler";
import { allowedSpec } from "@/server/viewer";
import { noteUse } from "@/server/tokens";
import { versionsOf } from "@/server/versions";
import type { z } from "zod";
import type { versionsAnswer } from "@/wire/api";

export const GET = handler<{ team: string; spec: string }>(async (_request, params) => {
  const allowed = await allowedSpec(params.team, params.spec, "read-version");
  if (!allowed.ok) return allowed.problem;
  const versions = await versionsOf(database(), allowed.spec.id);
  if (allowed.tokenId !== null) await noteUse(database(), allowed.tokenId, null);
  const answer: z.output<typeof versionsAnswer> = {
    team: params.team,
    spec: params.spec,
    description: allowed.spec.description,
    latest: versions.find(({ withdrawn }) => withdrawn === null)?.number ?? null,
    versions: versions.map(({ number, note, publishedAt, publishedBy, withdrawn }) => ({
      number,
      note,
      publishedAt,
      publishedBy,
      withdrawn: withdrawn && { at: withdrawn.at, reason: withdrawn.reason },
    })),
  };
  return Response.json(answer, { headers: { "Cache-Control": "private, no-cache" } });
});
