import { applyChanges, type Change, type Conflict, type Issue, type Layout } from "@ypsiline/core";
import type postgres from "postgres";
import { followFault } from "./follow";
import { happened } from "./happenings";
import { lockDraft, writeDraft } from "./specs";

export type Saved =
  | { readonly ok: true; readonly revision: number; readonly layout: Layout }
  | {
      readonly ok: false;
      readonly revision: number;
      readonly layout: Layout;
      readonly conflicts: readonly Conflict[];
      readonly issues: readonly Issue[];
    };

/**
 * Applies changes to the draft as it stands now, whatever revision they were made on: changes of different
 * numbers merge, changes of the same number come back as conflicts with nothing written. Null where there is no draft.
 */
export const saveChanges = (
  sql: postgres.Sql,
  edit: { teamId: number; specId: number; personId: number; madeOn: number; changes: readonly Change[] },
): Promise<Saved | null> =>
  sql.begin(async (transaction): Promise<Saved | null> => {
    const draft = await lockDraft(transaction, edit.specId);
    if (!draft) return null;
    const applied = applyChanges(draft.layout, edit.changes);
    if (!applied.ok)
      return { ok: false, revision: draft.revision, layout: draft.layout, conflicts: applied.conflicts, issues: applied.issues };
    const unfollowed = await followFault(transaction, edit, draft.layout, applied.layout);
    if (unfollowed) return { ok: false, revision: draft.revision, layout: draft.layout, conflicts: [], issues: [unfollowed] };
    const revision = draft.revision + 1;
    await writeDraft(transaction, { ...edit, revision, layout: applied.layout });
    await happened(transaction, { kind: "edited", ...edit, revision });
    return { ok: true, revision, layout: applied.layout };
  });
