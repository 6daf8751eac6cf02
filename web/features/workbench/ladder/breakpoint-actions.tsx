"use client";

import type { Breakpoint, Layout } from "@ypsiline/core";
import { AppWindow, BoxSelect, ChartLine, Copy, FileDown, Plus, ScatterChart, Trash2 } from "lucide-react";
import Link from "next/link";
import { addBreakpoint, copyBreakpoint, mayAdd, orderBreakpoints, removeBreakpoint } from "./breakpoint-edits";

type Props = {
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  /** Address of the spec, for its other pages. */
  readonly path: string;
  readonly readOnly: boolean;
  readonly outOfOrder: boolean;
  /** Puts a changed layout in the draft; looks at the named breakpoint after. */
  readonly onLayout: (layout: Layout, look?: string) => void;
  readonly onRename: () => void;
  readonly onCarry: () => void;
  readonly onFiles: () => void;
  readonly onRemoved: () => void;
};

/** What can be done with whole breakpoints: add, copy, rename, carry over, order, remove. */
export const BreakpointActions = ({
  layout,
  breakpoint,
  path,
  readOnly,
  outOfOrder,
  onLayout,
  onRename,
  onCarry,
  onFiles,
  onRemoved,
}: Props) => (
  <div className="ledger-actions">
    {!readOnly && (
      <>
        <button
          type="button"
          className="btn btn-sm btn-quiet"
          disabled={!mayAdd(layout)}
          onClick={() => {
            const added = addBreakpoint(layout);
            onLayout(added.layout, added.id);
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
            onLayout(copied.layout, copied.id);
          }}
        >
          <Copy size={13} aria-hidden="true" /> Copy <span className="shortened">{breakpoint.name}</span>
        </button>
        <button type="button" className="btn btn-sm btn-quiet" onClick={onRename}>
          Rename
        </button>
        {layout.breakpoints.length > 1 && (
          <button type="button" className="btn btn-sm btn-quiet" onClick={onCarry}>
            Carry over…
          </button>
        )}
        {outOfOrder && (
          <button type="button" className="btn btn-sm btn-quiet" onClick={() => onLayout(orderBreakpoints(layout))}>
            Put in order of width
          </button>
        )}
      </>
    )}
    <Link className="btn btn-sm btn-quiet" href={`${path}/sets?at=${breakpoint.id}`} prefetch={false}>
      <ScatterChart size={13} aria-hidden="true" /> Whole-pixel sets
    </Link>
    <Link className="btn btn-sm btn-quiet" href={`${path}/widths`} prefetch={false}>
      <ChartLine size={13} aria-hidden="true" /> Widths
    </Link>
    {layout.areas.length > 0 && (
      <Link className="btn btn-sm btn-quiet" href={`${path}/try?width=${breakpoint.drawnAt.width}`} prefetch={false}>
        <AppWindow size={13} aria-hidden="true" /> Try it
      </Link>
    )}
    <Link className="btn btn-sm btn-quiet" href={`${path}/fit`} prefetch={false}>
      <BoxSelect size={13} aria-hidden="true" /> Fit
    </Link>
    <button type="button" className="btn btn-sm btn-quiet" onClick={onFiles}>
      <FileDown size={13} aria-hidden="true" /> Files…
    </button>
    <span className="flex-grow-1" />
    {!readOnly && (
      <button
        type="button"
        className="btn btn-sm btn-quiet"
        disabled={layout.breakpoints.length < 2}
        onClick={() => {
          onLayout(removeBreakpoint(layout, breakpoint.id));
          onRemoved();
        }}
      >
        <Trash2 size={13} aria-hidden="true" /> Remove <span className="shortened">{breakpoint.name}</span>
      </button>
    )}
  </div>
);
