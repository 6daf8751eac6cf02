import { type Breakpoint, compare, parseLength, pxText, type WholePixelSet } from "@ypsiline/core";

/**
 * A breakpoint with a set's numbers: count, gutter and margins, and the set's container if it has its own. Margins
 * around such a container stay, unless they leave it too little room.
 */
export const withSet = (breakpoint: Breakpoint, set: WholePixelSet): Breakpoint => {
  const { columns } = breakpoint;
  const gutter = pxText(set.gutter) ?? columns.gutter;
  const margin = pxText(set.margin) ?? columns.margin.start;
  const container = pxText(set.container);
  const counted = { ...columns, count: set.columns, gutter };
  if (columns.container.kind === "fluid" || container === null)
    return { ...breakpoint, columns: { ...counted, margin: { start: margin, end: margin } } };
  const holds = (text: string): boolean => {
    const length = parseLength(text);
    return length?.unit === "px" && compare(length.value, set.margin) <= 0;
  };
  const kept = holds(columns.margin.start) && holds(columns.margin.end) ? columns.margin : { start: margin, end: margin };
  return {
    ...breakpoint,
    columns: {
      ...counted,
      margin: kept,
      container:
        columns.container.kind === "capped" ? { ...columns.container, max: container } : { ...columns.container, width: container },
    },
  };
};
