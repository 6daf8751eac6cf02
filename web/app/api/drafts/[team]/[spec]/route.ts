import { onReadSpec, onSpec } from "@/server/act";
import { database } from "@/server/database";
import { saveChanges } from "@/server/drafts";
import { sentence } from "@/server/request-body";
import { editsSince, readDraft } from "@/server/specs";

/** The draft; with `?since=` what was changed since that revision, or 204 where nothing was. */
export const GET = onReadSpec("GET /api/drafts/:team/:spec", "read-draft", async ({ spec, query, answer }) => {
  const since = query.get("since");
  // Pages ask again and again; they are sent what they do not have.
  const edits = since !== null && /^\d{1,15}$/.test(since) ? await editsSince(database(), spec.id, Number(since)) : null;
  if (edits)
    return edits.edits.length === 0 ? new Response(null, { status: 204, headers: { "Cache-Control": "no-store" } }) : answer(edits);
  const draft = await readDraft(database(), spec.id);
  return draft ? answer({ revision: draft.revision, layout: draft.layout }) : { code: "not-found", detail: "This spec has no draft." };
});

/** Saves changes made on a revision. 409 carries the conflicts and the draft as it stands. */
export const POST = onSpec(
  "POST /api/drafts/:team/:spec",
  "edit-draft",
  async ({ answer, conflict, body: { revision: madeOn, id, changes }, doing }) => {
    const saved = await saveChanges(database(), { ...doing, madeOn, saveId: id, changes });
    if (!saved) return { code: "not-found", detail: "This spec has no draft." };
    if (saved.ok) return answer({ revision: saved.revision, layout: !saved.again && saved.revision === madeOn + 1 ? null : saved.layout });
    if (saved.conflicts.length === 0)
      return {
        code: "unprocessable",
        detail: sentence(saved.issues),
        issues: saved.issues,
        more: { revision: saved.revision, layout: saved.layout },
      };
    const { revision, layout, conflicts } = saved;
    return conflict("Somebody changed the same number meanwhile; both values are here.", { revision, layout, conflicts: [...conflicts] });
  },
);
