import { parseVersion } from "@ypsiline/core";
import { type Acted, nothingThere, type OfSpec, type Outcome } from "../requests/authorized-handlers";
import { withdrawVersion } from "../specs/publishing";

type Withdrawing = "POST /api/specs/:team/:spec/withdraw" | "POST /api/v1/specs/:team/:spec/withdraw";

/** Withdraws a version with a reason. */
export const withdraw = async ({ answer, body, write }: Acted<Withdrawing, OfSpec>): Outcome => {
  const number = parseVersion(body.number);
  const withdrawn = number
    ? await write((sql, { doing }) => withdrawVersion(sql, { ...doing, number, reason: body.reason }))
    : { ok: false as const, code: "no-version" as const };
  if (withdrawn.ok) return answer({});
  return withdrawn.code === "already" ? { code: "conflict", detail: "This version is withdrawn already." } : nothingThere("version");
};
