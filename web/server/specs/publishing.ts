import { compareVersions, parseVersion, raised, type VersionLevel, type VersionNumber } from "@ypsiline/core";
import type postgres from "postgres";
import type { PublishableAnswer, PublishableTask } from "../heavy/kinds";
import { happened } from "../happenings/happenings";
import { roomFault } from "../teams/kept-bytes";
import { type WriteVersion, writtenVersion } from "./packing";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { endReviews } from "./reviews";
import { lockDraft, packageOf, readStoredDraft } from "./specs";
import { wantCounts } from "./summaries";
import type { Write } from "../database/transaction";
import { keepVersion } from "./version-files";
import {
  addVersion,
  addWithdrawal,
  highestVersion,
  isOut,
  publishedUnder,
  type PublishKey,
  readNamedVersion,
  versionBefore,
} from "./versions";

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
  /** No number was asked for, and nothing has changed since this version. */
  | { readonly ok: false; readonly code: "same"; readonly last: string }
  /** Another request was sent under the key before. */
  | { readonly ok: false; readonly code: "key-used" }
  | { readonly ok: false; readonly code: "problems"; readonly findings: PublishableAnswer["problems"] }
  | { readonly ok: false; readonly code: "too-low"; readonly least: string; readonly level: VersionLevel; readonly last: string | null }
  /** Its files could not be written now. */
  | { readonly ok: false; readonly code: "not-written"; readonly problem: Problem };

const pathOf = ({ team, spec }: Doing): string => `/specs/${team}/${spec}`;

type Asked = {
  readonly specId: number;
  readonly revision: number;
  /** The number, or null for the least that its changes need, raised to a level at least if there is one. */
  readonly number: VersionNumber | null;
  readonly level?: VersionLevel | null;
  readonly note: string;
  /** The hashes of the key a request was sent under, and of the request; null without a key. */
  readonly key?: PublishKey | null;
};

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
 * once: it is known by its key, or by its number and note.
 */
export const publishDraft = async (
  sql: postgres.Sql,
  write: Write<{ readonly doing: Doing }>,
  request: Asked & { readonly personId: number },
  workers: PublishingWorkers,
): Promise<Published> => {
  const { number, key = null } = request;
  for (let tries = 0; tries < mostTries; tries += 1) {
    const before = key && (await publishedUnder(sql, request.specId, key));
    if (before) return before.same ? { ok: true, number: before.number } : { ok: false, code: "key-used" };
    const draft = await readStoredDraft(sql, request.specId);
    if (!draft) return { ok: false, code: "no-draft" };
    if (draft.revision !== request.revision) return { ok: false, code: "moved-on", revision: draft.revision };
    const published = await publishOnce(sql, write, request, draft.layout, workers);
    if (published?.ok === false && published.code === "too-low" && number && (await isOut(sql, { ...request, number })))
      return { ok: true, number };
    if (published) return published;
  }
  return { ok: false, code: "not-written", problem: { code: "busy", detail: "Other versions were published meanwhile; try again." } };
};

/** One attempt; null if the versions before it changed meanwhile. */
const publishOnce = async (
  sql: postgres.Sql,
  write: Write<{ readonly doing: Doing }>,
  { specId, number: asked, level: wanted = null, note, key = null }: Asked,
  stored: string,
  workers: PublishingWorkers,
): Promise<Published | null> => {
  const last = await highestVersion(sql, specId);
  const previous = last && parseVersion(last.number);
  const before = last && previous ? { number: last.number, layout: last.layout } : null;
  const looked = await workers.look({ kind: "publishable", layout: stored, last: before });
  if (!looked.ok) return { ok: false, code: "not-written", problem: looked.problem };
  const { problems, least, level, same, layout, name } = looked.value;
  if (asked === null && same && last) return { ok: false, code: "same", last: last.number };
  // The first version may have any number, a later one at least what its changes require.
  const lowest = parseVersion(least) ?? { major: 1, minor: 0, patch: 0 };
  const raise = previous && wanted ? raised(previous, wanted) : lowest;
  const number = asked ?? (compareVersions(raise, lowest) > 0 ? raise : lowest);
  if (level !== null && compareVersions(number, lowest) < 0)
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
    const id = await addVersion(transaction, { specId, number, note, personId: doing.personId, publishedAt, layout, key });
    await keepVersion(transaction, specId, id, written.value);
    await wantCounts(transaction, specId);
    await endReviews(transaction, specId, doing.personId);
    const packaged = await packageOf(transaction, specId);
    await happened(transaction, {
      kind: "published",
      ...doing,
      package: packaged,
      number,
      note,
      path: pathOf(doing),
      name,
      previous,
      level,
    });
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
  await happened(sql, { kind: "withdrawn", ...request, package: await packageOf(sql, specId), path: pathOf(request), name: version.name });
  return { ok: true };
};
