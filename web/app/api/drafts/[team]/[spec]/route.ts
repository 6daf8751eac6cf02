import { jsonAnswer, onReadSpec, onSpec } from "@/server/requests/authorized-handlers";
import { saveChanges } from "@/server/specs/drafts";
import { heavyValue, member } from "@/server/heavy/heavy";
import { sentence } from "@/server/http/request-body";
import { editsSince, readStoredDraft } from "@/server/specs/specs";
import { jsonWith } from "@/server/database/stored-text";

/** The draft; with `?since=` the changes since that revision, or 204 if there are none. */
export const GET = onReadSpec("GET /api/drafts/:team/:spec", "read-draft", async ({ sql, spec, query, answer }) => {
  const since = query.get("since");
  // Pages ask again and again; they are sent what they do not have.
  const edits = since !== null && /^\d{1,15}$/.test(since) ? await editsSince(sql, spec.id, Number(since)) : null;
  if (edits)
    return edits.edits.length === 0 ? new Response(null, { status: 204, headers: { "Cache-Control": "no-store" } }) : answer(edits);
  const draft = await readStoredDraft(sql, spec.id);
  return draft
    ? jsonAnswer({ revision: draft.revision }, { layout: draft.layout })
    : { code: "not-found", detail: "This spec has no draft." };
});

/** Saves changes made on a revision. 409 has the conflicts and the present draft. */
export const POST = onSpec("POST /api/drafts/:team/:spec", "edit-draft", async ({ answer, body, doing, sql, write }) => {
  const { revision: madeOn, id: saveId, changes } = body;
  const done = await saveChanges(sql, write, doing.specId, { madeOn, saveId, changes }, (layout, made) =>
    heavyValue(member(doing.personId), { kind: "save", layout, changes: made }),
  );
  if (!done.ok) return done.problem;
  const saved = done.value;
  if (!saved) return { code: "not-found", detail: "This spec has no draft." };
  const { revision, layout } = saved;
  if (saved.ok) return !saved.again && revision === madeOn + 1 ? answer({ revision, layout: null }) : jsonAnswer({ revision }, { layout });
  if (saved.conflicts.length === 0)
    return {
      code: "unprocessable",
      detail: sentence(saved.issues),
      issues: saved.issues,
      more: { revision },
      text: jsonWith({}, { layout }),
    };
  return {
    code: "conflict",
    detail: "Somebody changed the same number meanwhile; both values are here.",
    more: { revision, conflicts: saved.conflicts },
    text: jsonWith({}, { layout }),
  };
});
