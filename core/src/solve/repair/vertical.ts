import { absolute, add, type Exact, subtract, zero } from "../../exact/exact";
import { type LengthContext, pxText } from "../../exact/length";
import type { RuleId } from "../../check/types";
import { numberCells, type RepairCell, repairCells } from "../../layout/cells";
import type { Breakpoint } from "../../layout/schema";
import { mendingsBut } from "./mendings";

/** Mended rows and baseline, which columns do not depend on. `inTheWay` are held numbers that would have to change. */
export type VerticalRepair = { readonly breakpoint: Breakpoint; readonly cost: Exact; readonly inTheWay: readonly RepairCell[] };

/** Moves each length that no other number depends on to the nearest one that its rule passes. */
export const repairVertical = (
  breakpoint: Breakpoint,
  base: Exact,
  context: LengthContext,
  held: ReadonlySet<RepairCell>,
  exempt: ReadonlySet<RuleId>,
): VerticalRepair => {
  const inTheWay: RepairCell[] = [];
  let cost = zero;
  let mended = breakpoint;
  for (const { lengths } of mendingsBut(exempt))
    for (const { cell, length, nearest } of lengths?.(mended, base, context) ?? []) {
      const text = nearest && pxText(nearest);
      const repaired = repairCells.find((one) => one === cell);
      if (repaired === undefined || !nearest || text === null) continue;
      if (held.has(repaired)) {
        inTheWay.push(repaired);
        continue;
      }
      const read = numberCells[repaired].read(text, mended);
      if (!read.ok) continue;
      mended = read.breakpoint;
      cost = add(cost, absolute(subtract(nearest, length)));
    }
  return { breakpoint: mended, cost, inTheWay };
};
