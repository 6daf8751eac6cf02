"use client";

import {
  applyPatch,
  breakpointAt,
  type Breakpoint,
  check,
  countChanges,
  type Exact,
  fromJsonNumber,
  inOrder,
  type Layout,
  parseLayout,
  parseLength,
  resolve,
  rootFontSize,
  zero,
} from "@ypsiline/core";
import { Copy, Plus, Redo2, Trash2, Undo2 } from "lucide-react";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useEffect, useMemo, useRef, useState } from "react";
import { toast, Toaster } from "sonner";
import { TopBar } from "@/ui/brand";
import { BaseLine } from "./base-line";
import { addBreakpoint, copyBreakpoint, mayAdd, orderBreakpoints, removeBreakpoint } from "./breakpoint-edits";
import { FindingsPanel } from "./findings-panel";
import { Ladder } from "./ladder";
import { Ledger } from "./ledger";
import { SaveWords } from "./save-words";
import { Sheet, type Shown } from "./sheet";
import { SpansTable } from "./spans-table";
import { SumLine } from "./sum-line";
import { type DraftAddress, useDraft } from "./use-draft";
import { useShortcuts } from "./use-shortcuts";
import { type Facet, shownBreakpoint, type View, viewOf, viewQuery } from "./view";

// Dialogs are fetched when first opened: they are rarely needed and weigh as much as the rest.
const CarryDialog = dynamic(() => import("./carry-dialog").then((module) => module.CarryDialog));
const ConflictDialog = dynamic(() => import("./conflict-dialog").then((module) => module.ConflictDialog));
const ShortcutsDialog = dynamic(() => import("./shortcuts-dialog").then((module) => module.ShortcutsDialog));

type Props = {
  readonly address: DraftAddress;
  readonly teamName: string;
  readonly draft: { readonly revision: number; readonly layout: Layout };
  readonly latest: { readonly number: string; readonly layout: Layout } | null;
  readonly query: Readonly<Record<string, string>>;
  readonly mayEdit: boolean;
  readonly mayPublish: boolean;
};

const facetNames: Readonly<Record<Facet, string>> = { columns: "Columns", base: "Base" };

const layers: readonly (readonly [keyof Shown, string])[] = [
  ["columns", "Columns"],
  ["rows", "Rows"],
  ["baseline", "Baseline"],
  ["dimensions", "Dimensions"],
];

