import { add, divide, equals, type Exact, exact, floor, multiply, parseDecimal, sign } from "../exact/exact";
import { px, type Length } from "../exact/length";
import { show, toDecimal } from "../exact/show";
import { workOutSum } from "../exact/sum";
import { readTyped } from "../exact/typed";
import { rootFontSize } from "../grid/resolve";
import { numberCells } from "../layout/cells";
import type { CellId } from "../layout/numbers";
import type { Breakpoint, Layout } from "../layout/schema";

/** Ways to change the same number of several breakpoints at once. */
export const severalWays = ["set", "add", "multiply", "round"] as const;
export type SeveralWay = (typeof severalWays)[number];

/** The change of a number at one breakpoint. Texts are as the ledger shows them. */
export type ChangedNumber = {
  readonly id: string;
  readonly from: string;
  /** The changed breakpoint and the new text; null if the change is impossible, with what would be right. */
  readonly changed: { readonly to: string; readonly breakpoint: Breakpoint } | null;
  readonly fault: string | null;
};

const units = ["px", "rem", "%", "fr"] as const;
type Part = { readonly ok: true; readonly value: Exact } | { readonly ok: false; readonly message: string };

/** The nearest whole multiple of a base unit; the larger if two are equally near. */
const onBase = (value: Exact, base: Exact): Exact => multiply(base, floor(add(divide(value, base), exact(1, 2))));

/** A length after a change, in its own unit. */
const changedPart = (length: Length, way: Exclude<SeveralWay, "set">, by: string, layout: Layout): Part => {
  const { value, unit } = length;
  switch (way) {
    case "add": {
      const more = readTyped(by, units);
      if (!more.ok) return more;
      // A bare number added to 1.5rem would be px.
      return more.value.unit === unit
        ? { ok: true, value: add(value, more.value.value) }
        : { ok: false, message: `It is in ${unit}: add a number with ${unit}, like ${unit === "px" ? "8" : `1${unit}`}` };
    }
    case "multiply": {
      const factor = workOutSum(by);
      if (!factor.ok || factor.unit !== null) return { ok: false, message: "Type a factor like 1.5 or 2/3" };
      return { ok: true, value: multiply(value, factor.value) };
    }
    case "round": {
      const context = { width: exact(1), rootFontSize: rootFontSize(layout) };
      const base = px(layout.base, context);
      if (unit === "px") return { ok: true, value: onBase(value, base) };
      if (unit !== "rem") return { ok: false, message: "It is a share: it has no px to round" };
      return { ok: true, value: divide(onBase(multiply(value, context.rootFontSize), base), context.rootFontSize) };
    }
    default:
      return way satisfies never;
  }
};

/** Most decimals that a length is written with. */
const places = 6;

/** A length as it is typed; null if no decimal is exact. */
const typed = (value: Exact, unit: Length["unit"]): string | null => {
  const text = toDecimal(value, places);
  const read = parseDecimal(text);
  return read && equals(read, value) ? `${text}${unit === "px" ? "" : unit}` : null;
};

const textWith = (
  text: string,
  way: Exclude<SeveralWay, "set">,
  by: string,
  layout: Layout,
): { readonly ok: true; readonly text: string } | { readonly ok: false; readonly message: string } => {
  const parts: string[] = [];
  for (const part of text.split(",")) {
    const length = readTyped(part.trim(), units);
    if (!length.ok) return length;
    const next = changedPart(length.value, way, by, layout);
    if (!next.ok) return next;
    if (sign(next.value) < 0) return { ok: false, message: `It would be ${show(next.value)}: it cannot be below 0` };
    const written = typed(next.value, length.value.unit);
    if (written === null) return { ok: false, message: `It would be ${show(next.value)}, which no decimal says exactly` };
    parts.push(written);
  }
  return { ok: true, text: parts.join(", ") };
};

/**
 * Changes one number of several breakpoints in the same way: sets it, adds a length, multiplies it, or rounds it to the
 * base unit (common practice: halves go up). The results are exact and keep their units. Breakpoints without the number
 * are left out. The layout is not changed: the result lists the changes in the layout's order.
 */
export const changeSeveral = (
  layout: Layout,
  ids: ReadonlySet<string>,
  cell: CellId,
  way: SeveralWay,
  by: string,
): readonly ChangedNumber[] =>
  layout.breakpoints.flatMap((breakpoint): ChangedNumber[] => {
    const from = ids.has(breakpoint.id) ? numberCells[cell].text(breakpoint) : null;
    if (from === null) return [];
    const { id } = breakpoint;
    const text = way === "set" ? { ok: true as const, text: by } : textWith(from, way, by, layout);
    const read = text.ok ? numberCells[cell].read(text.text, breakpoint) : text;
    if (!read.ok) return [{ id, from, changed: null, fault: read.message }];
    return [{ id, from, changed: { to: numberCells[cell].text(read.breakpoint) ?? "", breakpoint: read.breakpoint }, fault: null }];
  });
