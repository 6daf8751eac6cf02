"use client";

import { Plus } from "lucide-react";
import { limits } from "@ypsiline/core";
import { Ladder } from "@/ui/ladder/ladder";
import type { Bench } from "../use-bench";
import { mayAdd } from "./breakpoint-edits";
import { BreakpointMenu } from "./breakpoint-menu";

/** The ladder of widths, with the menu of the current breakpoint, and the button to add one. */
export const BenchLadder = ({ bench }: { readonly bench: Bench }) => {
  const { draft, layout, breakpoint, view } = bench;
  const { mayEdit, store } = draft;
  return (
    <div className="bench-ladder">
      <div className="ladder-strip">
        <Ladder
          layout={layout}
          at={breakpoint.id}
          probe={view.width}
          readOnly={!mayEdit}
          onProbe={bench.probe}
          onSelect={bench.select}
          onFrom={(id, from, done) => {
            const moved = layout.breakpoints.find((one) => one.id === id);
            if (moved && !Number.isNaN(from) && moved.from !== from) bench.setBreakpoint({ ...moved, from }, `from ${id}`);
            if (done) store.endStep();
          }}
          menu={mayEdit && <BreakpointMenu bench={bench} />}
        />
      </div>
      {mayEdit && (
        <button
          type="button"
          className="rung-add"
          aria-label="Add breakpoint"
          title={mayAdd(layout) ? "Add a breakpoint" : `A spec has at most ${limits.breakpoints} breakpoints`}
          disabled={!mayAdd(layout)}
          onClick={() => bench.open("add-breakpoint")}
        >
          <Plus size={16} aria-hidden="true" />
        </button>
      )}
    </div>
  );
};
