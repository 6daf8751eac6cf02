"use client";

import { type Change, changeInPlace, countChanges, type Layout, plainText } from "@ypsiline/core";
import { Redo2, Search, Undo2 } from "lucide-react";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useMemo } from "react";
import { Mark } from "@/ui/mark";
import { useDraftOfPage } from "../draft-provider";
import { newestAfter } from "../followed";
import { PresenceList } from "../presence-list";
import { SaveWords } from "../save-words";
import { SpecChooser } from "./spec-chooser";

/** The followed spec, and whether it has a newer version. */
const FollowLine = ({ path }: { readonly path: string }) => {
  const { layout, followed } = useDraftOfPage();
  const { follows } = layout;
  if (!follows) return null;
  const newest = newestAfter(followed, follows.version);
  return (
    <Link className={`follow-line ${newest ? "news" : ""}`} href={`${path}/follow`} prefetch={false}>
      {newest ? (
        <>
          <span className="num">{newest}</span> of {followed?.name} is out
        </>
      ) : (
        <>
          Follows {follows.spec} <span className="num">{follows.version}</span>
        </>
      )}
    </Link>
  );
};

/** How the draft differs from the latest version, with a link to the changes. */
const StateOfDraft = ({ path }: { readonly path: string }) => {
  const { latest, withdrawn, mayEdit, archived, layout } = useDraftOfPage();
  const changes = useMemo(() => (latest ? countChanges(latest.layout, layout) : 0), [latest, layout]);
  const counted = `${changes} ${changes === 1 ? "change" : "changes"} since`;
  const before = archived ? "Archived, read only · " : mayEdit ? "" : "Read only · ";
  return (
    <Link
      className="badge-line"
      href={`${path}/publish`}
      prefetch={false}
      title={`${before}Draft: ${latest ? `${counted} ${latest.number}` : withdrawn !== null ? `${withdrawn} withdrawn` : "not published yet"}`}
    >
      {before}
      {latest ? (
        <>
          Draft: {counted} <span className="num">{latest.number}</span>
        </>
      ) : withdrawn !== null ? (
        <>
          Draft: <span className="num">{withdrawn}</span> withdrawn
        </>
      ) : (
        "Draft: not published yet"
      )}
    </Link>
  );
};

/** "Undo: Desk gutter 24 → 32, and 2 more". */
const undoTitle = ([first, ...others]: readonly Change[], layout: Layout): string | undefined =>
  first && `Undo: ${plainText(changeInPlace(first, layout))}${others.length > 0 ? `, and ${others.length} more` : ""}`;

type Props = {
  readonly path: string;
  /** Opens the command menu. */
  readonly onMenu: () => void;
};

/** The bar of a draft's pages: the spec, the state of its draft, who else is here, saving, undo, and publishing. */
export const SpecBar = ({ path, onMenu }: Props) => {
  const { teamName, mayEdit, mayPublish, state, undo, redo } = useDraftOfPage();
  // Undo would not be visible while an earlier moment is shown.
  const atMoment = useSearchParams().has("moment");
  const editing = mayEdit && !atMoment;
  return (
    <header className="bar">
      <Link href="/specs" className="brand" prefetch={false} aria-label="Ypsiline: all specs" title="All specs">
        <Mark />
      </Link>
      <Link href="/specs" className="crumb" prefetch={false} title={teamName}>
        {teamName}
      </Link>
      <span className="crumb" aria-hidden="true">
        /
      </span>
      <SpecChooser />
      <StateOfDraft path={path} />
      <FollowLine path={path} />
      <span className="space" />
      <PresenceList />
      <button
        type="button"
        className="btn btn-bar"
        aria-label="Go to anything"
        title="Go to anything, or do anything (Ctrl or ⌘ + K)"
        onClick={onMenu}
      >
        <Search size={14} aria-hidden="true" />
      </button>
      {editing && (
        <>
          <SaveWords save={state.save} kept={state.kept} />
          <button
            type="button"
            className="btn btn-bar"
            onClick={undo}
            disabled={!state.canUndo}
            title={undoTitle(state.undoes, state.layout)}
          >
            <Undo2 size={14} aria-hidden="true" /> Undo
          </button>
          <button type="button" className="btn btn-bar" onClick={redo} disabled={!state.canRedo} aria-label="Redo">
            <Redo2 size={14} aria-hidden="true" />
          </button>
        </>
      )}
      <Link className={`btn ${mayPublish ? "btn-publish" : "btn-bar"}`} href={`${path}/publish`} prefetch={false}>
        {mayPublish ? "Review and publish" : "Review"}
      </Link>
    </header>
  );
};
