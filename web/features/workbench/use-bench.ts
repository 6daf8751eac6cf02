"use client";

import {
  applyPatch,
  breakpointAt,
  type Breakpoint,
  check,
  checkMemory,
  type CheckResult,
  type Exact,
  type Facet as FacetId,
  type Finding,
  fromJsonNumber,
  inOrder,
  type Layout,
  parseLength,
  resolve,
  type Resolution,
  type Resolutions,
  resolutionsOf,
  zero,
} from "@ypsiline/core";
import { useMemo, useState } from "react";
import { type Draft, useDraftOfPage } from "@/draft/draft-provider";
import { useLooking } from "@/draft/looking";
import { useQueryShown } from "@/ui/address";
import { holdKeys } from "@/ui/held-keys";
import { notify } from "@/ui/notify";
import type { DialogName } from "./dialogs";
import type { Facet } from "./facets/facet";
import { facetOfId } from "./facets/facets";
import type { Layer, Shown } from "./facets/layers";
import { areaOf, facetOf, type FindingPlace, placeOf } from "./findings/finding-place";
import { previewLayout, type Preview } from "./findings/preview";
import { followed, shownBreakpoint, type View, viewOf, viewQuery } from "./view";

/** What the workbench looks at and can do: worked out once for each drawing, and handed to all of its parts. */
export type Bench = {
  readonly draft: Draft;
  /** Address of the spec, for its other pages. */
  readonly path: string;
  readonly view: View;
  readonly facet: Facet;
  /** The draft's layout. */
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  readonly base: Exact;
  readonly result: CheckResult;
  /** The resolution at the probe's width; null if there is none. */
  readonly resolution: Resolution | null;
  /** What the layout says at each breakpoint's drawn-at size. */
  readonly drawn: Resolutions;
  /** Why there is no resolution. */
  readonly unresolved: string | null;
  /** The fix that is pointed at, and what the sheet shows with it. It is not stored. Null if there is none. */
  readonly preview: (Preview & { readonly resolution: Resolution }) | null;
  /** The finding pointed at, and the place of the sheet it marks. */
  readonly focused: Finding | null;
  readonly mark: FindingPlace | null;
  readonly shown: Shown;
  readonly reading: boolean;
  /** The selected area; null if there is none. */
  readonly chosen: string | null;
  /** Breakpoints of the ledger that are selected together. */
  readonly picked: ReadonlySet<string>;
  readonly pick: (picked: ReadonlySet<string>) => void;
  readonly mayComment: boolean;
  readonly dialog: DialogName | null;
  /** The breakpoint whose name is to be edited in the ledger; a new object each time that is asked for. */
  readonly renaming: { readonly id: string } | null;
  /** Makes an edit, which ends a preview. Returns why if it is not possible. */
  readonly edit: (next: Layout, step?: string | null) => string | null;
  readonly editOrSay: (next: Layout) => void;
  readonly setBreakpoint: (next: Breakpoint, step?: string | null) => string | null;
  readonly look: (change: Partial<View>) => void;
  /** Shows a breakpoint at its drawn-at width. */
  readonly select: (id: string, of?: Layout) => void;
  /** Looks at the breakpoint so many places on in the order of widths. */
  readonly go: (by: number) => void;
  readonly probe: (width: Exact) => void;
  /** Goes to a facet; its own layer is shown with it. */
  readonly showFacet: (facet: FacetId) => void;
  /** Goes to the part of the page where a finding can be fixed. */
  readonly showFinding: (finding: Finding) => void;
  readonly toggle: (layer: Layer) => void;
  readonly read: (reading: boolean) => void;
  readonly choose: (area: string | null) => void;
  readonly showPreview: (preview: Preview | null) => void;
  /** Applies a fix to the draft. */
  readonly take: (preview: Preview) => void;
  readonly focus: (finding: Finding | null) => void;
  readonly open: (dialog: DialogName | null) => void;
  readonly rename: (breakpoint: string) => void;
};

