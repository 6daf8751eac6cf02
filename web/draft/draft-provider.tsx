"use client";

import { type Layout, parseLayout } from "@ypsiline/core";
import dynamic from "next/dynamic";
import { createContext, type ReactNode, useContext, useMemo } from "react";
import { toast, Toaster } from "sonner";
import type { DraftState, DraftStore } from "./draft-store";
import { type DraftAddress, useDraft } from "./use-draft";

const ConflictDialog = dynamic(() => import("./conflict-dialog").then((module) => module.ConflictDialog));

type Given = {
  readonly address: DraftAddress;
  readonly teamName: string;
  readonly latest: { readonly number: string; readonly layout: Layout } | null;
  readonly mayEdit: boolean;
  readonly mayPublish: boolean;
  readonly mayManageTeam: boolean;
};

/** A draft as its pages have it: one live state, with its undo steps, while somebody goes from one page to the other. */
export type Draft = Given & {
  readonly store: DraftStore;
  readonly state: DraftState;
  readonly layout: Layout;
  /** Makes an edit, or says why it cannot be: what would be no layout is never put in the draft. */
  readonly edit: (next: Layout, step?: string | null) => string | null;
  /** Makes an edit and says so in passing where it cannot be. */
  readonly editOrSay: (next: Layout) => void;
  readonly undo: () => void;
  readonly redo: () => void;
};

const DraftContext = createContext<Draft | null>(null);

/** The draft of the page. @throws Error outside of a draft's pages. */
export const useDraftOfPage = (): Draft => {
  const draft = useContext(DraftContext);
  if (!draft) throw new Error("no draft on this page");
  return draft;
};

type Props = Given & { readonly draft: { readonly revision: number; readonly layout: Layout }; readonly children: ReactNode };

const gone = "That number has been changed by somebody else since; it stays.";

/** Holds one draft for all of its pages, and asks where two people changed the same number. */
export const DraftProvider = ({ draft, children, ...given }: Props) => {
  const { store, state } = useDraft(given.address, draft, !given.mayEdit);
  const { address, teamName, latest, mayEdit, mayPublish, mayManageTeam } = given;
  const value = useMemo((): Draft => {
    const edit = (next: Layout, step: string | null = null): string | null => {
      if (!mayEdit) return "You may read this draft, not change it";
      const parsed = parseLayout(next);
      if (!parsed.ok) return parsed.issues[0]?.message ?? "That would be no layout";
      store.edit(parsed.value, step);
      return null;
    };
    return {
      address,
      teamName,
      latest,
      mayEdit,
      mayPublish,
      mayManageTeam,
      store,
      state,
      layout: state.layout,
      edit,
      editOrSay: (next) => {
        const words = edit(next);
        if (words !== null) toast(words);
      },
      undo: () => {
        if (!store.undo()) toast(gone);
      },
      redo: () => {
        if (!store.redo()) toast(gone);
      },
    };
  }, [address, teamName, latest, mayEdit, mayPublish, mayManageTeam, store, state]);
  return (
    <DraftContext.Provider value={value}>
      {children}
      {state.save.kind === "conflict" && (
        <ConflictDialog
          key={state.save.conflicts.length}
          conflicts={state.save.conflicts}
          layout={state.layout}
          onSettle={(choices) => store.settle(choices)}
        />
      )}
      <Toaster position="bottom-center" />
    </DraftContext.Provider>
  );
};
