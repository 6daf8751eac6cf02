"use client";

import type { Breakpoint, Layout } from "@ypsiline/core";
import { Copy, Plus, Trash2 } from "lucide-react";
import { addBreakpoint, copyBreakpoint, mayAdd, orderBreakpoints, removeBreakpoint } from "./breakpoint-edits";

type Props = {
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  readonly outOfOrder: boolean;
  /** Puts a changed layout in the draft; looks at the named breakpoint after. */
  readonly onLayout: (layout: Layout, look?: string) => void;
  readonly onRename: () => void;
  readonly onCarry: () => void;
  readonly onRemoved: () => void;
};

/** What can be done with whole breakpoints: add, copy, rename, carry over, order, remove. */
export const BreakpointActions = ({ layout, breakpoint, outOfOrder, onLayout, onRename, onCarry, onRemoved }: Props) => (
  <div className="ledger-actions">
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
        Carry its numbers…
      </button>
    )}
    {outOfOrder && (
      <button type="button" className="btn btn-sm btn-quiet" onClick={() => onLayout(orderBreakpoints(layout))}>
        Put in order of width
      </button>
    )}
    <span className="flex-grow-1" />
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
  </div>
);
