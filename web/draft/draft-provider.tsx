"use client";

import { type Layout, parseLayout } from "@ypsiline/core";
import dynamic from "next/dynamic";
import { useRouter, useSearchParams } from "next/navigation";
import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from "react";
import { notify, NoticesPlace } from "@/ui/notify";
import { InBrowser, Opening } from "@/ui/in-browser";
import { type GivenLayout, useLayout } from "@/ui/layout-text";
import { ask } from "@/ui/request";
import type { DraftState, DraftStore } from "./draft-store";
import { SpecFrame } from "./frame/spec-frame";
import { type Looking, lookingOf } from "@/ui/spec-views";
import { type DraftAddress, tabName, useDraft } from "./use-draft";
import type { Present } from "./live-store";
import type { Restored } from "./restore-moment";
import { useLive } from "./use-live";

const ConflictDialog = dynamic(() => import("./conflict-dialog").then((module) => module.ConflictDialog));
const AsideDialog = dynamic(() => import("./conflict-dialog").then((module) => module.AsideDialog));

/** A spec that another was made to follow. */
export type FollowedSpec = {
  readonly team: string;
  readonly teamName: string;
  readonly spec: string;
  readonly name: string;
  readonly versions: readonly { readonly number: string; readonly note: string }[];
};

type Given = {
  readonly address: DraftAddress;
  readonly teamName: string;
  readonly latest: { readonly number: string; readonly layout: Layout } | null;
  /** The highest version, where every version was withdrawn. */
  readonly withdrawn: string | null;
  readonly mayEdit: boolean;
  /** The followed spec with its versions, the latest first; null if there is none, or none that the person may see. */
  readonly followed: FollowedSpec | null;
  /** Archived: nobody can edit it until it is restored. */
  readonly archived: boolean;
  readonly mayPublish: boolean;
  readonly mayManageTeam: boolean;
};

/** An open comment. */
export type OpenComment = {
  readonly id: number;
  readonly about: string;
  readonly words: string;
  readonly person: string;
  /** The number of open threads about it; this is the latest. */
  readonly count: number;
};

/** The draft of a page: one live state with its undo steps, shared by all pages of the draft. */
export type Draft = Given & {
  readonly store: DraftStore;
  readonly state: DraftState;
  readonly layout: Layout;
  /** Makes an edit, or returns why it cannot be made. The draft is always a valid layout. */
  readonly edit: (next: Layout, step?: string | null) => string | null;
  /** Makes an edit, and shows a notice if it cannot be made. */
  readonly editOrSay: (next: Layout) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** The latest open comment about each thing. */
  readonly comments: readonly OpenComment[];
  /** Who else is in the draft, and at which breakpoint. */
  readonly present: readonly Present[];
  /** The breakpoint and width looked at; they are kept from view to view. */
  readonly looking: Looking;
  readonly lookAt: (looking: Looking) => void;
  /** The moment that is shown instead of the draft; null for the draft itself. */
  readonly moment: {
    readonly revision: number;
    /** Restores the moment as one edit; null for people who may not edit. */
    readonly restoreMoment: (() => Promise<Restored>) | null;
  } | null;
};

export const DraftContext = createContext<Draft | null>(null);

/** The draft of the page. @throws Error outside of a draft's pages. */
export const useDraftOfPage = (): Draft => {
  const draft = useContext(DraftContext);
  if (!draft) throw new Error("no draft on this page");
  return draft;
};

type Props = Omit<Given, "latest"> & {
  readonly draft: { readonly revision: number; readonly layout: GivenLayout };
  readonly latest: { readonly number: string; readonly layout: GivenLayout } | null;
  readonly openComments: readonly OpenComment[];
  readonly children: ReactNode;
};

/** The pages of one draft, which share it. They are calculated in the browser from the stored documents. */
export const DraftProvider = (props: Props) => (
  <InBrowser instead={<Opening words="Opening the draft…" />}>
    <LoadedDraft {...props} />
  </InBrowser>
);