/** The workbench's state. `asked` is what its address asked for when it was opened. */
export const useBench = (asked: Readonly<Record<string, string>>): Bench => {
  const draft = useDraftOfPage();
  const { address, layout, edit: editDraft, moment } = draft;
  const [view, setView] = useState<View>(() => viewOf({ get: (name) => asked[name] ?? null }, layout));
  const [shown, setShown] = useState<Shown>({
    columns: true,
    rows: false,
    baseline: true,
    mesh: true,
    dimensions: true,
    areas: true,
    [facetOfId[view.facet].layer]: true,
  });
  const [dialog, setDialog] = useState<DialogName | null>(null);
  const [pointedAt, showPreview] = useState<Preview | null>(null);
  const [focused, focus] = useState<Finding | null>(null);
  const [reading, read] = useState(false);
  const [chosen, choose] = useState<string | null>(null);
  const [selected, pick] = useState<ReadonlySet<string>>(new Set());
  // A removed breakpoint is deselected.
  const picked = useMemo(
    () => new Set(layout.breakpoints.flatMap(({ id }) => (selected.has(id) ? [id] : []))),
    [layout.breakpoints, selected],
  );
  const [renaming, setRenaming] = useState<{ readonly id: string } | null>(null);
  // The probe follows an edit, of whomever, in the same drawing as shows it.
  const [followedTo, setFollowedTo] = useState(layout);
  if (followedTo !== layout) {
    setFollowedTo(layout);
    setView((before) => followed(before, followedTo, layout));
  }

  const breakpoint = shownBreakpoint(view, layout);
  // From edit to edit a check works out only what changed.
  const [memory] = useState(checkMemory);
  const result = useMemo(() => check(layout, memory), [layout, memory]);
  const resolved = useMemo(() => resolve(layout, { width: view.width, breakpoint: breakpoint.id }), [layout, view.width, breakpoint.id]);
  const drawn = useMemo(() => resolutionsOf(layout), [layout]);
  const base = useMemo(() => parseLength(layout.base)?.value ?? zero, [layout.base]);
  // A preview is on the sheet alone: the sums stay those of the draft, and can be typed in.
  const preview = useMemo(() => {
    const would = previewLayout(layout, pointedAt);
    const seen = would && resolve(would, { width: view.width, breakpoint: breakpoint.id });
    return pointedAt && seen?.ok ? { ...pointedAt, resolution: seen.value } : null;
  }, [layout, pointedAt, view.width, breakpoint.id]);

  const query = viewQuery({ ...view, at: breakpoint.id });
  useQueryShown({ ...query, ...(moment ? { moment: String(moment.revision) } : {}) });
  useLooking(query);

  const look = (change: Partial<View>): void => setView((before) => ({ ...before, ...change }));
  const edit = (next: Layout, step: string | null = null): string | null => {
    const words = editDraft(next, step);
    if (words === null) showPreview(null);
    return words;
  };
  const editOrSay = (next: Layout): void => {
    const words = edit(next);
    if (words !== null) notify(words);
  };
  const select = (id: string, of: Layout = layout): void => {
    const to = of.breakpoints.find((one) => one.id === id);
    if (to) look({ at: id, width: fromJsonNumber(to.drawnAt.width) });
  };
  const showFacet = (facet: FacetId): void => {
    look({ facet });
    setShown((before) => ({ ...before, [facetOfId[facet].layer]: true }));
  };
  return {
    draft,
    path: `/specs/${address.team}/${address.spec}`,
    view,
    facet: facetOfId[view.facet],
    layout,
    breakpoint,
    base,
    result,
    resolution: resolved.ok ? resolved.value : null,
    drawn,
    unresolved: resolved.ok ? null : (resolved.issues[0]?.message ?? ""),
    preview,
    focused,
    // A finding that was fixed marks nothing any more.
    mark: focused && focused.breakpoint === breakpoint.id && result.findings.includes(focused) ? placeOf(focused) : null,
    shown,
    reading,
    chosen,
    picked,
    pick,
    mayComment: !draft.archived,
    dialog,
    renaming,
    edit,
    editOrSay,
    setBreakpoint: (next, step = null) =>
      edit({ ...layout, breakpoints: layout.breakpoints.map((one) => (one.id === next.id ? next : one)) }, step),
    look,
    select,
    go: (by) => {
      const ordered = inOrder(layout);
      const to = ordered[ordered.findIndex(({ id }) => id === breakpoint.id) + by];
      if (to) select(to.id);
    },
    probe: (width) => look({ width, at: breakpointAt(layout, width).id }),
    showFacet,
    showFinding: (finding) => {
      showFacet(facetOf(placeOf(finding)));
      const area = areaOf(layout, finding);
      if (area !== null) choose(area);
    },
    toggle: (layer) => setShown((before) => ({ ...before, [layer]: !before[layer] })),
    read,
    choose,
    showPreview,
    take: ({ fix }) => {
      const patched = applyPatch(layout, fix.patch);
      if (patched.ok) editOrSay(patched.value);
      else notify(patched.issues[0]?.message ?? "This fix no longer fits.");
    },
    focus,
    open: (next) => {
      if (next !== null) holdKeys(() => setDialog(null));
      setDialog(next);
    },
    rename: (id) => setRenaming({ id }),
  };
};
