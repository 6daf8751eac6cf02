import { database } from "@/server/database/database";
import { addressOf, handler } from "@/server/requests/handler";
import { clientOf, heavy } from "@/server/heavy/heavy";
import { readStoredDraft } from "@/server/specs/specs";
import { readStoredVersion } from "@/server/specs/versions";
import { allowedSpec } from "@/server/requests/viewer";
import { fileAnswer, responseOf } from "@/server/http/file-response";
import { askedFile, savedName } from "@/server/writing/named-file";

/** A file of the draft as it is saved, marked as one. */
export const GET = handler<{ team: string; spec: string; file: string }>(async (request, { team, spec, file }) => {
  const allowed = await allowedSpec(team, spec, "read-draft");
  if (!allowed.ok) return allowed.problem;
  const { searchParams } = new URL(request.url);
  const asked = askedFile(file, searchParams);
  if (!asked.ok) return asked.problem;
  const sql = database();
  const [draft, latest] = await Promise.all([readStoredDraft(sql, allowed.spec.id), readStoredVersion(sql, allowed.spec.id, null)]);
  if (!draft) return { code: "not-found", detail: "This spec has no draft." };
  const sheet = {
    layout: draft.layout,
    version: `draft ${draft.revision}`,
    published: "not published",
    at: draft.updatedAt,
    note: "",
    before: latest && { number: latest.number, layout: latest.layout },
  };
  const client = clientOf(allowed.person, addressOf(request.headers));
  const done = await heavy(client, { kind: "file", sheet, file: asked.value }, request.signal);
  if (!done.ok) return done.problem;
  return responseOf(
    fileAnswer(request.headers.get("if-none-match"), done.file, {
      "Cache-Control": "private, no-cache",
      ...savedName(searchParams, `${spec}-draft`, asked.value),
    }),
  );
});
