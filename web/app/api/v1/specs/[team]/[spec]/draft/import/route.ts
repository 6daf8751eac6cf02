import { rewriteDraft } from "@/server/acts/drafts";
import { onSpec } from "@/server/requests/authorized-handlers";

export const POST = onSpec("POST /api/v1/specs/:team/:spec/draft/import", "edit-draft", rewriteDraft("file"));
