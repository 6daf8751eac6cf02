import { onSpec } from "@/server/requests/authorized-handlers";
import { gone, presentIn, seen } from "@/server/happenings/presence";

/** Reports where a tab is; returns everybody who is in the draft. */
export const POST = onSpec("POST /api/drafts/:team/:spec/presence", "read-draft", async ({ answer, body, write }) => {
  const present = await write(async (sql, { doing }) => {
    if (body.gone) await gone(sql, doing.specId, doing.personId, body.tab);
    else if (!(await seen(sql, { ...doing, tab: body.tab, breakpoint: body.breakpoint }))) return null;
    return presentIn(sql, doing.specId);
  });
  return present
    ? answer({ present })
    : { code: "too-many", detail: "You have drafts open in too many tabs.", headers: { "Retry-After": "30" } };
});
