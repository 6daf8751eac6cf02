import { parseWith } from "@ypsiline/core";
import { database } from "@/server/database/database";
import { handler } from "@/server/requests/handler";
import { allowedSpec } from "@/server/requests/viewer";
import { asGot } from "@/server/http/request-body";
import { noteUse } from "@/server/identity/tokens";
import { pageOf } from "@/server/database/paging";
import { latestNumber, versionsPage } from "@/server/specs/versions";
import { fileAnswer, forAnySite, responseOf, tagged } from "@/server/http/file-response";
import { queryMembers } from "@/server/writing/file-query";
import type { z } from "zod";
import { type versionsAnswer, versionsQuery } from "@/wire/api";

export const GET = handler<{ team: string; spec: string }>(async (request, params) => {
  const allowed = await allowedSpec(params.team, params.spec, "read-version");
  if (!allowed.ok) return allowed.problem;
  const members = queryMembers(new URL(request.url).searchParams);
  if (!members.ok) return members.problem;
  const query = asGot(parseWith(versionsQuery, members.value), "malformed");
  if (!query.ok) return query.problem;
  const page = pageOf(query.value.page);
  const [versions, latest] = await Promise.all([
    versionsPage(database(), allowed.spec.id, page),
    latestNumber(database(), allowed.spec.id),
  ]);
  if (allowed.tokenId !== null) await noteUse(database(), allowed.tokenId, null);
  const answer: z.output<typeof versionsAnswer> = {
    team: allowed.spec.team,
    spec: allowed.spec.slug,
    description: allowed.spec.description,
    latest,
    more: versions.more,
    versions: versions.entries.map(({ number, note, publishedAt, publishedBy, withdrawn }) => ({
      number,
      note,
      publishedAt,
      publishedBy,
      withdrawn: withdrawn && { at: withdrawn.at, reason: withdrawn.reason },
    })),
  };
  return responseOf(
    fileAnswer(request.headers.get("if-none-match"), tagged(JSON.stringify(answer), "application/json"), {
      "Cache-Control": "private, no-cache",
      ...(allowed.spec.public ? forAnySite : {}),
    }),
  );
});
