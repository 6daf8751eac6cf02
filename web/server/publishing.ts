import {
  check,
  compareVersions,
  type Finding,
  type Layout,
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
import { addVersion, addWithdrawal, highestVersion, isOut, readVersion, versionBefore } from "./versions";

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

/** Whether a layout may have a number: as high as its changes ask for. The number before it, and the level of the changes, if so. */
const mayHave = async (sql: postgres.TransactionSql, { specId, number }: Asked, layout: Layout) => {
  const last = await highestVersion(sql, specId);
  const lastNumber = last && parseVersion(last.number);
  const before = last && lastNumber ? { number: lastNumber, layout: last.layout } : null;
  const least = leastVersion(before, layout);
  const level = before ? versionLevel(before.layout, layout).level : null;
  // The first version may have any number; a later one what its changes ask for, or more.
  if (level !== null && compareVersions(number, least) < 0)
    return { ok: false, code: "too-low", least: versionText(least), level, last: last?.number ?? null } as const;
  return { ok: true, previous: lastNumber ?? null, level } as const;
};

/** The draft, where it is still the revision that was looked at and its number is high enough. */
const lookedAt = async (sql: postgres.TransactionSql, asked: Asked) => {
  const draft = await lockDraft(sql, asked.specId);
  if (!draft) return { ok: false, code: "no-draft" } as const;
  if (draft.revision !== asked.revision) return { ok: false, code: "moved-on", revision: draft.revision } as const;
  const may = await mayHave(sql, asked, draft.layout);
  return may.ok ? ({ ok: true, layout: draft.layout } as const) : may;
};

/** How often files are written anew because versions before them changed meanwhile. */
const mostTries = 3;

/**
 * Publishes the draft as a version: when it is asked for it must still be the revision that was looked at, without a problem
 * (accepted ones stop it too), and its number at least what its changes ask for. That revision is what is published,
 * whatever is done to the draft from then on: its files are written first, while nobody is kept waiting, and stored with it
 * in one transaction, which looks at the number again. Owners of projects that use the spec are told, webhooks queued, and
 * an open review ends with it. What is asked for again because no answer came, and is out already, is published once.
 */
export const publishDraft = async (sql: postgres.Sql, request: Asked, write: WriteVersion): Promise<Published> => {
  const published = await publishOnce(sql, request, write);
  const out = !published.ok && published.code === "too-low" && (await isOut(sql, request));
  return out ? { ok: true, number: request.number } : published;
};

const publishOnce = async (sql: postgres.Sql, request: Asked, write: WriteVersion): Promise<Published> => {
  const looked = await sql.begin((transaction) => lookedAt(transaction, request));
  if (!looked.ok) return looked;
  const problems = check(looked.layout).findings.filter(({ level }) => level === "problem");
  if (problems.length > 0) return { ok: false, code: "problems", problems };
  return publishLayout(sql, request, looked.layout, write, mostTries);
};

const publishLayout = async (sql: postgres.Sql, request: Asked, layout: Layout, write: WriteVersion, tries: number): Promise<Published> => {
  const { specId, number, note, personId } = request;
  const publishedAt = new Date();
  const written = await writtenVersion(sql, { specId, number, note, publishedAt, layout }, write);
  if (!written.ok) return { ok: false, code: "not-written", problem: written.problem };
  const done = await sql.begin(async (transaction): Promise<Published | null> => {
    const draft = await lockDraft(transaction, specId);
    if (!draft) return { ok: false, code: "no-draft" };
    const may = await mayHave(transaction, request, layout);
    if (!may.ok) return may;
    // The files tell what changed since the version before: that has to be the one it is told from.
    if (((await versionBefore(transaction, specId, number))?.id ?? null) !== written.before) return null;
    const id = await addVersion(transaction, { specId, number, note, personId, publishedAt, layout });
    await keepVersion(transaction, id, written.version);
    await storeSummary(transaction, specId, draft);
    await endReviews(transaction, specId, personId);
    await happened(transaction, {
      kind: "published",
      ...request,
      path: pathOf(request),
      name: layout.name,
      previous: may.previous,
      level: may.level,
    });
    return { ok: true, number };
  });
  if (done) return done;
  if (tries > 1) return publishLayout(sql, request, layout, write, tries - 1);
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
