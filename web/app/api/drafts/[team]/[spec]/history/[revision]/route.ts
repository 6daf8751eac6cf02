import { idOf, onReadSpec } from "@/server/act";
import { database } from "@/server/database";
import { addressOf } from "@/server/handler";
import { heavy } from "@/server/heavy/heavy";
import type { MomentAnswer } from "@/server/heavy/tasks";
import { storedMoment } from "@/server/history";

/** The draft as it stood at a revision. */
export const GET = onReadSpec("GET /api/drafts/:team/:spec/history/:revision", "read-draft", async ({ spec, params, request, answer }) => {
  const revision = idOf(params.revision);
  const moment = revision === null ? null : await storedMoment(database(), spec.id, revision);
  if (revision === null || !moment)
    return { code: "not-found", detail: "There is no such moment of this draft, or it is of a time before moments were kept." };
  const done = await heavy(addressOf(request.headers), { kind: "moment", ...moment }, request.signal);
  return done.ok ? answer({ ...(JSON.parse(String(done.file.body)) as MomentAnswer), revision }) : done.problem;
});
