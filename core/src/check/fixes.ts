import { ceiling, compare, divide, equals, exact, type Exact, floor, larger, multiply, negate, sign, subtract, zero } from "../exact/exact";
import { nearestMembers, wholeQuotients } from "../exact/congruence";
import { pxText } from "../exact/length";
import { toDecimal, toExactDecimal } from "../exact/show";
import type { Columns } from "../layout/schema";
import type { CheckedBreakpoint, Fix, FixChange, FixNumber } from "./types";

/** JSON Pointer to a member of a breakpoint. */
export const at = (checked: CheckedBreakpoint, member: string): string => `/breakpoints/${checked.index}/${member}`;

/** Sets members of a breakpoint to one length. No fix if the length cannot be declared. */
const replaceLengths = (
  checked: CheckedBreakpoint,
  what: (text: string) => FixChange,
  value: Exact,
  members: readonly string[],
): readonly Fix[] => {
  const text = pxText(value);
  if (text === null || sign(value) < 0) return [];
  return [{ ...what(text), patch: members.map((member) => ({ op: "replace", path: at(checked, member), value: text })) }];
};

const number =
  (term: FixNumber) =>
  (text: string): NumberChange => ({ term, to: [text] });
/** A change of numbers; several of these can be combined into one fix. */
type NumberChange = Extract<FixChange, { readonly term: FixNumber }>;

export const gutterFix = (checked: CheckedBreakpoint, gutter: Exact): readonly Fix[] =>
  replaceLengths(checked, number("gutter"), gutter, ["columns/gutter"]);

export const marginFix = (checked: CheckedBreakpoint, margin: Exact): readonly Fix[] =>
  replaceLengths(checked, number("margin"), margin, ["columns/margin/start", "columns/margin/end"]);

export const countFix = (checked: CheckedBreakpoint, count: number): readonly Fix[] =>
  count < 1 ? [] : [{ term: "columns", to: [String(count)], patch: [{ op: "replace", path: at(checked, "columns/count"), value: count }] }];

/** Sets the container's own width or cap. No fix for a fluid container, which has neither. */
export const containerFix = (checked: CheckedBreakpoint, width: Exact): readonly Fix[] => {
  const { kind } = checked.breakpoint.columns.container;
  if (kind === "fluid" || sign(width) <= 0) return [];
  return replaceLengths(checked, kind === "fixed" ? number("container") : (max) => ({ term: "max", max }), width, [
    `columns/container/${kind === "fixed" ? "width" : "max"}`,
  ]);
};

/** A fixed container turned into one that is at most as wide and narrows with the viewport. */
export const capFix = (checked: CheckedBreakpoint): readonly Fix[] => {
  const { container } = checked.breakpoint.columns;
  if (container.kind !== "fixed") return [];
  const value: Columns["container"] = { kind: "capped", max: container.width, align: container.align };
  return [{ term: "kind", max: container.width, patch: [{ op: "replace", path: at(checked, "columns/container"), value }] }];
};

/**
 * A container with a maximum width and smaller margins below it: usually what was meant when larger margins make the
 * container shrink at the next breakpoint. At the drawn-at width nothing changes.
 */
export const holdFix = (checked: CheckedBreakpoint, margins: { readonly start: Exact; readonly end: Exact }): readonly Fix[] => {
  const { container } = checked.breakpoint.columns;
  const max = pxText(checked.terms.container.width);
  const [start, end] = [pxText(margins.start), pxText(margins.end)];
  const today = checked.terms.declaredMargin;
  const smaller = compare(margins.start, today.start) <= 0 && compare(margins.end, today.end) <= 0;
  if (checked.terms.boundBy !== "margins" || max === null || start === null || end === null || !smaller) return [];
  const held: Columns["container"] = { kind: "capped", max, align: container.kind === "fluid" ? "center" : container.align };
  return [
    {
      term: "hold",
      max,
      margin: start,
      patch: [
        { op: "replace", path: at(checked, "columns/container"), value: held },
        { op: "replace", path: at(checked, "columns/margin/start"), value: start },
        { op: "replace", path: at(checked, "columns/margin/end"), value: end },
      ],
    },
  ];
};

export const fromFix = (checked: CheckedBreakpoint, from: number): readonly Fix[] => [
  { term: "from", to: [String(from)], patch: [{ op: "replace", path: at(checked, "from"), value: from }] },
];

/** Sets the height or the gutter of rows. No fix for the height of dividing rows, which is calculated. */
export const rowFix = (checked: CheckedBreakpoint, what: "height" | "gutter", value: Exact): readonly Fix[] => {
  const { rows } = checked.breakpoint;
  if (!rows || (what === "height" && (rows.kind === "dividing" || sign(value) <= 0))) return [];
  return replaceLengths(checked, number(what === "height" ? "row" : "row-gutter"), value, [`rows/${what}`]);
};

export const baselineFix = (checked: CheckedBreakpoint, step: Exact): readonly Fix[] =>
  sign(step) <= 0 ? [] : replaceLengths(checked, number("baseline"), step, ["baseline/step"]);

/** Sets the drawn-at height. No fix if it needs more than three decimals. */
export const heightFix = (checked: CheckedBreakpoint, height: Exact): readonly Fix[] => {
  const text = toExactDecimal(height, 3);
  if (text === null) return [];
  return [{ term: "drawn-height", to: [text], patch: [{ op: "replace", path: at(checked, "drawnAt/height"), value: Number(text) }] }];
};

