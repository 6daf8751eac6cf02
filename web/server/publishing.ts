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
import { type WriteVersion, writtenVersion } from "./packing";
import type { Problem } from "./problem";
import { endReviews } from "./reviews";
import { lockDraft } from "./specs";
import { renewSummary, storeSummary } from "./summaries";
import { keepVersion } from "./version-files";
import { addVersion, addWithdrawal, highestVersion, readVersion, versionBefore } from "./versions";

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
  | { readonly ok: false; readonly code: "too-low"; readonly least: string; readonly level: VersionLevel; readonly last: string | null }
  /** Its files could not be written now. */
  | { readonly ok: false; readonly code: "not-written"; readonly problem: Problem };

const pathOf = ({ team, spec }: Doing): string => `/specs/${team}/${spec}`;

type Asked = Doing & { readonly revision: number; readonly number: VersionNumber; readonly note: string };

/** Whether the draft is still the revision that was looked at and its number is high enough; the draft and the number before if so. */
const mayPublish = async (sql: postgres.TransactionSql, { specId, revision, number }: Asked) => {
  const draft = await lockDraft(sql, specId);
  if (!draft) return { ok: false, code: "no-draft" } as const;
  if (draft.revision !== revision) return { ok: false, code: "moved-on", revision: draft.revision } as const;
  const last = await highestVersion(sql, specId);
  const lastNumber = last && parseVersion(last.number);
  const before = last && lastNumber ? { number: lastNumber, layout: last.layout } : null;
  const least = leastVersion(before, draft.layout);
  const level = before ? versionLevel(before.layout, draft.layout).level : null;
  // The first version may have any number; a later one what its changes ask for, or more.
  if (level !== null && compareVersions(number, least) < 0)
    return { ok: false, code: "too-low", least: versionText(least), level, last: last?.number ?? null } as const;
  return { ok: true, draft, previous: lastNumber ?? null, level } as const;
};

/** How often files are written anew because versions before them changed meanwhile. */
const mostTries = 3;

/**
 * Publishes the draft as a version: it must still be the revision that was looked at, without a problem (accepted ones stop
 * it too), and its number at least what its changes ask for. Its files are written first, while nobody is kept waiting, and
 * stored with it in one transaction, which looks at everything again. Owners of projects that use the spec are told,
 * webhooks queued, and an open review ends with it.
 */
export const publishDraft = async (sql: postgres.Sql, request: Asked, write: WriteVersion, tries = mostTries): Promise<Published> => {
  const { specId, number, note, personId } = request;
  const first = await sql.begin((transaction) => mayPublish(transaction, request));
  if (!first.ok) return first;
  // The draft of a revision stays what it is: it is checked once, and held by nobody meanwhile.
  const problems = check(first.draft.layout).findings.filter(({ level }) => level === "problem");
  if (problems.length > 0) return { ok: false, code: "problems", problems };
  const publishedAt = new Date();
  const written = await writtenVersion(sql, { specId, number, note, publishedAt, layout: first.draft.layout }, write);
  if (!written.ok) return { ok: false, code: "not-written", problem: written.problem };
  const done = await sql.begin(async (transaction): Promise<Published | null> => {
    const now = await mayPublish(transaction, request);
    if (!now.ok) return now;
    // The files tell what changed since the version before: that has to be the one it is told from.
    if (((await versionBefore(transaction, specId, number))?.id ?? null) !== written.before) return null;
    const id = await addVersion(transaction, { specId, number, note, personId, publishedAt, layout: now.draft.layout });
    await keepVersion(transaction, id, written.version);
    await storeSummary(transaction, specId, now.draft);
    await endReviews(transaction, specId, personId);
    await happened(transaction, {
      kind: "published",
      ...request,
      path: pathOf(request),
      name: now.draft.layout.name,
      previous: now.previous,
      level: now.level,
    });
    return { ok: true, number };
  });
  if (done) return done;
  if (tries > 1) return publishDraft(sql, request, write, tries - 1);
  return { ok: false, code: "not-written", problem: { code: "busy", detail: "Other versions were published meanwhile; try again." } };
};

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
