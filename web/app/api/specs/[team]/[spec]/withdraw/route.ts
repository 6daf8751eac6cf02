import { parseVersion } from "@ypsiline/core";
import { nothingThere, onSpec } from "@/server/requests/authorized-handlers";
import { withdrawVersion } from "@/server/specs/publishing";

export const POST = onSpec("POST /api/specs/:team/:spec/withdraw", "withdraw", async ({ answer, body, write }) => {
  const number = parseVersion(body.number);
  const withdrawn = number
    ? await write((sql, { doing }) => withdrawVersion(sql, { ...doing, number, reason: body.reason }))
    : { ok: false as const, code: "no-version" as const };
  if (withdrawn.ok) return answer({});
  return withdrawn.code === "already" ? { code: "conflict", detail: "This version is withdrawn already." } : nothingThere("version");
});
