"use client";

import { ChevronDown, ChevronUp } from "lucide-react";
import dynamic from "next/dynamic";
import { useState } from "react";
import { useCommands } from "@/draft/commands";
import { SplitMain, SplitSide } from "@/ui/split";
import { benchCommands } from "./bench-commands";
import { Dialogs } from "./dialogs";
import { FacetBar } from "./facets/facet-bar";
import { FacetPanel } from "./facets/facet-panel";
import { layers } from "./facets/layers";
import { Sheet, type SheetSize } from "./sheet/sheet";
import { SidePanel } from "./side-panel";
import { type Bench, useBench } from "./use-bench";
import { useFolded } from "./use-folded";
import { useShortcuts } from "./use-shortcuts";
import { BenchLadder } from "./ladder/bench-ladder";
import { mayAdd } from "./ladder/breakpoint-edits";
import { duplicateBreakpoint } from "./ladder/duplicate-breakpoint";
import { MomentLine } from "./moment-line";

const Pointers = dynamic(() => import("./pointers").then((module) => module.Pointers), { ssr: false });

type Props = {
  readonly query: Readonly<Record<string, string>>;
  /** Whether its reader is pointed to what is on it: a first visit. */
  readonly pointed: boolean;
};

/** The page where a draft's numbers are set: ladder, sheet, sum line, ledger, findings and spans. */
export const Workbench = ({ query, pointed }: Props) => {
  const bench = useBench(query);
  const { draft, facet, layout, breakpoint } = bench;
  const { mayEdit, undo, redo } = draft;
  const [ledgerFolded, foldLedger] = useFolded("ledger");
  const [sideFolded, foldSide] = useFolded("findings");
  const { Ledger, Actions } = facet;

  useCommands(() => benchCommands(bench));
  useShortcuts({
    "mod+z": undo,
    "mod+shift+z": redo,
    "mod+y": redo,
    "[": () => bench.go(-1),
    "]": () => bench.go(1),
    ...Object.fromEntries(layers.map(({ id, key }) => [key, () => bench.toggle(id)])),
    m: () => bench.read(!bench.reading),
    ...(bench.mayComment ? { c: () => bench.open("comment") } : {}),
    ...(mayEdit && mayAdd(layout) ? { d: () => duplicateBreakpoint(bench) } : {}),
    l: foldLedger,
    f: foldSide,
    Escape: () => bench.showPreview(null),
    "?": () => bench.open("shortcuts"),
  });

  return (
    <div className="workbench">
      <h1 className="visually-hidden">{layout.name}</h1>
      <MomentLine path={bench.path} />
      <div className={`split layout-areas bench ${sideFolded ? "side-folded" : ""}`}>
        <SplitMain className="bench-main">
          <BenchLadder bench={bench} />
          <FacetBar facet={facet.id} shown={bench.shown} onFacet={bench.showFacet} onToggle={bench.toggle} />
          <SheetOfBench bench={bench} />
          <FacetPanel
            facet={facet}
            layout={layout}
            breakpoint={breakpoint}
            resolution={bench.resolution}
            base={bench.base}
            readOnly={!mayEdit}
            mark={bench.mark}
            onLayout={bench.edit}
            onBreakpoint={bench.setBreakpoint}
            onWidth={(width) => bench.look({ at: breakpoint.id, width })}
            chosen={bench.chosen}
            onChoose={bench.choose}
          />
          {Actions && <Actions bench={bench} />}
          <button type="button" className="fold" aria-expanded={!ledgerFolded} onClick={foldLedger}>
            {ledgerFolded ? <ChevronUp size={12} aria-hidden="true" /> : <ChevronDown size={12} aria-hidden="true" />} Ledger
          </button>
          {!ledgerFolded && (
            <>
              {" "}
              <Ledger bench={bench} />
            </>
          )}
        </SplitMain>
        <SplitSide className="bench-side">
          <SidePanel bench={bench} folded={sideFolded} onFold={foldSide} />
        </SplitSide>
      </div>
      {pointed && <Pointers />}
      <Dialogs
        open={bench.dialog}
        breakpoint={breakpoint}
        resolution={bench.resolution}
        facet={facet}
        picked={bench.picked}
        chosen={facet.areaWork ? bench.chosen : null}
        onAdd={(next, id) => {
          const words = bench.edit(next);
          if (words === null) bench.select(id, next);
          return words;
        }}
        onTake={bench.editOrSay}
        onClose={() => bench.open(null)}
      />
    </div>
  );
};

const SheetOfBench = ({ bench }: { readonly bench: Bench }) => {
  const { draft, facet, path, read, preview } = bench;
  const resolution = preview?.resolution ?? bench.resolution;
  const [size, setSize] = useState<SheetSize>("width");
  if (!resolution) return <p className="sheet fault p-3">{bench.unresolved}</p>;
  return (
    <Sheet
      resolution={resolution}
      shown={bench.shown}
      facet={facet}
      base={bench.base}
      mark={bench.mark}
      reading={bench.reading}
      comments={draft.comments}
      commentsPath={`${path}/publish`}
      onReading={read}
      onComment={bench.mayComment ? () => bench.open("comment") : null}
      size={size}
      onSize={setSize}
      length={bench.view.length}
      onLength={(length) => bench.look({ length })}
      preview={preview}
      spec={path}
      areas={preview === null ? (facet.areaWork?.(bench) ?? null) : null}
    />
  );
};
