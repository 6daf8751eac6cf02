import { applyChanges, type Change, type Conflict, type Issue, type Layout, sameJson } from "@ypsiline/core";
import type postgres from "postgres";
import { followFault } from "./follow";
import { happened } from "./happenings";
import { changesSaved, lockDraft, writeDraft } from "./specs";

export type Saved =
  /** `again`: they were written before, and are not written twice. */
  | { readonly ok: true; readonly again: boolean; readonly revision: number; readonly layout: Layout }
  | {
      readonly ok: false;
      readonly revision: number;
      readonly layout: Layout;
      readonly conflicts: readonly Conflict[];
      readonly issues: readonly Issue[];
    };

const otherwise: Issue = { path: "/id", message: "was sent with other changes before; changes have an id of their own" };

/**
 * Applies changes to the draft as it stands now, whatever revision they were made on: changes of different
 * numbers merge, changes of the same number come back as conflicts with nothing written. What was sent before under the
 * same name, its answer lost, is in the draft already and is not looked at again. Null where there is no draft.
 */
export const saveChanges = (
  sql: postgres.Sql,
  edit: { teamId: number; specId: number; personId: number; madeOn: number; saveId?: string | undefined; changes: readonly Change[] },
): Promise<Saved | null> =>
  sql.begin(async (transaction): Promise<Saved | null> => {
    const draft = await lockDraft(transaction, edit.specId);
    if (!draft) return null;
    const before = edit.saveId === undefined ? null : await changesSaved(transaction, edit.specId, edit.saveId);
    if (before && sameJson(before, edit.changes)) return { ok: true, again: true, revision: draft.revision, layout: draft.layout };
    if (before) return { ok: false, revision: draft.revision, layout: draft.layout, conflicts: [], issues: [otherwise] };
    const applied = applyChanges(draft.layout, edit.changes);
    if (!applied.ok)
      return { ok: false, revision: draft.revision, layout: draft.layout, conflicts: applied.conflicts, issues: applied.issues };
    const unfollowed = await followFault(transaction, edit, draft.layout, applied.layout);
    if (unfollowed) return { ok: false, revision: draft.revision, layout: draft.layout, conflicts: [], issues: [unfollowed] };
    const revision = draft.revision + 1;
    await writeDraft(transaction, { ...edit, revision, layout: applied.layout });
    await happened(transaction, { kind: "edited", ...edit, revision });
    return { ok: true, again: false, revision, layout: applied.layout };
  });
