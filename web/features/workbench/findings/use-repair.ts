"use client";

import type { HeldCell, Layout } from "@ypsiline/core";
import { wrap } from "comlink";
import { useEffect, useState } from "react";
import type { RepairAnswer, RepairWorker } from "@/workers/repair.worker";

export type RepairState =
  | { readonly kind: "working" }
  | { readonly kind: "done"; readonly answer: RepairAnswer }
  | { readonly kind: "failed"; readonly detail: string };

/** The repair of a layout with some numbers held, worked out off the main thread; asking anew gives up what was asked before. */
export const useRepair = (layout: Layout, held: readonly HeldCell[]): RepairState => {
  const asked = JSON.stringify(held);
  const [state, setState] = useState<{ readonly asked: string; readonly layout: Layout; readonly result: RepairState } | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL("../../../workers/repair.worker.ts", import.meta.url), { type: "module" });
    let live = true;
    const done = (result: RepairState): void => {
      if (live) setState({ asked, layout, result });
    };
    worker.addEventListener("error", () => done({ kind: "failed", detail: "The repair could not be worked out in this browser." }));
    wrap<RepairWorker>(worker)
      .repair(layout, JSON.parse(asked) as HeldCell[])
      .then(
        (answer) => done({ kind: "done", answer }),
        () =>
          done({
            kind: "failed",
            detail:
              "The repair could not be worked out: the checks contradict it. This is a fault of ours; please send us the spec’s file.",
          }),
      );
    return () => {
      live = false;
      worker.terminate();
    };
  }, [layout, asked]);
  return state && state.asked === asked && state.layout === layout ? state.result : { kind: "working" };
};
