/** The numbers of a breakpoint that a repair may change, and a person may hold. */
export const repairCells = ["from", "drawn-at", "columns", "gutter", "margin", "container", "row", "row-gutter", "baseline"] as const;
export type RepairCell = (typeof repairCells)[number];

/** A number that must not change. */
export type HeldCell = { readonly breakpoint: string; readonly cell: RepairCell };
