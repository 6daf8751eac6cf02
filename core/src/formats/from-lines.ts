import type { LayoutInput } from "../layout/schema";

type BreakpointInput = LayoutInput["breakpoints"][number];

/** A box along one axis as a file gave it, px. */
export type Edge = { readonly start: number; readonly size: number };

const rounded = (px: number): string => `${Math.round(px * 1e4) / 1e4}px`;

/** Files round positions to 4 decimals: a length worked out of two of them may miss by this much. */
const blur = 0.0003;

/** The length rounded to 2 decimals if that is within rounding, else to 4 decimals. */
const lengthOf = (px: number): string => {
  const near = Math.round(px * 100) / 100;
  return Math.abs(near - px) <= blur ? `${near}px` : rounded(px);
};

/**
 * A breakpoint calculated from drawn columns and rows: the gutter from the first two columns, margins from the space
 * beside them, as far as lines show them. Columns must be equal and at equal steps.
 */
export const breakpointFromLines = (
  size: { readonly width: number; readonly height: number },
  columns: readonly Edge[],
  rows: readonly Edge[],
  baseline: readonly number[],
  lost: string[],
): BreakpointInput | null => {
  const [first, second] = columns;
  const last = columns.at(-1);
  if (!first || !last) return null;
  const pitch = second ? second.start - first.start : first.size;
  const even = columns.every(
    ({ start, size: wide }, index) =>
      Math.abs(start - first.start - index * pitch) <= 0.05 + blur * index && Math.abs(wide - first.size) <= 0.05,
  );
  if (!even) lost.push("columns: they are not alike and evenly spaced; the first two stand for all");
  const margin = { start: lengthOf(Math.max(0, first.start)), end: lengthOf(Math.max(0, size.width - last.start - last.size)) };
  const [row, next] = rows;
  const [line, nextLine] = baseline;
  const step = line === undefined || nextLine === undefined ? 0 : nextLine - line;
  const from = Math.min(320, size.width);
  return {
    id: "drawn",
    name: "Drawn",
    from,
    drawnAt: size,
    columns: { count: columns.length, gutter: lengthOf(Math.max(0, pitch - first.size)), margin, container: { kind: "fluid" } },
    rows:
      row && row.size > 0
        ? {
            kind: "repeating",
            height: lengthOf(row.size),
            gutter: lengthOf(Math.max(0, (next ? next.start - row.start : row.size) - row.size)),
            offset: lengthOf(row.start),
          }
        : null,
    baseline: step > 0 ? { step: lengthOf(step), offset: lengthOf(line ?? 0), emphasis: 4 } : null,
  };
};
