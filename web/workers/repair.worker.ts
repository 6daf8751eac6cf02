import { type HeldCell, type Layout, repair, type Repaired, toJson } from "@ypsiline/core";
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
};
export type RepairWorker = typeof api;

expose(api);
