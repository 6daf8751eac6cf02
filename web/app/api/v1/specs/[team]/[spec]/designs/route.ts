import { putDesign } from "@/server/acts/designs";
import { pageOf } from "@/server/database/paging";
import { designsOf } from "@/server/designs/kept-designs";
import { onReadSpec, onSpec } from "@/server/requests/authorized-handlers";

export const GET = onReadSpec("GET /api/v1/specs/:team/:spec/designs", "read-draft", async ({ sql, spec, query, answer }) => {
  const { entries, total, more } = await designsOf(sql, spec.id, pageOf(query.get("page") ?? undefined));
  return answer({ designs: entries, total: total ?? entries.length, more });
});

export const POST = onSpec("POST /api/v1/specs/:team/:spec/designs", "edit-draft", putDesign);