/** Where a draft's numbers are set and watched: ladder, sheet, sum line, ledger, findings and spans on one page. */
export const Workbench = ({ address, teamName, draft, latest, query, mayEdit, mayPublish }: Props) => {
  const { store, state } = useDraft(address, draft, !mayEdit);
  const { layout } = state;
  const [view, setView] = useState<View>(() => viewOf({ get: (name) => query[name] ?? null }, draft.layout));
  const [shown, setShown] = useState<Shown>({ columns: true, rows: false, baseline: true, dimensions: true });
  const [dialog, setDialog] = useState<"carry" | "shortcuts" | null>(null);
  const [rename, setRename] = useState<{ readonly id: string } | null>(null);
  const addressTimer = useRef<ReturnType<typeof setTimeout> | null>(null);

  const breakpoint = shownBreakpoint(view, layout);
  const result = useMemo(() => check(layout), [layout]);
  const resolved = useMemo(() => resolve(layout, { width: view.width, breakpoint: breakpoint.id }), [layout, view.width, breakpoint.id]);
  const changes = useMemo(() => (latest ? countChanges(latest.layout, layout) : 0), [latest, layout]);
  const base = parseLength(layout.base)?.value ?? zero;

  useEffect(() => {
    if (addressTimer.current) clearTimeout(addressTimer.current);
    addressTimer.current = setTimeout(() => window.history.replaceState(null, "", `?${viewQuery({ ...view, at: breakpoint.id })}`), 200);
  }, [view, breakpoint.id]);

  /** Makes an edit, or says why it cannot be: what would be no layout is never put in the draft. */
  const edit = (next: Layout, step: string | null = null): string | null => {
    if (!mayEdit) return "You may read this draft, not change it";
    const parsed = parseLayout(next);
    if (!parsed.ok) return parsed.issues[0]?.message ?? "That would be no layout";
    store.edit(parsed.value, step);
    return null;
  };
  const editOrSay = (next: Layout): void => {
    const words = edit(next);
    if (words !== null) toast(words);
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
  const undo = (): void => {
    if (!store.undo()) toast("That number has been changed by somebody else since; it stays.");
  };
  const redo = (): void => {
    if (!store.redo()) toast("That number has been changed by somebody else since; it stays.");
  };
  const toggle = (layer: keyof Shown): void => setShown((before) => ({ ...before, [layer]: !before[layer] }));

  useShortcuts({
    "mod+z": undo,
    "mod+shift+z": redo,
    "mod+y": redo,
    "[": () => go(-1),
    "]": () => go(1),
    "1": () => toggle("columns"),
    "2": () => toggle("rows"),
    "3": () => toggle("baseline"),
    "4": () => toggle("dimensions"),
    "?": () => setDialog("shortcuts"),
  });

  const outOfOrder = result.findings.some(
    ({ rule, fixes }) => rule === "breakpoints-ordered" && fixes.some(({ term }) => term === "order"),
  );
  const path = `/specs/${address.team}/${address.spec}`;

  return (
    <div className="workbench">
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
        {mayEdit && <SaveWords save={state.save} />}
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
        {latest && (
          <Link className="btn btn-bar" href={`${path}/versions/latest`} prefetch={false}>
            Hand-off page
          </Link>
        )}
        {mayPublish && (
          <Link className="btn btn-primary" href={`${path}/publish`} prefetch={false}>
            Review & publish
          </Link>
        )}
      </TopBar>
      <div className="bench">
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
          <div className="facet-bar">
            <div role="tablist" aria-label="Facets">
              {(Object.keys(facetNames) as Facet[]).map((facet) => (
                <button
                  key={facet}
                  type="button"
                  role="tab"
                  aria-selected={view.facet === facet}
                  className="facet"
                  onClick={() => setView({ ...view, facet })}
                >
                  {facetNames[facet]}
                </button>
              ))}
            </div>
            <span className="flex-grow-1" />
            {layers.map(([layer, label], index) => (
              <label key={layer} className="inline">
                <input type="checkbox" className="form-check-input m-0" checked={shown[layer]} onChange={() => toggle(layer)} />
                {label} <kbd>{index + 1}</kbd>
              </label>
            ))}
          </div>
          {resolved.ok ? (
            <Sheet resolution={resolved.value} shown={shown} />
          ) : (
            <p className="sheet fault p-3">{resolved.issues[0]?.message}</p>
          )}
          {resolved.ok && view.facet === "columns" && (
            <SumLine
              breakpoint={breakpoint}
              terms={resolved.value.terms}
              base={base}
              rootFontSize={rootFontSize(layout)}
              readOnly={!mayEdit}
              onColumns={(columns) => setBreakpoint({ ...breakpoint, columns })}
              onWidth={(width) => setView({ ...view, at: breakpoint.id, width })}
            />
          )}
          {view.facet === "base" && <BaseLine layout={layout} base={base} readOnly={!mayEdit} onLayout={edit} />}
          {mayEdit && (
            <div className="ledger-actions">
              <button
                type="button"
                className="btn btn-sm btn-quiet"
                disabled={!mayAdd(layout)}
                onClick={() => {
                  const added = addBreakpoint(layout);
                  editOrSay(added.layout);
                  const next = added.layout.breakpoints.find(({ id }) => id === added.id);
                  if (next) setView({ ...view, at: added.id, width: fromJsonNumber(next.drawnAt.width) });
                }}
              >
                <Plus size={13} aria-hidden="true" /> Add breakpoint
              </button>
              <button
                type="button"
                className="btn btn-sm btn-quiet"
                disabled={!mayAdd(layout)}
                onClick={() => {
                  const copied = copyBreakpoint(layout, breakpoint.id);
                  editOrSay(copied.layout);
                  setView({ ...view, at: copied.id });
                }}
              >
                <Copy size={13} aria-hidden="true" /> Copy <span className="shortened">{breakpoint.name}</span>
              </button>
              <button type="button" className="btn btn-sm btn-quiet" onClick={() => setRename({ id: breakpoint.id })}>
                Rename
              </button>
              {layout.breakpoints.length > 1 && (
                <button type="button" className="btn btn-sm btn-quiet" onClick={() => setDialog("carry")}>
                  Carry its columns…
                </button>
              )}
              {outOfOrder && (
                <button type="button" className="btn btn-sm btn-quiet" onClick={() => editOrSay(orderBreakpoints(layout))}>
                  Put in order of width
                </button>
              )}
              <span className="flex-grow-1" />
              <button
                type="button"
                className="btn btn-sm btn-quiet"
                disabled={layout.breakpoints.length < 2}
                onClick={() => {
                  editOrSay(removeBreakpoint(layout, breakpoint.id));
                  toast(`${breakpoint.name} was removed.`, { action: { label: "Undo", onClick: undo } });
                }}
              >
                <Trash2 size={13} aria-hidden="true" /> Remove <span className="shortened">{breakpoint.name}</span>
              </button>
            </div>
          )}
          <Ledger
            layout={layout}
            at={breakpoint.id}
            base={base}
            findings={result.findings}
            readOnly={!mayEdit}
            rename={rename}
            onSelect={select}
            onBreakpoints={(breakpoints) => edit({ ...layout, breakpoints: [...breakpoints] })}
            onSay={(words) => toast(words)}
          />
        </main>
        <aside className="bench-side">
          <FindingsPanel
            layout={layout}
            at={breakpoint.id}
            result={result}
            readOnly={!mayEdit}
            onSelect={select}
            onFix={(fix) => {
              const fixed = applyPatch(layout, fix.patch);
              if (fixed.ok) editOrSay(fixed.value);
              else toast(fixed.issues[0]?.message ?? "This fix no longer fits.");
            }}
          />
          {resolved.ok && <SpansTable resolution={resolved.value} base={base} />}
        </aside>
      </div>
      {dialog === "carry" && (
        <CarryDialog
          layout={layout}
          from={breakpoint}
          onDone={(next) => {
            if (next) editOrSay(next);
            setDialog(null);
          }}
        />
      )}
      {dialog === "shortcuts" && <ShortcutsDialog onClose={() => setDialog(null)} />}
      {state.save.kind === "conflict" && (
        <ConflictDialog
          key={state.save.conflicts.length}
          conflicts={state.save.conflicts}
          layout={layout}
          onSettle={(choices) => store.settle(choices)}
        />
      )}
      <Toaster position="bottom-center" />
    </div>
  );
};
