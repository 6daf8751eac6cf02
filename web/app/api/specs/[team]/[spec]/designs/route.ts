import { onReadSpec, onSpec } from "@/server/requests/authorized-handlers";
import { addDesign } from "@/server/acts/designs";
import { designsOf } from "@/server/designs/kept-designs";
import { pageOf } from "@/server/database/paging";

export const GET = onReadSpec("GET /api/specs/:team/:spec/designs", "read-draft", async ({ sql, spec, query, answer }) => {
  const { entries, total, more } = await designsOf(sql, spec.id, pageOf(query.get("page") ?? undefined));
  return answer({ designs: entries, total: total ?? entries.length, more });
});

export const POST = onSpec("POST /api/specs/:team/:spec/designs", "edit-draft", addDesign);
