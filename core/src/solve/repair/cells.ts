import type { RepairCell } from "../../layout/cells";

/** A number that must not change. */
export type HeldCell = { readonly breakpoint: string; readonly cell: RepairCell };
