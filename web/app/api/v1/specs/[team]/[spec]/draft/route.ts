import { draftAnswer, isKnown, rewriteDraft } from "@/server/acts/drafts";
import { onReadSpec, onSpec } from "@/server/requests/authorized-handlers";
import { readStoredDraft } from "@/server/specs/specs";

export const GET = onReadSpec("GET /api/v1/specs/:team/:spec/draft", "read-draft", async ({ sql, spec, person, request }) => {
  const draft = await readStoredDraft(sql, spec.id);
  if (!draft || !person) return { code: "not-found", detail: "This spec has no draft." };
  if (isKnown(request.headers.get("if-none-match"), draft.revision))
    return new Response(null, { status: 304, headers: { ETag: `"${draft.revision}"`, "Cache-Control": "no-store" } });
  return draftAnswer(person.id, draft, request.signal);
});

export const PUT = onSpec("PUT /api/v1/specs/:team/:spec/draft", "edit-draft", rewriteDraft("layout"));
export const PATCH = onSpec("PATCH /api/v1/specs/:team/:spec/draft", "edit-draft", rewriteDraft("patch"));
