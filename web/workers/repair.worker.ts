import { type Fix, fixLabel, type HeldCell, type Layout, repair, type Repaired, takeAll, toJson } from "@ypsiline/core";
import { expose } from "comlink";

/** A repair as it crosses to the page: exact numbers as their JSON text. */
export type RepairAnswer =
  | { readonly ok: true; readonly layout: Layout; readonly cost: string; readonly least: boolean; readonly left: number }
  | Extract<Repaired, { ok: false }>;

const api = {
  repair: (layout: Layout, held: readonly HeldCell[]): RepairAnswer => {
    const repaired = repair(layout, held);
    return repaired.ok ? { ...repaired, cost: toJson(repaired.cost), left: repaired.left.length } : repaired;
  },
  /** All fixes of a breakpoint's findings that go together, and what each does. Patches, for the page keeps what they leave as it is. */
  takeAll: (layout: Layout, breakpoint: string): { readonly patch: Fix["patch"]; readonly taken: readonly string[] } => {
    const { taken } = takeAll(layout, (finding) => finding.breakpoint === breakpoint);
    return { patch: taken.flatMap(({ fix }) => fix.patch), taken: taken.map(({ fix }) => fixLabel(fix)) };
  },
};
export type RepairWorker = typeof api;

expose(api);
