"use client";

import { Undo2 } from "lucide-react";
import Link from "next/link";
import { TopBar } from "@/ui/brand";
import { useDraftOfPage } from "./draft-provider";
import { PresenceList } from "./presence-list";
import { SaveWords } from "./save-words";

type Props = {
  readonly title: string;
  /** What stands between the spec and the page. */
  readonly within?: string;
  /** What the sheet looks at when somebody goes back to it, as a query. */
  readonly sheet: string;
};

const Slash = () => (
  <span className="crumb" aria-hidden="true">
    /
  </span>
);

/** The bar of a draft's pages beside the workbench: where this is, how saving stands, and the way back. */
export const DraftBar = ({ title, within, sheet }: Props) => {
  const { address, layout, mayEdit, state, undo } = useDraftOfPage();
  const path = `/specs/${address.team}/${address.spec}`;
  return (
    <TopBar
      crumbs={
        <>
          <Link href={path} className="crumb" prefetch={false}>
            {layout.name}
          </Link>
          <Slash />
          {within && (
            <>
              <span className="crumb">{within}</span>
              <Slash />
            </>
          )}
          <h1 className="here fs-6">{title}</h1>
        </>
      }
    >
      <PresenceList />
      {mayEdit && <SaveWords save={state.save} kept={state.kept} />}
      {mayEdit && (
        <button type="button" className="btn btn-bar" onClick={undo} disabled={!state.canUndo}>
          <Undo2 size={14} aria-hidden="true" /> Undo
        </button>
      )}
      <Link className="btn btn-bar" href={`${path}?${sheet}`} prefetch={false}>
        Back to the sheet
      </Link>
    </TopBar>
  );
};