/** Fetches documents that were too long to be sent with the page. */
const LoadedDraft = ({ draft, latest, ...props }: Props) => {
  const [stored, published] = [useLayout(draft.layout), useLayout(latest?.layout ?? null)];
  if (stored === "failed" || published === "failed")
    return <Opening words="The draft could not be loaded. Check the connection and reload the page." failed />;
  if (stored === null || stored === "loading" || published === "loading") return <Opening words="Opening the draft…" />;
  return (
    <DraftOfPages
      {...props}
      revision={stored.revision ?? draft.revision}
      layout={stored.layout}
      published={latest && published && { number: latest.number, layout: published.layout }}
    />
  );
};

type Loaded = Omit<Props, "draft" | "latest"> & {
  readonly revision: number;
  readonly layout: Layout;
  readonly published: Given["latest"];
};

const gone = "Somebody else has changed this number since, so it was left as it is.";

/** Holds one draft for all of its pages, and asks where two people changed the same number. */
const DraftOfPages = ({ revision, layout, published, openComments, children, ...given }: Loaded) => {
  const draft = useMemo(() => ({ revision, layout }), [revision, layout]);
  const [number, of] = [published?.number, published?.layout];
  const latest = useMemo(() => (number === undefined || of === undefined ? null : { number, layout: of }), [number, of]);
  const { store, state } = useDraft(given.address, draft, !given.mayEdit);
  const { address, teamName, withdrawn, followed, mayEdit, archived, mayPublish, mayManageTeam } = given;
  const router = useRouter();
  const [comments, setComments] = useState(openComments);
  // The address decides what is shown at first, because links to other views have it before this view reports its own.
  const query = useSearchParams();
  const [looking, setLooking] = useState<Looking>(() => lookingOf(Object.fromEntries(query)));
  const lookAt = useCallback((next: Looking) => setLooking((before) => ({ ...before, ...next })), []);
  const present = useLive(address, tabName, looking.at ?? "", {
    // What the server gives the page is asked for again; the draft, which it holds itself, stays.
    versions: () => router.refresh(),
    draft: (revision) => {
      if (revision === 0 || revision > store.revision()) void store.refresh().then(() => (revision === 0 ? store.flush() : undefined));
    },
    comments: () =>
      void ask("GET /api/drafts/:team/:spec/comments", address).then((answer) => {
        if (answer.ok) setComments(answer.value.open);
      }),
  });
  const value = useMemo((): Draft => {
    const edit = (next: Layout, step: string | null = null): string | null => {
      if (!mayEdit) return "You can read this draft but not change it";
      const parsed = parseLayout(next, store.state().layout);
      if (!parsed.ok) return parsed.issues[0]?.message ?? "That would not be a valid layout";
      store.edit(parsed.value, step);
      return null;
    };
    return {
      address,
      teamName,
      latest,
      withdrawn,
      followed,
      mayEdit,
      archived,
      mayPublish,
      mayManageTeam,
      store,
      state,
      layout: state.layout,
      edit,
      editOrSay: (next) => {
        const words = edit(next);
        if (words !== null) notify(words);
      },
      undo: () => {
        if (!store.undo()) notify(gone);
      },
      redo: () => {
        if (!store.redo()) notify(gone);
      },
      comments,
      present,
      looking,
      lookAt,
      moment: null,
    };
  }, [
    address,
    teamName,
    latest,
    withdrawn,
    followed,
    mayEdit,
    archived,
    mayPublish,
    mayManageTeam,
    store,
    state,
    comments,
    present,
    looking,
    lookAt,
  ]);
  return (
    <DraftContext.Provider value={value}>
      <SpecFrame>{children}</SpecFrame>
      {state.save.kind === "conflict" && (
        <ConflictDialog
          key={state.save.conflicts.length}
          conflicts={state.save.conflicts}
          layout={state.layout}
          onSettle={(choices) => store.settle(choices)}
        />
      )}
      {state.save.kind !== "conflict" && state.aside.length > 0 && (
        <AsideDialog aside={state.aside} layout={state.layout} onRead={() => store.letGo()} />
      )}
      <NoticesPlace />
    </DraftContext.Provider>
  );
};
