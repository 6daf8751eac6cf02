import { database } from "@/server/database";
import { handler } from "@/server/handler";
import { readDraft } from "@/server/specs";
import { allowedSpec } from "@/server/viewer";
import { readVersion } from "@/server/versions";
import { fileAnswer, responseOf, tagged } from "@/server/writing/file-response";
import { namedFile } from "@/server/writing/named-file";

/** A file of the draft as it is saved, marked as one. */
export const GET = handler<{ team: string; spec: string; file: string }>(async (request, { team, spec, file }) => {
  const allowed = await allowedSpec(team, spec, "read-draft");
  if (!allowed.ok) return allowed.problem;
  const sql = database();
  const [draft, latest] = await Promise.all([readDraft(sql, allowed.spec.id), readVersion(sql, allowed.spec.id, null)]);
  if (!draft) return { code: "not-found", detail: "This spec has no draft." };
  const sheet = {
    layout: draft.layout,
    version: `draft ${draft.revision}`,
    published: "not published",
    at: draft.updatedAt,
    note: "",
    before: latest,
  };
  const written = await namedFile(sheet, file, new URL(request.url).searchParams);
  return written.ok
    ? responseOf(
        fileAnswer(request.headers.get("if-none-match"), tagged(written.body, written.mediaType), { "Cache-Control": "private, no-cache" }),
      )
    : written.problem;
});
