import { compareVersions, parseVersion, type VersionLevel, type VersionNumber } from "@ypsiline/core";
import type postgres from "postgres";
import type { PublishableAnswer, PublishableTask } from "../heavy/kinds";
import { happened } from "../happenings/happenings";
import { roomFault } from "../teams/kept-bytes";
import { type WriteVersion, writtenVersion } from "./packing";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { endReviews } from "./reviews";
import { lockDraft, readStoredDraft } from "./specs";
import { wantCounts } from "./summaries";
import type { Write } from "../database/transaction";
import { keepVersion } from "./version-files";
import { addVersion, addWithdrawal, highestVersion, isOut, readNamedVersion, versionBefore } from "./versions";

/** The spec that something is done to, and by whom. */
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
  | { readonly ok: false; readonly code: "problems"; readonly findings: PublishableAnswer["problems"] }
  | { readonly ok: false; readonly code: "too-low"; readonly least: string; readonly level: VersionLevel; readonly last: string | null }
  /** Its files could not be written now. */
  | { readonly ok: false; readonly code: "not-written"; readonly problem: Problem };

const pathOf = ({ team, spec }: Doing): string => `/specs/${team}/${spec}`;

type Asked = { readonly specId: number; readonly revision: number; readonly number: VersionNumber; readonly note: string };

/** The workers that publishing uses: to check whether a draft can be published, and to write its files. */
export type PublishingWorkers = {
  readonly look: (task: PublishableTask) => Promise<Result<PublishableAnswer>>;
  readonly write: WriteVersion;
};

/** How often publishing starts again because other versions were published meanwhile. */
const mostTries = 3;

/**
 * Publishes the draft as a version. It must still be the revision that was reviewed, without a problem (accepted ones
 * count too), and its number at least what its changes need. Exactly that revision is published, whatever happens to
 * the draft meanwhile.
 *
 * Workers first check it and write its files, without making anybody wait. One transaction then stores everything, if
 * the person may still publish this spec and no other version was published meanwhile. It notifies owners of projects
 * that use the spec, queues webhooks, and ends an open review. A request repeated because its answer was lost publishes
 * once.
 */
export const publishDraft = async (
  sql: postgres.Sql,
  write: Write<{ readonly doing: Doing }>,
  request: Asked & { readonly personId: number },
  workers: PublishingWorkers,
): Promise<Published> => {
  const draft = await readStoredDraft(sql, request.specId);
  if (!draft) return { ok: false, code: "no-draft" };
  if (draft.revision !== request.revision) return { ok: false, code: "moved-on", revision: draft.revision };
  for (let tries = 0; tries < mostTries; tries += 1) {
    const published = await publishOnce(sql, write, request, draft.layout, workers);
    if (published?.ok === false && published.code === "too-low" && (await isOut(sql, request))) return { ok: true, number: request.number };
    if (published) return published;
  }
  return { ok: false, code: "not-written", problem: { code: "busy", detail: "Other versions were published meanwhile; try again." } };
};

/** One attempt; null if the versions before it changed meanwhile. */
const publishOnce = async (
  sql: postgres.Sql,
  write: Write<{ readonly doing: Doing }>,
  { specId, number, note }: Asked,
  stored: string,
  workers: PublishingWorkers,
): Promise<Published | null> => {
  const last = await highestVersion(sql, specId);
  const previous = last && parseVersion(last.number);
  const before = last && previous ? { number: last.number, layout: last.layout } : null;
  const looked = await workers.look({ kind: "publishable", layout: stored, last: before });
  if (!looked.ok) return { ok: false, code: "not-written", problem: looked.problem };
  const { problems, least, level, layout, name } = looked.value;
  // The first version may have any number, a later one at least what its changes require.
  const lowest = parseVersion(least);
  if (level !== null && lowest && compareVersions(number, lowest) < 0)
    return { ok: false, code: "too-low", least, level, last: last?.number ?? null };
  if (problems.length > 0) return { ok: false, code: "problems", findings: problems };
  // The clock of the database, which all processes share.
  const [now] = await sql<{ at: Date }[]>`SELECT clock_timestamp() AS at`;
  const publishedAt = now?.at ?? new Date();
  const written = await writtenVersion(sql, { specId, number, note, publishedAt, layout }, workers.write);
  if (!written.ok) return { ok: false, code: "not-written", problem: written.problem };
  return write(async (transaction, { doing }): Promise<Published | null> => {
    if (!(await lockDraft(transaction, specId))) return { ok: false, code: "no-draft" };
    // Its files list the changes since the version before, and its number must be the highest: neither may have changed.
    if (((await highestVersion(transaction, specId))?.id ?? null) !== (last?.id ?? null)) return null;
    if (((await versionBefore(transaction, specId, number))?.id ?? null) !== written.before) return null;
    const bytes = written.value.files.reduce((sum, { body }) => sum + body.byteLength, layout.length);
    const problem = await roomFault(transaction, doing.teamId, bytes, "versions");
    if (problem) return { ok: false, code: "not-written", problem };
    const id = await addVersion(transaction, { specId, number, note, personId: doing.personId, publishedAt, layout });
    await keepVersion(transaction, specId, id, written.value);
    await wantCounts(transaction, specId);
    await endReviews(transaction, specId, doing.personId);
    await happened(transaction, { kind: "published", ...doing, number, note, path: pathOf(doing), name, previous, level });
    return { ok: true, number };
  });
};

export type Withdrawn = { readonly ok: true } | { readonly ok: false; readonly code: "no-version" | "already" };

/** Withdraws a version with a reason: it stays readable and marked, and is never the latest. */
export const withdrawVersion = async (
  sql: postgres.TransactionSql,
  request: Doing & { readonly number: VersionNumber; readonly reason: string },
): Promise<Withdrawn> => {
  const { specId, personId, number, reason } = request;
  const version = await readNamedVersion(sql, specId, number);
  if (!version) return { ok: false, code: "no-version" };
  if (!(await addWithdrawal(sql, version.id, personId, reason))) return { ok: false, code: "already" };
  await wantCounts(sql, specId);
  await happened(sql, { kind: "withdrawn", ...request, path: pathOf(request), name: version.name });
  return { ok: true };
};
