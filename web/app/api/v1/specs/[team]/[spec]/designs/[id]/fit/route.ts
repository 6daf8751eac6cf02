import { fitOf } from "@/server/acts/designs";
import { onReadSpec } from "@/server/requests/authorized-handlers";

export const GET = onReadSpec(
  "GET /api/v1/specs/:team/:spec/designs/:id/fit",
  "read-draft",
  async ({ sql, spec, person, params, query, request }) =>
    fitOf(sql, { specId: spec.id, personId: person?.id ?? 0, id: params.id, against: query.get("against") ?? "draft" }, request.signal),
);
