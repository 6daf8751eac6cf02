import type { HandOffParts, ReviewAnswer } from "@/wire/drawn";
import type { Sql } from "../database/database";
import { type Client, heavyValue } from "../heavy/heavy";
import type { HandOffTask } from "../heavy/kinds";
import { keptResult } from "../heavy/kept-results";
import type { Result } from "../http/request-body";
import { readStoredDraft } from "./specs";
import { highestVersion, type StoredVersion } from "./versions";

/** The review of a draft, calculated once per revision and compared version; null if the draft has changed since. */
export const reviewOf = async (
  sql: Sql,
  specId: number,
  revision: number,
  client: Client,
): Promise<{ readonly last: string | null; readonly result: Promise<Result<ReviewAnswer>> } | null> => {
  const last = await highestVersion(sql, specId);
  const before = last && { number: last.number, layout: last.layout };
  const draft = await readStoredDraft(sql, specId);
  if (!draft || draft.revision !== revision) return null;
  const { layout } = draft;
  const result = keptResult(`review ${specId} ${revision} ${last?.id ?? 0}`, () =>
    heavyValue(client, { kind: "review", layout, last: before }),
  );
  return { last: last?.number ?? null, result };
};

/** The hand-off page of a version, drawn once per version, version before it, and kind of reader. */
export const handOffOf = (
  version: StoredVersion,
  before: StoredVersion | null,
  { client, ...asked }: Pick<HandOffTask, "member" | "areas" | "files" | "stem"> & { readonly client: Client },
): Promise<Result<HandOffParts>> =>
  keptResult(`hand-off ${version.id} ${before?.id ?? 0} ${asked.member} ${asked.areas ?? ""} ${asked.files}`, () =>
    heavyValue(client, { kind: "hand-off", layout: version.layout, before: before?.layout ?? null, ...asked }),
  );
