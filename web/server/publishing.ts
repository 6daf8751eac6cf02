import { check, compareVersions, type Finding, parseVersion, type VersionNumber } from "@ypsiline/core";
import type postgres from "postgres";
import { lockDraft } from "./specs";
import { addVersion, versionsOf } from "./versions";

export type Published =
  | { readonly ok: true; readonly number: VersionNumber }
  | { readonly ok: false; readonly code: "no-draft" }
  | { readonly ok: false; readonly code: "moved-on"; readonly revision: number }
  | { readonly ok: false; readonly code: "problems"; readonly problems: readonly Finding[] }
  | { readonly ok: false; readonly code: "not-higher"; readonly last: string };

/**
 * Publishes the draft as a version, all in one transaction: it must still be the revision that was looked
 * at, without a problem (accepted ones stop it too), and its number must be higher than the last.
 */
export const publishDraft = (
  sql: postgres.Sql,
  request: { specId: number; personId: number; revision: number; number: VersionNumber; note: string },
): Promise<Published> =>
  sql.begin(async (transaction): Promise<Published> => {
    const draft = await lockDraft(transaction, request.specId);
    if (!draft) return { ok: false, code: "no-draft" };
    if (draft.revision !== request.revision) return { ok: false, code: "moved-on", revision: draft.revision };
    const problems = check(draft.layout).findings.filter(({ level }) => level === "problem");
    if (problems.length > 0) return { ok: false, code: "problems", problems };
    const [last] = await versionsOf(transaction, request.specId);
    const lastNumber = last ? parseVersion(last.number) : null;
    if (last && lastNumber && compareVersions(request.number, lastNumber) <= 0) return { ok: false, code: "not-higher", last: last.number };
    await addVersion(transaction, { ...request, layout: draft.layout });
    return { ok: true, number: request.number };
  });
