import { onSpec } from "@/server/act";
import { database } from "@/server/database";
import { gone, presentIn, seen } from "@/server/presence";

/** Says where a tab is; answers with everybody who is in the draft. */
export const POST = onSpec("POST /api/drafts/:team/:spec/presence", "read-draft", async ({ answer, body, doing }) => {
  const sql = database();
  if (body.gone) await gone(sql, doing.specId, doing.personId, body.tab);
  else if (!(await seen(sql, { ...doing, tab: body.tab, breakpoint: body.breakpoint })))
    return { code: "too-many", detail: "You have drafts open in too many tabs.", headers: { "Retry-After": "30" } };
  return answer({ present: await presentIn(sql, doing.specId) });
});
