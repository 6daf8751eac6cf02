import { idOf, onReadSpec } from "@/server/act";
import { addressOf } from "@/server/handler";
import { momentOf } from "@/server/moment";

/** The draft as it stood at a revision. */
export const GET = onReadSpec("GET /api/drafts/:team/:spec/history/:revision", "read-draft", async ({ spec, params, request, answer }) => {
  const moment = await momentOf(addressOf(request.headers), spec.id, idOf(params.revision), request.signal);
  return moment.ok ? answer({ revision: moment.revision, layout: moment.layout }) : moment.problem;
});
