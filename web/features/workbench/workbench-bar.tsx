"use client";

import { History, Redo2, Undo2 } from "lucide-react";
import Link from "next/link";
import { useDraftOfPage } from "@/draft/draft-provider";
import { PresenceList } from "@/draft/presence-list";
import { SaveWords } from "@/draft/save-words";
import { TopBar } from "@/ui/brand";

type Props = {
  readonly path: string;
  /** How many numbers differ from the latest version. */
  readonly changes: number;
};

/** The workbench's bar: where one is, who else is, whether all is saved, undo, and the way on. */
export const WorkbenchBar = ({ path, changes }: Props) => {
  const { teamName, latest, mayEdit, mayPublish, state, layout, undo, redo } = useDraftOfPage();
  return (
    <TopBar
      crumbs={
        <>
          <Link href="/specs" className="crumb" prefetch={false}>
            {teamName}
          </Link>
          <span className="crumb" aria-hidden="true">
            /
          </span>
          <h1 className="here fs-6" title={layout.name}>
            {layout.name}
          </h1>
          <span className="badge-line">
            {!mayEdit && "Read only · "}
            {latest ? (
              <>
                Draft · {changes} {changes === 1 ? "change" : "changes"} since <span className="num">{latest.number}</span>
              </>
            ) : (
              "Draft · not published yet"
            )}
          </span>
        </>
      }
    >
      <PresenceList />
      {mayEdit && <SaveWords save={state.save} kept={state.kept} />}
      {mayEdit && (
        <>
          <button type="button" className="btn btn-bar" onClick={undo} disabled={!state.canUndo}>
            <Undo2 size={14} aria-hidden="true" /> Undo
          </button>
          <button type="button" className="btn btn-bar" onClick={redo} disabled={!state.canRedo} aria-label="Redo">
            <Redo2 size={14} aria-hidden="true" />
          </button>
        </>
      )}
      <Link className="btn btn-bar" href={`${path}/history`} prefetch={false} aria-label="History" title="History of this draft">
        <History size={14} aria-hidden="true" />
      </Link>
      {latest && (
        <Link className="btn btn-bar" href={`${path}/versions/latest`} prefetch={false}>
          Hand-off page
        </Link>
      )}
      <Link className={`btn ${mayPublish ? "btn-primary" : "btn-bar"}`} href={`${path}/publish`} prefetch={false}>
        {mayPublish ? "Review & publish" : "Review"}
      </Link>
    </TopBar>
  );
};
