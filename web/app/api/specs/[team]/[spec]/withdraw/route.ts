import { parseVersion } from "@ypsiline/core";
import { nothingThere, onSpec } from "@/server/act";
import { database } from "@/server/database";
import { withdrawVersion } from "@/server/publishing";

export const POST = onSpec("POST /api/specs/:team/:spec/withdraw", "withdraw", async ({ answer, body, doing }) => {
  const number = parseVersion(body.number);
  const withdrawn = number
    ? await withdrawVersion(database(), { ...doing, number, reason: body.reason })
    : { ok: false as const, code: "no-version" as const };
  if (withdrawn.ok) return answer({});
  return withdrawn.code === "already" ? { code: "conflict", detail: "This version is withdrawn already." } : nothingThere("version");
});
