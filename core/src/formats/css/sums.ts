import { add, exact, type Exact, multiply } from "../../exact/exact";
import { parseLength } from "../../exact/length";
import { toDecimal } from "../../exact/show";
import type { Breakpoint, Rows } from "../../layout/schema";
import { bare } from "./parts";

/** Start of the container from the start of the parent (docs/arithmetic.md, section 1: wanted start, held). */
const containerStart = (container: Breakpoint["columns"]["container"], start: string, end: string): string => {
  if (container.kind === "fluid") return start;
  const rest = "100% - var(--layout-container)";
  switch (container.align) {
    case "start":
      return `min(${start}, max(0px, ${rest}))`;
    case "center":
      return start === end ? `max(0px, (${rest}) / 2)` : `clamp(0px, (${rest} + ${start} - ${end}) / 2, max(0px, ${rest}))`;
    case "end":
      return `max(0px, ${rest} - ${end})`;
    default:
      return container.align satisfies never;
  }
};

/** The parts of a breakpoint's column sum as CSS values; % is of the element around the grid. */
export const columnParts = (breakpoint: Breakpoint, text: (length: string) => string) => {
  const { count, gutter, margin, edgeGutters, container } = breakpoint.columns;
  const [start, end] = [text(margin.start), text(margin.end)];
  const between = `100% - ${bare(start)} - ${bare(end)}`;
  const size =
    container.kind === "fluid"
      ? `calc(${between})`
      : container.kind === "capped"
        ? `min(${between}, ${text(container.max)})`
        : text(container.width);
  const declared = parseLength(gutter);
  const share = declared?.unit === "fr" ? declared.value : null;
  const half = edgeGutters === "half";
  // p fr of a column: of the tracks alone g = X·p/(n + (n − 1)·p), of the container g = C·p/(n + G·p).
  const over = (gaps: number, p: Exact): string => toDecimal(add(exact(count), multiply(exact(gaps), p)), 6);
  const ownGutter = share ? `calc(100% * ${toDecimal(share, 6)} / ${over(count - 1, share)})` : text(gutter);
  const outerGutter = share
    ? `calc(var(--layout-container) * ${toDecimal(share, 6)} / ${over(half ? count : count - 1, share)})`
    : text(gutter);
  const withEdge = (value: string): string => (half ? `calc(${value} + ${outerGutter} / 2)` : value);
  const tracks = half ? `var(--layout-container) - ${outerGutter}` : "var(--layout-container)";
  return {
    start,
    end,
    size,
    share,
    ownGutter,
    outerGutter,
    /** Start of the first column. */
    first: withEdge(containerStart(container, start, end)),
    /** From the end of the last column to the end. */
    last: container.kind === "fluid" ? withEdge(end) : `calc(100% - var(--layout-start) - (${tracks}))`,
  };
};

/** The section that dividing rows share: a height held between least and most. */
export const sectionIn = (height: string, rows: Extract<Rows, { kind: "dividing" }>, text: (length: string) => string): string => {
  const capped = rows.most ? `min(${height}, ${text(rows.most)})` : height;
  return rows.least ? `max(${text(rows.least)}, ${capped})` : capped;
};
