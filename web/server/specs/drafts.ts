import { type Change, type Conflict, type Issue, sameJson } from "@ypsiline/core";
import type postgres from "postgres";
import { editedText, type EditOutcome } from "../heavy/draft-edit";
import { followFault } from "./follow";
import { happened } from "../happenings/happenings";
import { roomFault } from "../teams/kept-bytes";
import type { Problem } from "../http/problem";
import type { Doing } from "./publishing";
import type { Result } from "../http/request-body";
import { changesSaved, lockDraft, readStoredDraft, writeDraft } from "./specs";
import type { StoredText } from "../database/stored-text";
import type { Write } from "../database/transaction";

export type Saved =
  /** `again` is true if the changes had been written before, and were not written twice. */
  | { readonly ok: true; readonly again: boolean; readonly revision: number; readonly layout: StoredText }
  | {
      readonly ok: false;
      readonly revision: number;
      readonly layout: StoredText;
      readonly conflicts: readonly Conflict[];
      readonly issues: readonly Issue[];
    };

type Edit = { readonly madeOn: number; readonly saveId?: string | undefined; readonly changes: readonly Change[] };

/** Changes applied to a stored draft by a worker. */
export type EditByWorker = (layout: StoredText, changes: readonly Change[]) => Promise<Result<EditOutcome>>;

const otherwise: Issue = { path: "/id", message: "was sent with other changes before; changes have an id of their own" };

/** Largest draft, characters of JSON, that is changed on this thread (a few ms). A worker changes larger ones. */
const small = 48 * 1024;
/** How often a worker tries again because the draft has changed meanwhile. */
const mostTries = 8;

const busy: Problem = {
  code: "busy",
  detail: "Others are changing this draft; your changes are sent again in a moment.",
  headers: { "Retry-After": "1" },
};

/** Writes an outcome to the draft it was made from. The caller has locked the draft. */
const written = async (
  sql: postgres.TransactionSql,
  doing: Doing,
  edit: Edit,
  draft: { readonly revision: number; readonly layout: StoredText },
  outcome: EditOutcome,
): Promise<Result<Saved>> => {
  const { revision, layout } = draft;
  const refused = (conflicts: readonly Conflict[], issues: readonly Issue[]): Result<Saved> => ({
    ok: true,
    value: { ok: false, revision, layout, conflicts, issues },
  });
  if (!outcome.ok) return refused(outcome.conflicts, outcome.issues);
  const unfollowed = await followFault(sql, doing, outcome.follows.before, outcome.follows.after);
  if (unfollowed) return refused([], [unfollowed]);
  const problem = await roomFault(sql, doing.teamId, 0, "history");
  if (problem) return { ok: false, problem };
  const next = { ...doing, ...edit, revision: revision + 1, layout: outcome.layout, summary: outcome.summary };
  await writeDraft(sql, next);
  await happened(sql, { kind: "edited", ...doing, revision: next.revision });
  return { ok: true, value: { ok: true, again: false, revision: next.revision, layout: outcome.layout } };
};

/** The result for changes that were sent before under the same name, without an answer; null if none were. */
const savedBefore = async (
  sql: postgres.TransactionSql,
  specId: number,
  { saveId, changes }: Edit,
  draft: { readonly revision: number; readonly layout: StoredText },
): Promise<Saved | null> => {
  const before = saveId === undefined ? null : await changesSaved(sql, specId, saveId);
  if (!before) return null;
  return sameJson(before, changes) ? { ok: true, again: true, ...draft } : { ok: false, ...draft, conflicts: [], issues: [otherwise] };
};

/**
 * Applies changes to the current draft, whatever revision they were made on. Changes of different numbers merge;
 * changes of the same number are returned as conflicts, and nothing is written. Changes sent before under the same key,
 * whose answer was lost, are in the draft already and are not applied again. Null if there is no draft.
 *
 * A small draft is changed under its lock. A large one is changed by a worker without a lock or transaction, and
 * written if its revision is still the same; otherwise it is changed again.
 */
export const saveChanges = async (
  pool: postgres.Sql,
  write: Write<{ readonly doing: Doing }>,
  specId: number,
  edit: Edit,
  byWorker: EditByWorker,
): Promise<Result<Saved | null>> => {
  type Large = { readonly large: true };
  const large: Large = { large: true };
  const attempt = (made: { readonly revision: number; readonly outcome: EditOutcome } | null) =>
    write(async (sql, { doing }): Promise<Result<Saved | null> | Large> => {
      if (!(await lockDraft(sql, doing.specId))) return { ok: true, value: null };
      const draft = await readStoredDraft(sql, doing.specId);
      if (!draft) return { ok: true, value: null };
      const before = await savedBefore(sql, doing.specId, edit, draft);
      if (before) return { ok: true, value: before };
      if (made?.revision === draft.revision) return written(sql, doing, edit, draft, made.outcome);
      return draft.layout.length > small ? large : written(sql, doing, edit, draft, editedText(draft.layout, edit.changes));
    });
  let done = await attempt(null);
  for (let tries = 0; "large" in done; tries += 1) {
    const draft = tries < mostTries ? await readStoredDraft(pool, specId) : null;
    if (!draft) return { ok: false, problem: busy };
    const outcome = await byWorker(draft.layout, edit.changes);
    if (!outcome.ok) return outcome;
    done = await attempt({ revision: draft.revision, outcome: outcome.value });
  }
  return done;
};
