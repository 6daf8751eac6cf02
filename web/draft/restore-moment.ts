import type { Layout } from "@ypsiline/core";
import type { Draft } from "./draft-provider";

/** The outcome of restoring a moment, and the words to show. */
export type Restored = { readonly done: boolean; readonly words: string };

/**
 * Restores a moment of the draft as one edit, and waits until it is saved. What the spec follows stays if it cannot be
 * restored; the page says so (`DraftState.aside`).
 */
export const restoreMoment = async (
  { edit, store }: Pick<Draft, "store"> & { readonly edit: (next: Layout) => string | null },
  moment: Layout,
): Promise<Restored> => {
  const fault = edit(moment);
  if (fault !== null) return { done: false, words: fault };
  void store.flush();
  const { save, aside } = await store.whenSent();
  switch (save.kind) {
    case "saved":
      return {
        done: true,
        words: `The draft is as it was then${aside.some(({ path }) => path[0] === "follows") ? ", but for what it follows" : ""}. Undo reverts it.`,
      };
    case "failed":
      return { done: false, words: `This moment is on this page, but not saved yet: ${save.detail}` };
    case "refused":
      return { done: false, words: `This moment could not be saved: ${save.detail}` };
    default:
      return {
        done: false,
        words: "Others have changed the draft since. Choose which values to keep; the restored moment is saved with them.",
      };
  }
};
