"use client";

import { applyPatch, type Layout } from "@ypsiline/core";
import { inWorker } from "@/ui/in-worker";
import type { RepairWorker } from "@/workers/repair.worker";

type AllTaken = ReturnType<RepairWorker["takeAll"]>;

/** All compatible fixes, applied: the result and its words, or why there is none. */
export type AllFixes =
  { readonly ok: true; readonly layout: Layout; readonly words: string } | { readonly ok: false; readonly words: string };

/**
 * Takes all fixes of a breakpoint that go together, off the main thread: each trial checks the whole layout, which takes long
 * with many areas. `now` is the layout once it is done: what was changed meanwhile is not put back.
 */
export const takeAllFixes = async (layout: Layout, breakpoint: string, now: () => Layout): Promise<AllFixes> => {
  const worker = new Worker(new URL("../../../workers/repair.worker.ts", import.meta.url), { type: "module" });
  try {
    const all = await inWorker<RepairWorker, AllTaken>(worker, (remote) => remote.takeAll(layout, breakpoint));
    if (now() !== layout) return { ok: false, words: "The draft has changed since. Choose “Fix all” again." };
    if (all.taken.length === 0) return { ok: false, words: "Every fix here brings up another finding. Choose them one by one." };
    const patched = applyPatch(layout, all.patch);
    if (!patched.ok) throw new Error(patched.issues[0]?.message);
    return {
      ok: true,
      layout: patched.value,
      words: `${all.taken.length} ${all.taken.length === 1 ? "fix" : "fixes"} taken: ${all.taken.join(", ")}.`,
    };
  } catch {
    return { ok: false, words: "The fixes could not be worked out in this browser. Choose them one by one." };
  }
};
