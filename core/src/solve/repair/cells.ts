import type { RepairCell } from "../../layout/numbers";

/** A number that must not change. */
export type HeldCell = { readonly breakpoint: string; readonly cell: RepairCell };
