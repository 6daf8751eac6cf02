import { type VersionNumber, versionText } from "@ypsiline/core";
import type postgres from "postgres";
import type { Sql } from "../database/database";
import type { StoredSheet, VersionTask } from "../heavy/kinds";
import type { Result } from "../http/request-body";
import { setting } from "../settings/settings";
import type { StoredText } from "../database/stored-text";
import { inTransaction } from "../database/transaction";
import { changesBefore, keepVersion, unpackedVersions } from "./version-files";
import { readStoredVersion, type StoredVersion, versionBefore } from "./versions";
import type { WrittenVersion } from "../writing/write-version";

/** Writes a version: with a worker, or here if there are none. */
export type WriteVersion = (task: VersionTask) => Promise<Result<WrittenVersion>>;

/** The name of a spec's package in the registry. */
export const packageName = (team: string, spec: string): string => `@${team}/${spec}`;

/** The page of a package's spec: its first address, which always leads to it. Null if the instance has no public address. */
export const homeOf = (name: string): string | null => {
  const origin = setting("PUBLIC_URL");
  return origin === undefined ? null : `${origin.replace(/\/$/, "")}/specs/${name.slice(1)}`;
};

/** The sheet that a version's files are written from. */
export const sheetOf = (
  version: Pick<StoredVersion, "number" | "publishedAt" | "note" | "layout">,
  before: Pick<StoredVersion, "number" | "layout"> | null,
): StoredSheet => ({
  layout: version.layout,
  version: version.number,
  published: `published ${version.publishedAt.toISOString().slice(0, 10)}`,
  at: version.publishedAt,
  note: version.note,
  before: before && { number: before.number, layout: before.layout },
});

/** What is needed to write a version. */
export type ToPack = {
  readonly specId: number;
  readonly number: VersionNumber;
  readonly layout: StoredText;
  readonly note: string;
  readonly publishedAt: Date;
};

/** Writes all files of a version without storing them. `before` is the id of the version that its changes are counted from. */
export const writtenVersion = async (sql: Sql, { specId, number, ...version }: ToPack, write: WriteVersion) => {
  const [spec] = await sql<{ package: string; description: string }[]>`SELECT package, description FROM spec WHERE id = ${specId}`;
  if (!spec) throw new Error(`there is no spec ${specId}`);
  const [before, earlier] = await Promise.all([versionBefore(sql, specId, number), changesBefore(sql, specId, number)]);
  const sheet = sheetOf({ number: versionText(number), ...version }, before);
  const task: VersionTask = {
    kind: "version",
    sheet,
    release: { name: spec.package, description: spec.description, home: homeOf(spec.package), earlier },
  };
  return { before: before?.id ?? null, ...(await write(task)) };
};

/** How many versions are packed while somebody is waiting. */
const mostAtOnce = 20;

/**
 * Packs versions without a package: from before packages existed, or inserted by hand. Each has its own transaction, so that
 * packing can be interrupted and continued. Returns how many were packed.
 */
export const packOlder = async (
  sql: postgres.Sql,
  write: WriteVersion,
  asked: { readonly specId?: number; readonly most?: number; readonly told?: (done: number) => void } = {},
): Promise<number> => {
  const { specId = null, most = mostAtOnce, told } = asked;
  let done = 0;
  while (done < most) {
    const waiting = await unpackedVersions(sql, specId, Math.min(mostAtOnce, most - done));
    for (const { id, specId: of, ...number } of waiting) {
      const version = await readStoredVersion(sql, of, number);
      if (!version) throw new Error(`there is no version ${id}`);
      const written = await writtenVersion(sql, { ...version, specId: of, number }, write);
      if (!written.ok) throw new Error(`version ${version.number} of spec ${of} could not be packed: ${written.problem.detail}`);
      await inTransaction(sql, (transaction) => keepVersion(transaction, of, id, written.value));
      told?.((done += 1));
    }
    if (waiting.length === 0) return done;
  }
  return done;
};
