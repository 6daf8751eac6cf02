import { comment } from "@/server/acts/comments";
import { pageOf } from "@/server/database/paging";
import { onReadSpec, onSpec } from "@/server/requests/authorized-handlers";
import { threadsPage } from "@/server/specs/comments";

export const GET = onReadSpec("GET /api/v1/specs/:team/:spec/comments", "read-draft", async ({ sql, spec, query, answer }) => {
  const { entries, more } = await threadsPage(sql, spec.id, pageOf(query.get("page") ?? undefined));
  return answer({ threads: entries, more });
});

export const POST = onSpec("POST /api/v1/specs/:team/:spec/comments", "comment", comment);
