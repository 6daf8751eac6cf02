"use client";

import type { Breakpoint, Layout, Resolution } from "@ypsiline/core";
import dynamic from "next/dynamic";
import { notify } from "@/ui/notify";
import { useDraftOfPage } from "@/draft/draft-provider";
import type { Facet } from "./facets/facet";

// Dialogs are fetched when first opened: they are rarely needed and weigh as much as the rest.
const AddBreakpointDialog = dynamic(() => import("./ladder/add-breakpoint-dialog").then((module) => module.AddBreakpointDialog));
const CarryDialog = dynamic(() => import("./ledger/carry-dialog").then((module) => module.CarryDialog));
const SeveralDialog = dynamic(() => import("./ledger/several-dialog").then((module) => module.SeveralDialog));
const CommentDialog = dynamic(() => import("./comment-dialog").then((module) => module.CommentDialog));
const RepairDialog = dynamic(() => import("./findings/repair-dialog").then((module) => module.RepairDialog));
const WordMapDialog = dynamic(() => import("./areas/word-map-dialog").then((module) => module.WordMapDialog));
const ShortcutsDialog = dynamic(() => import("./shortcuts-dialog").then((module) => module.ShortcutsDialog));

export type DialogName = "add-breakpoint" | "carry" | "comment" | "repair" | "several" | "shortcuts" | "word-map";

type Props = {
  readonly open: DialogName | null;
  readonly breakpoint: Breakpoint;
  /** The breakpoint at its drawn-at width; null if it cannot be resolved. */
  readonly resolution: Resolution | null;
  readonly facet: Facet;
  /** Breakpoints that are selected in the ledger. */
  readonly picked: ReadonlySet<string>;
  /** The selected area; null if there is none. */
  readonly chosen: string | null;
  /** Adds a breakpoint and looks at it, or says why it cannot be. */
  readonly onAdd: (layout: Layout, id: string) => string | null;
  readonly onTake: (layout: Layout) => void;
  readonly onClose: () => void;
};

/** The workbench's dialogs, one at a time. */
export const Dialogs = ({ open, breakpoint, resolution, facet, picked, chosen, onAdd, onTake, onClose }: Props) => {
  const { address, layout, mayEdit, undo } = useDraftOfPage();
  /** Closes; what was decided on is taken. */
  const done = (next: Layout | null, words: string | null = null): void => {
    if (next) onTake(next);
    if (next && words !== null) notify(words, undo);
    onClose();
  };
  switch (open) {
    case "add-breakpoint":
      return <AddBreakpointDialog layout={layout} at={breakpoint.id} onAdd={onAdd} onClose={onClose} />;
    case "carry":
      return <CarryDialog layout={layout} from={breakpoint} facet={facet} onDone={(next) => done(next)} />;
    case "comment":
      return <CommentDialog address={address} layout={layout} about={chosen ?? breakpoint.id} onClose={onClose} />;
    case "repair":
      return <RepairDialog layout={layout} onDone={(next) => done(next, "The repair was applied.")} />;
    case "word-map":
      return (
        resolution && (
          <WordMapDialog
            layout={layout}
            breakpoint={breakpoint}
            resolution={resolution}
            readOnly={!mayEdit}
            onDone={(next) => done(next)}
          />
        )
      );
    case "several":
      return <SeveralDialog layout={layout} picked={picked} onDone={(next) => done(next)} />;
    case "shortcuts":
      return <ShortcutsDialog onClose={onClose} />;
    case null:
      return null;
    default:
      return open satisfies never;
  }
};
