import {
  check,
  compareVersions,
  type Finding,
  leastVersion,
  parseVersion,
  versionLevel,
  type VersionLevel,
  type VersionNumber,
  versionText,
} from "@ypsiline/core";
import type postgres from "postgres";
import { happened } from "./happenings";
import { endReviews } from "./reviews";
import { lockDraft } from "./specs";
import { renewSummary, storeSummary } from "./summaries";
import { addVersion, addWithdrawal, highestVersion, readVersion } from "./versions";

/** The spec something is done to, and by whom. */
export type Doing = {
  readonly specId: number;
  readonly teamId: number;
  readonly team: string;
  readonly spec: string;
  readonly personId: number;
};

export type Published =
  | { readonly ok: true; readonly number: VersionNumber }
  | { readonly ok: false; readonly code: "no-draft" }
  | { readonly ok: false; readonly code: "moved-on"; readonly revision: number }
  | { readonly ok: false; readonly code: "problems"; readonly problems: readonly Finding[] }
  | { readonly ok: false; readonly code: "too-low"; readonly least: string; readonly level: VersionLevel; readonly last: string | null };

const pathOf = ({ team, spec }: Doing): string => `/specs/${team}/${spec}`;

/**
 * Publishes the draft as a version, all in one transaction: it must still be the revision that was looked
 * at, without a problem (accepted ones stop it too), and its number at least what its changes ask for. Owners of
 * projects that use the spec are told, webhooks queued, and an open review ends with it.
 */
export const publishDraft = (
  sql: postgres.Sql,
  request: Doing & { readonly revision: number; readonly number: VersionNumber; readonly note: string },
): Promise<Published> =>
  sql.begin(async (transaction): Promise<Published> => {
    const { specId, personId, number, note } = request;
    const draft = await lockDraft(transaction, specId);
    if (!draft) return { ok: false, code: "no-draft" };
    if (draft.revision !== request.revision) return { ok: false, code: "moved-on", revision: draft.revision };
    const problems = check(draft.layout).findings.filter(({ level }) => level === "problem");
    if (problems.length > 0) return { ok: false, code: "problems", problems };
    const last = await highestVersion(transaction, specId);
    const lastNumber = last && parseVersion(last.number);
    const before = last && lastNumber ? { number: lastNumber, layout: last.layout } : null;
    const least = leastVersion(before, draft.layout);
    // The first version may have any number; a later one what its changes ask for, or more.
    if (before && compareVersions(number, least) < 0)
      return {
        ok: false,
        code: "too-low",
        least: versionText(least),
        level: versionLevel(before.layout, draft.layout).level,
        last: last?.number ?? null,
      };
    await addVersion(transaction, { specId, number, note, personId, layout: draft.layout });
    await storeSummary(transaction, specId, draft);
    await endReviews(transaction, specId, personId);
    await happened(transaction, {
      kind: "published",
      ...request,
      path: pathOf(request),
      name: draft.layout.name,
      previous: lastNumber ?? null,
      level: before ? versionLevel(before.layout, draft.layout).level : null,
    });
    return { ok: true, number };
  });

export type Withdrawn = { readonly ok: true } | { readonly ok: false; readonly code: "no-version" | "already" };

/** Withdraws a version with a reason: it stays readable and marked, and is never the latest. */
export const withdrawVersion = (
  sql: postgres.Sql,
  request: Doing & { readonly number: VersionNumber; readonly reason: string },
): Promise<Withdrawn> =>
  sql.begin(async (transaction): Promise<Withdrawn> => {
    const { specId, personId, number, reason } = request;
    const version = await readVersion(transaction, specId, number);
    if (!version) return { ok: false, code: "no-version" };
    if (!(await addWithdrawal(transaction, version.id, personId, reason))) return { ok: false, code: "already" };
    await renewSummary(transaction, specId);
    await happened(transaction, { kind: "withdrawn", ...request, path: pathOf(request), name: version.layout.name });
    return { ok: true };
  });
