import { absolute, add, compare, divide, type Exact, isZero, larger, smaller, sign, subtract, zero } from "../exact/exact";
import type { Resolution } from "./resolve";

/** Vertical lines have an x, horizontal ones a y, px from the top left of the sheet. */
export type Axis = "upright" | "level";

/** A line of the sheet that distances can be measured between, and what it is. */
export type SheetLine = { readonly axis: Axis; readonly at: Exact; readonly name: string };

/** Maximum number of horizontal lines; further down a sheet there are too many to choose from. */
const mostLevel = 2000;

/** Lines of a sheet in rising order, one per position: of two at one position, the first named is kept. */
const distinct = (lines: readonly SheetLine[]): readonly SheetLine[] => {
  const sorted = [...lines].sort((a, b) => compare(a.at, b.at));
  return sorted.filter((line, index) => index === 0 || compare(line.at, sorted[index - 1]?.at ?? line.at) !== 0);
};

/** The vertical lines of a sheet: its edges, the container's, and every column's start and end. */
export const uprightLines = ({ width, terms, columns }: Resolution): readonly SheetLine[] =>
  distinct(
    [
      { at: zero, name: "left edge" },
      ...columns.flatMap(({ start, width: wide }, index) => [
        { at: start, name: `start of column ${index + 1}` },
        { at: add(start, wide), name: `end of column ${index + 1}` },
      ]),
      { at: terms.container.start, name: "start of the container" },
      { at: add(terms.container.start, terms.container.width), name: "end of the container" },
      { at: width, name: "right edge" },
    ].map((line) => ({ axis: "upright", ...line })),
  );

/**
 * The horizontal lines of a sheet: its edges, every row's top and bottom, and the baseline's lines if they are shown.
 */
export const levelLines = ({ height, rows, baseline }: Resolution, withBaseline: boolean): readonly SheetLine[] => {
  const lines: { at: Exact; name: string }[] = [
    { at: zero, name: "top edge" },
    ...(rows?.tracks ?? []).slice(0, mostLevel).flatMap(({ start, height: tall }, index) => [
      { at: start, name: `top of row ${index + 1}` },
      { at: add(start, tall), name: `bottom of row ${index + 1}` },
    ]),
    { at: height, name: "bottom edge" },
  ];
  if (baseline && withBaseline)
    for (
      let line = 1, at = add(baseline.offset, baseline.step);
      line <= Math.min(baseline.lines, mostLevel);
      line += 1, at = add(at, baseline.step)
    )
      lines.push({ at, name: `baseline line ${line}` });
  return distinct(lines.filter(({ at }) => sign(at) >= 0 && compare(at, height) <= 0).map((line) => ({ axis: "level", ...line })));
};

/** The distance between two lines, in the sheet's own units; null for units it does not have. */
export type Reading = {
  readonly px: Exact;
  readonly baseUnits: Exact;
  /** Whole columns, or rows, between the lines, and the gutters between and around them. */
  readonly tracks: { readonly whole: number; readonly gutters: number } | null;
  /** In baseline lines; for horizontal lines only. */
  readonly lines: Exact | null;
};

/** Tracks and gutters wholly between two positions. */
const between = (
  tracks: readonly { readonly start: Exact; readonly size: Exact }[],
  from: Exact,
  to: Exact,
): { whole: number; gutters: number } => {
  const inside = (a: Exact, b: Exact): boolean => compare(a, from) >= 0 && compare(b, to) <= 0;
  const whole = tracks.filter(({ start, size }) => inside(start, add(start, size))).length;
  const gutters = tracks.slice(1).filter(({ start }, index) => {
    const before = tracks[index];
    return before !== undefined && compare(add(before.start, before.size), start) < 0 && inside(add(before.start, before.size), start);
  }).length;
  return { whole, gutters };
};

/** Measures the distance between two lines of one axis. */
export const readDistance = (resolution: Resolution, base: Exact, a: SheetLine, b: SheetLine): Reading => {
  const [from, to] = [smaller(a.at, b.at), larger(a.at, b.at)];
  const px = absolute(subtract(to, from));
  const tracks =
    a.axis === "upright"
      ? resolution.columns.map(({ start, width }) => ({ start, size: width }))
      : (resolution.rows?.tracks.map(({ start, height }) => ({ start, size: height })) ?? null);
  const { baseline } = resolution;
  return {
    px,
    baseUnits: divide(px, base),
    tracks: tracks && between(tracks, from, to),
    lines: a.axis === "level" && baseline && !isZero(baseline.step) ? divide(px, baseline.step) : null,
  };
};
