"use client";

import { readStoredText } from "@ypsiline/core";
import { type ReactNode, useMemo } from "react";
import type { LayoutText } from "@/ui/layout-text";
import { notify } from "@/ui/notify";
import { restoreMoment } from "./restore-moment";
import { type Draft, DraftContext, useDraftOfPage } from "./draft-provider";

const past = "This is the draft as it stood. Restore it to change it.";

type Props = { readonly revision: number; readonly layout: LayoutText; readonly children: ReactNode };

/** The draft's pages at an earlier moment, read-only. The draft itself stays open beside it. */
export const DraftAtMoment = ({ revision, layout: text, children }: Props) => {
  const now = useDraftOfPage();
  const layout = useMemo(() => readStoredText(text), [text]);
  const value = useMemo(
    (): Draft => ({
      ...now,
      layout,
      mayEdit: false,
      mayPublish: false,
      edit: () => past,
      editOrSay: () => notify(past),
      // The draft's keyboard shortcuts would work here too, unseen.
      undo: () => notify(past),
      redo: () => notify(past),
      comments: [],
      moment: { revision, restoreMoment: now.mayEdit ? () => restoreMoment(now, layout) : null },
    }),
    [now, revision, layout],
  );
  return <DraftContext.Provider value={value}>{children}</DraftContext.Provider>;
};
