import { onSpec } from "@/server/act";
import { draftEditRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { saveChanges } from "@/server/drafts";
import { handler } from "@/server/handler";
import { sentence } from "@/server/request-body";
import { readDraft, readRevision } from "@/server/specs";
import { allowedSpec } from "@/server/viewer";

type Params = { team: string; spec: string };

/** The draft, or 204 where it is still the revision in `?since`. */
export const GET = handler<Params>(async (request, params) => {
  const allowed = await allowedSpec(params.team, params.spec, "read-draft");
  if (!allowed.ok) return allowed.problem;
  const headers = { "Cache-Control": "no-store" };
  // Pages ask again and again; as long as nothing has changed, no document is read for it.
  const since = new URL(request.url).searchParams.get("since");
  if (since !== null && since === String(await readRevision(database(), allowed.spec.id)))
    return new Response(null, { status: 204, headers });
  const draft = await readDraft(database(), allowed.spec.id);
  if (!draft) return { code: "not-found", detail: "This spec has no draft." };
  return Response.json({ revision: draft.revision, layout: draft.layout }, { headers });
});

/** Saves changes made on a revision. 409 carries the conflicts and the draft as it stands. */
export const POST = onSpec("edit-draft", draftEditRequest, async ({ body: { revision: madeOn, changes }, doing }) => {
  const saved = await saveChanges(database(), { ...doing, madeOn, changes });
  if (!saved) return { code: "not-found", detail: "This spec has no draft." };
  if (saved.ok) return Response.json({ revision: saved.revision, layout: saved.revision === madeOn + 1 ? null : saved.layout });
  if (saved.conflicts.length === 0)
    return {
      code: "unprocessable",
      detail: sentence(saved.issues),
      issues: saved.issues,
      more: { revision: saved.revision, layout: saved.layout },
    };
  return {
    code: "conflict",
    detail: "Somebody changed the same number meanwhile; both values are here.",
    more: { revision: saved.revision, layout: saved.layout, conflicts: saved.conflicts },
  };
});
