import { add, compare, type Exact, subtract, toNumber, zero } from "../exact/exact";
import type { Resolution } from "./resolve";

/** A length shown by a dimension line, between two x of the layout, px. */
export type Dimension = { readonly from: Exact; readonly to: Exact; readonly length: Exact; readonly what: string };

/**
 * The dimension lines of a sheet, none overlapping: both margins; a third (or a half, or two columns) from the first
 * column; one column; and a half up to the last. Which of them are drawn depends on the count.
 */
export const sheetDimensions = ({ terms, columns, width }: Resolution): readonly Dimension[] => {
  const { count } = terms;
  const out: Dimension[] = [];
  const between = (from: Exact, to: Exact, what: string): void => {
    out.push({ from, to, length: subtract(to, from), what });
  };
  const columnsFrom = (first: number, last: number, what: string): void => {
    const a = columns[first];
    const b = columns[last];
    if (a && b) between(a.start, add(b.start, b.width), what);
  };
  between(zero, terms.container.start, "start margin");
  const half = count % 2 === 0 && count >= 4 ? count / 2 : 0;
  const part = count % 3 === 0 && count >= 6 ? count / 3 : count % 4 === 0 && count >= 8 ? count / 4 : 0;
  if (part > 0) columnsFrom(0, part - 1, count % 3 === 0 ? "third" : "quarter");
  if (part < count - half) columnsFrom(part, part, "column");
  if (half > 0) columnsFrom(count - half, count - 1, "half");
  between(add(terms.container.start, terms.container.width), width, "end margin");
  return out;
};

/**
 * The dimension lines down the side of a sheet, none overlapping: the space above the first row, the first row, the
 * gutter below it, and one pitch. Rows lower than `least` are dimensioned in groups of several pitches.
 */
export const rowDimensions = ({ rows }: Resolution, least: number): readonly Dimension[] => {
  const [first, second, third] = rows?.tracks ?? [];
  if (!rows || !first) return [];
  const out: Dimension[] = [];
  const between = (from: Exact, to: Exact, what: string): void => {
    if (compare(from, to) < 0) out.push({ from, to, length: subtract(to, from), what });
  };
  between(zero, first.start, "above the rows");
  if (toNumber(first.height) < least) {
    const pitches = [1, 2, 4, 8, 16, 32].find((count) => count * toNumber(rows.pitch) >= least * 2) ?? 64;
    const to = rows.tracks[pitches];
    if (to) between(first.start, to.start, pitches === 1 ? "row pitch" : `${pitches} row pitches`);
    return out;
  }
  const end = add(first.start, first.height);
  between(first.start, end, "row");
  if (second) between(end, second.start, "row gutter");
  if (second && third) between(second.start, third.start, "row pitch");
  return out;
};
