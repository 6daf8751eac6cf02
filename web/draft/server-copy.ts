import { applyChanges, type Change, compareLayouts, type Conflict, type Layout } from "@ypsiline/core";
import { inWholeParts, mergeChanges } from "./merge-changes";

/** A draft as the server has it. */
export type Revision = { readonly revision: number; readonly layout: Layout };

/** Changes sent under a name of their own: sent again under it, they are written once. */
export type SentChanges = { readonly id: string; readonly changes: readonly Change[] };

/**
 * What a page leaves to the next: its unsaved changes and, if some were sent without an answer, what was sent and what was
 * done since. The server may or may not have what was sent.
 */
export type Unsaved = {
  readonly changes: readonly Change[];
  readonly sent?: SentChanges & { readonly since: readonly Change[] };
};

/**
 * What is known about the server's draft. `unanswered` was sent without an answer, with the draft at that time. It is sent
 * again unchanged before anything else, because the server may have it.
 */
export type ServerCopy = { readonly base: Revision; readonly unanswered: (SentChanges & { readonly layout: Layout }) | null };

/** Changes that the server is not known to have. */
export const pendingOn = ({ base }: ServerCopy, layout: Layout): readonly Change[] => compareLayouts(base.layout, layout);

/** The unsaved changes of a draft, with `besides`: changes that are not in it. Null if everything is saved. */
export const unsavedOn = (copy: ServerCopy, layout: Layout, besides: readonly Change[]): Unsaved | null => {
  const changes = [...pendingOn(copy, layout), ...besides];
  if (!copy.unanswered) return changes.length === 0 ? null : { changes };
  const { id, changes: sent, layout: through } = copy.unanswered;
  return { changes, sent: { id, changes: sent, since: compareLayouts(through, layout) } };
};

/** A draft after taking over what others saved, with its conflicts as they were made and as they are shown. */
export type Rebased = { readonly layout: Layout; readonly conflicts: readonly Conflict[]; readonly shown: readonly Conflict[] };

/** Takes over the server's draft and applies what was done here since `from`. */
export const rebasedOn = (server: Layout, from: Layout, mine: Layout): Rebased => {
  // The server has what was sent, so the local draft already is that plus later changes, and stays the same object.
  if (server === from) return { layout: mine, conflicts: [], shown: [] };
  const { layout, conflicts } = mergeChanges(server, compareLayouts(from, mine));
  return { layout, conflicts, shown: inWholeParts(conflicts, server, mine) };
};

/**
 * Restores what an earlier page sent without an answer, whether the server has it by now or not, and what was done since.
 * Null if it no longer applies to the draft.
 */
export const sentPutBack = (
  copy: ServerCopy,
  layout: Layout,
  { id, changes, since }: NonNullable<Unsaved["sent"]>,
): { readonly copy: ServerCopy; readonly layout: Layout } | null => {
  const through = applyChanges(layout, changes);
  const now = through.ok ? applyChanges(through.layout, since) : through;
  if (!through.ok || !now.ok) return null;
  const isFirst = layout === copy.base.layout && !copy.unanswered;
  return { copy: isFirst ? { ...copy, unanswered: { id, changes, layout: through.layout } } : copy, layout: now.layout };
};
