"use client";

import { CircleAlert } from "lucide-react";
import type { SaveState } from "./draft-store";

const clock = (at: number): string => new Date(at).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });

/** The state of saving, in the bar. A fault is shown with what happens to the edits. */
export const SaveWords = ({ save, kept }: { readonly save: SaveState; readonly kept: boolean }) => {
  const words = ((): string => {
    switch (save.kind) {
      case "saved":
        return save.at === null ? "All saved" : `Saved ${clock(save.at)}`;
      case "waiting":
      case "saving":
        return kept ? "Saving…" : "Saving… This browser has no room for a copy, so leave the page open.";
      case "failed":
        return save.signIn
          ? "Not saved: sign in again in another tab. Your edits are kept here."
          : kept
            ? "Not saved: the server does not answer. Your edits are kept and sent again."
            : "Not saved: the server does not answer, and this browser has no room to keep your edits. Leave the page open; they are sent again.";
      case "refused":
        return `Not saved: ${save.issues[0] ? `${save.issues[0].path} ${save.issues[0].message}` : save.detail} Undo the edit or change it.`;
      case "conflict":
        return "Not saved: choose which values to keep.";
      default:
        return save satisfies never;
    }
  })();
  const wrong = save.kind === "failed" || save.kind === "refused" || save.kind === "conflict";
  return (
    <span role="status" title={words} className={wrong ? "save-fault" : "crumb"} data-save={save.kind}>
      {wrong && <CircleAlert size={14} aria-hidden="true" />} {words}
    </span>
  );
};