/** The whole multiples of the unit next below (if above 0) and next above a length that is not one. */
export const nearestMultiples = (length: Exact, unit: Exact): readonly Exact[] => {
  const count = divide(length, unit);
  return [floor(count), ceiling(count)].filter((n) => sign(n) > 0).map((n) => multiply(n, unit));
};

/** The nearest whole multiple of the unit, above 0. Of two that are equally near, the smaller. */
export const nearestMultiple = (length: Exact, unit: Exact): Exact => {
  const count = ceiling(subtract(divide(length, unit), exact(1, 2)));
  return multiply(sign(count) > 0 ? count : exact(1), unit);
};

/** Several changes as one fix, for a finding about several numbers that all have to change. */
export const together = (term: FixNumber, fixes: readonly Fix[]): readonly Fix[] =>
  fixes.length === 0 ? [] : [{ term, to: fixes.flatMap((fix) => ("to" in fix ? fix.to : [])), patch: fixes.flatMap(({ patch }) => patch) }];

/** How many values that close, on each side of today's, are tried against the other conditions. */
const tried = 4;

/**
 * The multiple of `unit` nearest to `today`, at most `most`, that makes the column (constant − slope·value)/n whole and
 * above 0. Of two that are equally near, the smaller; null if none of those tried does.
 */
const nearestClosing = (today: Exact, unit: Exact, constant: Exact, slope: Exact, n: number, most?: Exact): Exact | null => {
  const closing = wholeQuotients(constant, multiply(slope, unit), n);
  if (!closing) return null;
  for (const k of nearestMembers(closing, divide(today, unit), tried)) {
    const value = multiply(exact(k), unit);
    const column = subtract(constant, multiply(slope, value));
    if (sign(value) >= 0 && sign(column) > 0 && (!most || compare(value, most) <= 0)) return value;
  }
  return null;
};

const gapsTake = ({ terms }: CheckedBreakpoint): Exact => multiply(exact(terms.gaps), terms.gutter);

/** The nearest gutter on `unit` that makes the column (C − G·g)/n whole, n and C kept; null without gaps. */
export const nearestWholeGutter = (checked: CheckedBreakpoint, unit: Exact): Exact | null => {
  const { gutter, container, gaps, count } = checked.terms;
  return gaps === 0 ? null : nearestClosing(gutter, unit, container.width, exact(gaps), count);
};

/** The nearest equal margin on `unit` that makes the column (W − 2m − G·g)/n whole, n and g kept. */
const nearestWholeMargin = (checked: CheckedBreakpoint, unit: Exact): Exact | null => {
  const { width, margin, count } = checked.terms;
  return nearestClosing(margin.start, unit, subtract(width, gapsTake(checked)), exact(2), count);
};

/** The nearest container on `unit` that makes the column (C − G·g)/n whole, n and g kept, and fits between the declared margins. */
const nearestWholeContainer = (checked: CheckedBreakpoint, unit: Exact): Exact | null => {
  const { width, declaredMargin, container, count } = checked.terms;
  const room = subtract(subtract(width, declaredMargin.start), declaredMargin.end);
  return nearestClosing(container.width, unit, negate(gapsTake(checked)), exact(-1), count, room);
};

const px = exact(1);

/** Changes of one number that make the column whole: to the nearest whole px, then to the nearest on the base unit. */
export const wholeColumnFixes = (checked: CheckedBreakpoint, base: Exact): readonly Fix[] => {
  const bound = checked.terms.boundBy !== "margins";
  const outer = bound ? nearestWholeContainer : nearestWholeMargin;
  const distinct = (near: Exact | null, onBase: Exact | null): readonly Exact[] =>
    [near, onBase].flatMap((value) => (value && !(value === onBase && near && equals(near, value)) ? [value] : []));
  return [
    ...distinct(nearestWholeGutter(checked, px), nearestWholeGutter(checked, base)).flatMap((value) => gutterFix(checked, value)),
    ...distinct(outer(checked, px), outer(checked, base)).flatMap((value) => (bound ? containerFix : marginFix)(checked, value)),
  ];
};

/** The largest count below today's with columns of at least `least`, above 0; 0 if there is none. */
export const largestCount = (checked: CheckedBreakpoint, width: Exact, least: Exact): number => {
  const { container, gutter } = checked.at(width);
  const edge = checked.breakpoint.columns.edgeGutters === "half" ? 0 : -1;
  for (let count = checked.breakpoint.columns.count - 1; count >= 1; count -= 1) {
    const column = divide(subtract(container.width, multiply(exact(count + edge), gutter)), exact(count));
    if (sign(column) > 0 && compare(column, least) >= 0) return count;
  }
  return 0;
};

/**
 * The largest gutter on the base unit that leaves columns of at least `least` at a width; null if even 0 leaves too
 * little.
 */
export const largestGutter = (checked: CheckedBreakpoint, width: Exact, least: Exact, base: Exact): Exact | null => {
  const terms = checked.at(width);
  if (terms.gaps === 0) return null;
  const wanted = larger(least, exact(1));
  const room = subtract(terms.container.width, multiply(exact(terms.count), wanted));
  if (sign(room) < 0) return null;
  const gutter = multiply(floor(divide(divide(room, exact(terms.gaps)), base)), base);
  return compare(gutter, terms.gutter) < 0 ? larger(gutter, zero) : null;
};

/** A size in a patch: at most three decimals. */
export const sizeNumber = (value: Exact): number => Number(toDecimal(value, 3));
