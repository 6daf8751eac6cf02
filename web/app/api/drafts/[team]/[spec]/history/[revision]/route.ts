import { idOf, jsonAnswer, onReadSpec } from "@/server/requests/authorized-handlers";
import { addressOf } from "@/server/requests/handler";
import { clientOf } from "@/server/heavy/heavy";
import { momentOf } from "@/server/specs/moment";

/** The draft at a revision. */
export const GET = onReadSpec("GET /api/drafts/:team/:spec/history/:revision", "read-draft", async ({ spec, person, params, request }) => {
  const moment = await momentOf(clientOf(person, addressOf(request.headers)), spec.id, idOf(params.revision), request.signal);
  return moment.ok ? jsonAnswer({ revision: moment.revision }, { layout: moment.layout }) : moment.problem;
});
