import { stepOnBase, stepsOnBase } from "../../check/rules/baseline-on-base";
import { nearestMultiple } from "../../check/fixes";
import { onBase } from "../../check/on-base";
import { absolute, add, compare, divide, type Exact, exact, subtract, zero } from "../../exact/exact";
import { type LengthContext, pxText, px } from "../../exact/length";
import { toExactDecimal } from "../../exact/show";
import type { Breakpoint } from "../../layout/schema";
import type { RuleId } from "../../check/types";
import type { RepairCell } from "../../layout/cells";

/** Rows and baseline mended on their own: nothing of the columns depends on them. `inTheWay` are held cells that are off. */
export type VerticalRepair = { readonly breakpoint: Breakpoint; readonly cost: Exact; readonly inTheWay: readonly RepairCell[] };

/** A length moved to the nearest multiple of half the base unit, and by how much; as it is where it stands on one. */
const onHalfStep = (
  text: string,
  base: Exact,
  context: LengthContext,
  mayBeNone: boolean,
): { readonly text: string; readonly cost: Exact } => {
  const length = px(text, context);
  if (onBase(length, base) !== "off") return { text, cost: zero };
  const half = divide(base, exact(2));
  const above = nearestMultiple(length, half);
  // A gutter may go altogether; a height may not.
  const near = mayBeNone && compare(length, divide(half, exact(2))) < 0 ? zero : above;
  return { text: pxText(near) ?? text, cost: absolute(subtract(near, length)) };
};

/** Row height, row gutter and baseline step of one breakpoint, each to the nearest that leaves no on-base caution. */
export const repairVertical = (
  breakpoint: Breakpoint,
  base: Exact,
  context: LengthContext,
  held: ReadonlySet<RepairCell>,
  exempt: ReadonlySet<RuleId>,
): VerticalRepair => {
  const inTheWay: RepairCell[] = [];
  let cost = zero;
  let { rows, baseline } = breakpoint;
  const take = (cell: RepairCell, text: string): string => {
    const next = onHalfStep(text, base, context, cell === "row-gutter");
    if (next.text === text) return text;
    if (held.has(cell)) {
      inTheWay.push(cell);
      return text;
    }
    cost = add(cost, next.cost);
    return next.text;
  };
  if (rows && !exempt.has("row-on-base"))
    rows =
      rows.kind === "repeating"
        ? { ...rows, height: take("rows", rows.height), gutter: take("row-gutter", rows.gutter) }
        : { ...rows, gutter: take("row-gutter", rows.gutter) };
  if (baseline && !exempt.has("baseline-on-base")) {
    const step = px(baseline.step, context);
    if (!stepOnBase(step, base)) {
      if (held.has("baseline")) inTheWay.push("baseline");
      else {
        const distance = (one: Exact): Exact => absolute(subtract(one, step));
        const [near] = stepsOnBase(base)
          .filter((one) => toExactDecimal(one, 6) !== null)
          .sort((a, b) => compare(distance(a), distance(b)));
        const text = near && pxText(near);
        if (near && text) {
          baseline = { ...baseline, step: text };
          cost = add(cost, distance(near));
        }
      }
    }
  }
  return { breakpoint: { ...breakpoint, rows, baseline }, cost, inTheWay };
};
