import { draftEditRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { saveChanges } from "@/server/drafts";
import { fromElsewhere, handler } from "@/server/handler";
import { readJson, sentence } from "@/server/request-body";
import { readDraft } from "@/server/specs";
import { allowedSpec } from "@/server/viewer";

type Params = { team: string; spec: string };

/** The draft, or 204 where it is still the revision in `?since`. */
export const GET = handler<Params>(async (request, params) => {
  const allowed = await allowedSpec(params.team, params.spec, "read-draft");
  if (!allowed.ok) return allowed.problem;
  const draft = await readDraft(database(), allowed.spec.id);
  if (!draft) return { code: "not-found", detail: "This spec has no draft." };
  const headers = { "Cache-Control": "no-store" };
  if (new URL(request.url).searchParams.get("since") === String(draft.revision)) return new Response(null, { status: 204, headers });
  return Response.json({ revision: draft.revision, layout: draft.layout }, { headers });
});

/** Saves changes made on a revision. 409 carries the conflicts and the draft as it stands. */
export const POST = handler<Params>(async (request, params) => {
  const elsewhere = fromElsewhere(request);
  if (elsewhere) return elsewhere;
  const allowed = await allowedSpec(params.team, params.spec, "edit-draft");
  if (!allowed.ok) return allowed.problem;
  if (!allowed.person) return { code: "signed-out", detail: "Sign in to change this draft." };
  const body = await readJson(request, draftEditRequest);
  if (!body.ok) return body.problem;
  const { revision: madeOn, changes } = body.value;
  const saved = await saveChanges(database(), {
    teamId: allowed.spec.teamId,
    specId: allowed.spec.id,
    personId: allowed.person.id,
    madeOn,
    changes,
  });
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
