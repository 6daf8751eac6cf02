"use client";

import {
  applyPatch,
  breakpointAt,
  type Breakpoint,
  check,
  countChanges,
  type Exact,
  type Facet,
  type Finding,
  fromJsonNumber,
  inOrder,
  type Layout,
  parseLength,
  resolve,
  zero,
} from "@ypsiline/core";
import { ChevronDown, ChevronLeft, ChevronRight, ChevronUp } from "lucide-react";
import dynamic from "next/dynamic";
import { startTransition, useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { useDraftOfPage } from "@/draft/draft-provider";
import { useQueryShown } from "@/ui/address";
import { MeasuredInBrowser } from "@/ui/measured-in-browser";
import { Ladder } from "@/ui/ladder/ladder";
import { Said } from "@/ui/num";
import { say } from "@/ui/say";
import { Still } from "@/ui/still";
import { type DialogName, Dialogs } from "./dialogs";
import { BreakpointActions } from "./ladder/breakpoint-actions";
import type { Layer, Shown } from "./facets/facet";
import { FacetBar } from "./facets/facet-bar";
import { FacetPanel } from "./facets/facet-panel";
import { facetOfId, layers } from "./facets/facets";
import { areaOf, facetOf, placeOf } from "./findings/finding-place";
import { FindingsPanel } from "./findings/findings-panel";
import { Ledger } from "./ledger/ledger";
import { addArea, mayAddArea, placeAt } from "./areas/area-edits";
import type { AreaWork } from "./areas/areas-overlay";
import { Sheet, type SheetSize } from "./sheet/sheet";
import { SpansTable } from "./spans-table";
import { takeAllFixes } from "./findings/take-all-fixes";
import { triedLayout, type Trial, trialWords } from "./findings/trial";
import { useFolded } from "./use-folded";
import { useShortcuts } from "./use-shortcuts";
import { WorkbenchBar } from "./workbench-bar";
import { followed, shownBreakpoint, type View, viewOf, viewQuery } from "./view";

// Fetched when areas are first looked at. Not drawn by the server: what is typed before they live would be lost.
const AreaActions = dynamic(() => import("./areas/area-actions").then((module) => module.AreaActions), {
  ssr: false,
  loading: () => <div className="areas-waiting" />,
});
const AreaEverywhere = dynamic(() => import("./areas/area-everywhere").then((module) => module.AreaEverywhere), { ssr: false });
const AreasLedger = dynamic(() => import("./areas/areas-ledger").then((module) => module.AreasLedger), { ssr: false });

type Props = { readonly query: Readonly<Record<string, string>> };

/** Where a draft's numbers are set and watched: ladder, sheet, sum line, ledger, findings and spans on one page. */
export const Workbench = ({ query }: Props) => {
  const { address, latest, mayEdit, store, layout, edit: editDraft, undo, redo, comments, lookAt, moment } = useDraftOfPage();
  const [view, setView] = useState<View>(() => viewOf({ get: (name) => query[name] ?? null }, layout));
  const [shown, setShown] = useState<Shown>({
    columns: true,
    rows: view.facet === "rows",
    baseline: true,
    mesh: true,
    dimensions: true,
    areas: true,
  });
  const [dialog, setDialog] = useState<DialogName | null>(null);
  const [trial, setTrial] = useState<Trial | null>(null);
  const [focused, setFocused] = useState<Finding | null>(null);
  const [reading, setReading] = useState(false);
  const [chosen, setChosen] = useState<string | null>(null);
  const [size, setSize] = useState<SheetSize>("width");
  const [ledgerFolded, foldLedger] = useFolded("ledger");
  const [findingsFolded, foldFindings] = useFolded("findings");
  const [rename, setRename] = useState<{ readonly id: string } | null>(null);
  // The probe follows an edit, of whomever, in the same drawing as shows it.
  const [followedTo, setFollowedTo] = useState(layout);
  if (followedTo !== layout) {
    setFollowedTo(layout);
    setView((before) => followed(before, followedTo, layout));
  }

  // What is tried is seen everywhere and stored nowhere.
  const tried = useMemo(() => triedLayout(layout, trial), [layout, trial]);
  const seen = tried ?? layout;
  const breakpoint = shownBreakpoint(view, seen);
  const result = useMemo(() => check(layout), [layout]);
  const resolved = useMemo(() => resolve(seen, { width: view.width, breakpoint: breakpoint.id }), [seen, view.width, breakpoint.id]);
  // The table of spans follows a moving probe when there is time for it.
  const later = useDeferredValue(resolved);
  // So does the ledger of areas, which may have two hundred rows.
  const ledgerOf = useDeferredValue(useMemo(() => ({ layout, at: breakpoint.id, chosen }), [layout, breakpoint.id, chosen]));
  const mark = focused && focused.breakpoint === breakpoint.id ? placeOf(focused) : null;
  const doneReading = useCallback(() => setReading(false), []);
  const changes = useMemo(() => (latest ? countChanges(latest.layout, layout) : 0), [latest, layout]);
  const base = useMemo(() => parseLength(seen.base)?.value ?? zero, [seen.base]);

  useQueryShown({ ...viewQuery({ ...view, at: breakpoint.id }), ...(moment ? { moment: String(moment.revision) } : {}) });
  useEffect(() => lookAt(breakpoint.id), [lookAt, breakpoint.id]);

  /** Makes an edit; what was being tried ends with it. */
  const edit = (next: Layout, step: string | null = null): string | null => {
    const words = editDraft(next, step);
    if (words === null) setTrial(null);
    return words;
  };
  const editOrSay = (next: Layout): void => {
    const words = edit(next);
    if (words !== null) say(words);
  };
  /** Goes to a facet; its own lines are shown with it. */
  const showFacet = (facet: Facet): void => {
    setView((before) => ({ ...before, facet }));
    setShown((before) => ({ ...before, [facetOfId(facet).layer.id]: true }));
  };
  const select = (id: string): void => {
    const to = layout.breakpoints.find((one) => one.id === id);
    if (to) setView((before) => ({ ...before, at: id, width: fromJsonNumber(to.drawnAt.width) }));
  };
  const probe = (width: Exact): void => setView((before) => ({ ...before, width, at: breakpointAt(layout, width).id }));
  const setBreakpoint = (next: Breakpoint, step: string | null = null): string | null =>
    edit({ ...layout, breakpoints: layout.breakpoints.map((one) => (one.id === next.id ? next : one)) }, step);
  const go = (by: number): void => {
    const ordered = inOrder(layout);
    const to = ordered[ordered.findIndex(({ id }) => id === breakpoint.id) + by];
    if (to) select(to.id);
  };
  const take = ({ fix }: Trial): void => {
    const patched = applyPatch(layout, fix.patch);
    if (patched.ok) editOrSay(patched.value);
    else say(patched.issues[0]?.message ?? "This fix no longer fits.");
  };
  const toggle = (layer: Layer): void => setShown((before) => ({ ...before, [layer]: !before[layer] }));

  useShortcuts({
    "mod+z": undo,
    "mod+shift+z": redo,
    "mod+y": redo,
    "[": () => go(-1),
    "]": () => go(1),
    ...Object.fromEntries(layers.map(({ id, key }) => [key, () => toggle(id)])),
    m: () => setReading(!reading),
    l: foldLedger,
    f: foldFindings,
    Escape: () => setTrial(null),
    "?": () => setDialog("shortcuts"),
  });

  const areaWork: AreaWork | null =
    view.facet === "areas" && tried === null
      ? {
          readOnly: !mayEdit,
          chosen,
          // With two hundred areas that is seen in many places: a drag that begins with it does not wait for them.
          onChoose: (id) => startTransition(() => setChosen(id)),
          onPlace: (id, place) => editOrSay(placeAt(layout, id, breakpoint.id, place)),
          onAdd: (place, within) => {
            if (!mayAddArea(layout)) return void say("A spec has at most 200 areas.");
            const made = addArea(layout, breakpoint.id, place, within);
            editOrSay(made.layout);
            setChosen(made.id);
          },
        }
      : null;
  const chosenArea = view.facet === "areas" ? seen.areas.find(({ id }) => id === chosen) : undefined;

  const outOfOrder = result.findings.some(
    (finding) => finding.rule === "breakpoints-ordered" && finding.fixes.some(({ term }) => term === "order"),
  );
  const path = `/specs/${address.team}/${address.spec}`;

  return (
    <div className="workbench">
      <WorkbenchBar path={path} changes={changes} />
      <div className={`bench ${findingsFolded ? "side-folded" : ""}`}>
        <main className="bench-main">
          <Ladder
            layout={layout}
            at={breakpoint.id}
            probe={view.width}
            readOnly={!mayEdit}
            onProbe={probe}
            onSelect={select}
            onFrom={(id, from, done) => {
              const moved = layout.breakpoints.find((one) => one.id === id);
              if (moved && !Number.isNaN(from) && moved.from !== from) setBreakpoint({ ...moved, from }, `from ${id}`);
              if (done) store.endStep();
            }}
          />
          <FacetBar facet={view.facet} shown={shown} reading={reading} onFacet={showFacet} onToggle={toggle} onReading={setReading} />
          {trial && tried && (
            <p className="trial" role="status">
              <Said of={trialWords(trial)} />
              <button type="button" className="btn btn-sm btn-primary" onClick={() => take(trial)}>
                Take it
              </button>
              <button type="button" className="btn btn-sm btn-quiet" onClick={() => setTrial(null)}>
                Leave it
              </button>
            </p>
          )}
          {resolved.ok ? (
            <Sheet
              layout={seen}
              resolution={resolved.value}
              shown={shown}
              facet={facetOfId(view.facet)}
              base={base}
              mark={mark}
              reading={reading}
              comments={comments}
              commentsPath={`${path}/publish`}
              onReadingDone={doneReading}
              size={size}
              onSize={setSize}
              length={view.length}
              areas={areaWork}
            />
          ) : (
            <p className="sheet fault p-3">{resolved.issues[0]?.message}</p>
          )}
          <FacetPanel
            facet={view.facet}
            layout={seen}
            breakpoint={breakpoint}
            resolution={resolved.ok ? resolved.value : null}
            base={base}
            readOnly={!mayEdit || tried !== null}
            mark={mark}
            onLayout={edit}
            onBreakpoint={setBreakpoint}
            onWidth={(width) => setView((before) => ({ ...before, at: breakpoint.id, width }))}
            chosen={chosen}
            onChoose={setChosen}
            length={view.length}
            onLength={(length) => setView((before) => ({ ...before, length }))}
            onCarry={mayEdit && layout.breakpoints.length > 1 ? () => setDialog("carry") : null}
          />
          {view.facet === "areas" ? (
            <AreaActions
              layout={layout}
              breakpoint={breakpoint}
              resolution={resolved.ok ? resolved.value : null}
              path={path}
              readOnly={!mayEdit || tried !== null}
              chosen={chosen}
              onChoose={setChosen}
              onWordMap={() => setDialog("word-map")}
              onLayout={edit}
            />
          ) : (
            <Still of={[layout, breakpoint, outOfOrder, mayEdit, path]}>
              {() => (
                <BreakpointActions
                  path={path}
                  readOnly={!mayEdit}
                  layout={layout}
                  breakpoint={breakpoint}
                  outOfOrder={outOfOrder}
                  onLayout={(next, look) => {
                    editOrSay(next);
                    const to = next.breakpoints.find(({ id }) => id === look);
                    if (to) setView((before) => ({ ...before, at: to.id, width: fromJsonNumber(to.drawnAt.width) }));
                  }}
                  onRename={() => setRename({ id: breakpoint.id })}
                  onCarry={() => setDialog("carry")}
                  onFiles={() => setDialog("files")}
                  onRemoved={() => say(`${breakpoint.name} was removed.`, undo)}
                />
              )}
            </Still>
          )}
          <button type="button" className="fold" aria-expanded={!ledgerFolded} onClick={foldLedger}>
            {ledgerFolded ? <ChevronUp size={12} aria-hidden="true" /> : <ChevronDown size={12} aria-hidden="true" />} Ledger
          </button>
          {!ledgerFolded && (
            <>
              {" "}
              {view.facet === "areas" ? (
                layout.areas.length > 0 && (
                  <Still of={[ledgerOf, mayEdit]}>
                    {() => (
                      <AreasLedger
                        {...ledgerOf}
                        readOnly={!mayEdit}
                        onChoose={setChosen}
                        onSelect={select}
                        onEdit={(change) => edit(change(store.state().layout))}
                      />
                    )}
                  </Still>
                )
              ) : (
                <Still of={[layout, breakpoint.id, base, result, focused, rename, comments, mayEdit]}>
                  {() => (
                    <Ledger
                      layout={layout}
                      at={breakpoint.id}
                      base={base}
                      findings={result.findings}
                      focused={focused}
                      readOnly={!mayEdit}
                      rename={rename}
                      comments={comments}
                      onSelect={select}
                      onBreakpoints={(breakpoints) => edit({ ...layout, breakpoints: [...breakpoints] })}
                      onSay={say}
                    />
                  )}
                </Still>
              )}
            </>
          )}
        </main>
        <aside className="bench-side">
          <button type="button" className="fold" aria-expanded={!findingsFolded} onClick={foldFindings}>
            {findingsFolded ? <ChevronLeft size={12} aria-hidden="true" /> : <ChevronRight size={12} aria-hidden="true" />}{" "}
            <span>Findings</span>
          </button>
          {!findingsFolded && (
            <>
              <Still of={[layout, breakpoint.id, result, trial, tried === null, mayEdit]}>
                {() => (
                  <FindingsPanel
                    layout={layout}
                    at={breakpoint.id}
                    result={result}
                    readOnly={!mayEdit}
                    trial={tried ? trial : null}
                    onTry={setTrial}
                    onTake={take}
                    onTakeAll={() =>
                      void takeAllFixes(layout, breakpoint.id, () => store.state().layout).then((all) => {
                        if (all.ok) editOrSay(all.layout);
                        say(all.words, all.ok ? undo : null);
                      })
                    }
                    onRepair={() => setDialog("repair")}
                    onAccept={(rules, at, reason) => {
                      const others = layout.accepted.filter((one) => !(one.breakpoint === at && rules.some((rule) => rule === one.rule)));
                      return edit({ ...layout, accepted: [...others, ...rules.map((rule) => ({ rule, breakpoint: at, reason }))] });
                    }}
                    onTakeBack={(rule, at) =>
                      editOrSay({ ...layout, accepted: layout.accepted.filter((one) => one.rule !== rule || one.breakpoint !== at) })
                    }
                    onFocus={setFocused}
                    onShow={(finding) => {
                      showFacet(facetOf(placeOf(finding)));
                      const area = areaOf(layout, finding);
                      if (area !== null) setChosen(area);
                    }}
                    onSelect={select}
                  />
                )}
              </Still>
              {chosenArea && <AreaEverywhere layout={seen} area={chosenArea} at={breakpoint.id} />}
              {later.ok && <Still of={[later, base]}>{() => later.ok && <SpansTable resolution={later.value} base={base} />}</Still>}
              <MeasuredInBrowser layout={layout} width={view.width} />
            </>
          )}
        </aside>
      </div>
      <Dialogs
        open={dialog}
        breakpoint={breakpoint}
        resolution={resolved.ok ? resolved.value : null}
        facet={view.facet}
        onTake={editOrSay}
        onClose={() => setDialog(null)}
      />
    </div>
  );
};
