import { parseVersion } from "@ypsiline/core";
import type postgres from "postgres";
import type { StoredText } from "../database/stored-text";
import type { Result } from "../http/request-body";
import { readStoredDraft } from "../specs/specs";
import { latestNumber, readStoredVersion } from "../specs/versions";

/** The document that a text names: the draft, the latest version, or a version by its number. `path` is where it was named. */
export const layoutNamed = async (sql: postgres.Sql, specId: number, named: string, path: string): Promise<Result<StoredText>> => {
  if (named === "draft") {
    const draft = await readStoredDraft(sql, specId);
    return draft ? { ok: true, value: draft.layout } : { ok: false, problem: { code: "not-found", detail: "This spec has no draft." } };
  }
  const latest = named === "latest" ? await latestNumber(sql, specId) : named;
  const number = latest === null ? null : parseVersion(latest);
  if (latest !== null && !number) {
    const message = "must be a version number like 2.1.0, latest, or draft";
    return { ok: false, problem: { code: "malformed", detail: `${path} ${message}.`, issues: [{ path, message }] } };
  }
  const version = number && (await readStoredVersion(sql, specId, number));
  return version
    ? { ok: true, value: version.layout }
    : {
        ok: false,
        problem: { code: "not-found", detail: latest === null ? "There is no version yet." : `There is no version ${latest}.` },
      };
};
