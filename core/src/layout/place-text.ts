import { limits } from "./limits";
import type { Placement } from "./schema";

/** The place of an area as people type it: columns, and rows if it has them: "5–12 r 7–22", "5–12". */
export type Place = Pick<Placement, "column" | "span"> & { readonly row?: number | undefined; readonly rowSpan?: number | undefined };

/** Columns or rows as they are said: "5–12", "7". */
export const rangeText = (from: number, many: number): string => (many === 1 ? String(from) : `${from}–${from + many - 1}`);

/** "5–12 r 7–22". An area that flows has no rows, or the number of its rows if that is not one: "5–12 r +3". */
export const placeText = ({ column, span, row, rowSpan = 1 }: Place): string => {
  const rows = row === undefined ? (rowSpan === 1 ? "" : ` r +${rowSpan}`) : ` r ${rangeText(row, rowSpan)}`;
  return `${rangeText(column, span)}${rows}`;
};

export type ReadPlace = { readonly ok: true; readonly place: Place | null } | { readonly ok: false; readonly message: string };

const pattern = /^(\d{1,3})(?:\s*[–—-]\s*(\d{1,3}))?(?:\s*,?\s*r(?:ows?)?\s*(?:(\d{1,5})(?:\s*[–—-]\s*(\d{1,5}))?|\+\s*(\d{1,5})))?$/i;
const example = 'like "5–12", "5–12 r 7–22", or nothing where it is not shown';

/** Reads a typed place; null means that the area is not shown. */
export const readPlace = (text: string): ReadPlace => {
  const wanted = text.trim();
  if (wanted === "" || /^(not shown|–|-|none)$/i.test(wanted)) return { ok: true, place: null };
  const found = pattern.exec(wanted);
  if (!found)
    return { ok: false, message: /\d\.\d|½/.test(wanted) ? `Type whole columns and rows, ${example}` : `Type columns and rows ${example}` };
  const [first, last, row, lastRow, many] = found.slice(1).map((part) => (part === undefined ? undefined : Number(part)));
  if (first === undefined || first < 1) return { ok: false, message: "Columns are counted from 1" };
  const end = last ?? first;
  if (end < first) return { ok: false, message: `Columns go from the first to the last: ${end}–${first}` };
  if (end > limits.columns) return { ok: false, message: `There are at most ${limits.columns} columns` };
  if (row !== undefined && row < 1) return { ok: false, message: "Rows are counted from 1" };
  const endRow = lastRow ?? row;
  if (row !== undefined && endRow !== undefined && endRow < row)
    return { ok: false, message: `Rows go from the first to the last: ${endRow}–${row}` };
  if ((endRow ?? 0) > 10_000 || (many ?? 0) > 10_000) return { ok: false, message: "There are at most 10,000 rows" };
  if (many === 0) return { ok: false, message: "An area takes at least one row" };
  return {
    ok: true,
    place: {
      column: first,
      span: end - first + 1,
      ...(row === undefined ? {} : { row }),
      ...(row !== undefined && endRow !== undefined && endRow > row
        ? { rowSpan: endRow - row + 1 }
        : many === undefined || many === 1
          ? {}
          : { rowSpan: many }),
    },
  };
};
