import { divide, type Exact, exact } from "../../exact/exact";
import { parseLength, px } from "../../exact/length";
import { toExactDecimal, toJson } from "../../exact/show";
import { breakpointRanges } from "../../grid/breakpoint-at";
import { lengthContext } from "../../grid/resolve";
import type { Breakpoint, Layout } from "../../layout/schema";
import { commented } from "../css/parts";
import type { Release } from "./release";

/** A number as an expression: a decimal if one says it, else a division. */
const expression = (value: Exact): string => toExactDecimal(value, 6) ?? toJson(value).toString();

/** A declared length in px, or the part of something that it is: of the viewport's width (%), or of a column (fr). */
const declared = (layout: Layout, text: string): { readonly value: string; readonly isPart: boolean } => {
  const length = parseLength(text);
  if (!length) throw new RangeError(`not a length: ${text}`);
  if (length.unit === "fr") return { value: expression(length.value), isPart: true };
  if (length.unit === "%") return { value: expression(divide(length.value, exact(100))), isPart: true };
  return { value: expression(px(text, lengthContext(layout, exact(1)))), isPart: false };
};

/** One breakpoint as a literal: what it declares, in px, with 1 where a number is a part of something. */
const gridText = (layout: Layout, { id, columns }: Breakpoint, from: number): string => {
  const { container } = columns;
  const held = container.kind === "capped" ? container.max : container.kind === "fixed" ? container.width : null;
  const [gutter, start, end] = [columns.gutter, columns.margin.start, columns.margin.end].map((text) => declared(layout, text));
  const pair = (one: ReturnType<typeof declared> | undefined): string => `[${one?.value ?? 0}, ${one?.isPart ? 1 : 0}]`;
  return [
    `  { id: ${JSON.stringify(id)}, from: ${from}, count: ${columns.count}, gutter: ${pair(gutter)}, start: ${pair(start)}, end: ${pair(end)}`,
    `half: ${columns.edgeGutters === "half" ? 1 : 0}, kind: ${JSON.stringify(container.kind)}`,
    ...(held === null || container.kind === "fluid"
      ? []
      : [`held: ${declared(layout, held).value}, align: ${JSON.stringify(container.align)}`]),
  ]
    .join(", ")
    .concat(" },");
};

/**
 * `resolve.js`: the columns at any width. What the layout declares is written exactly, and calculated with as core does
 * (docs/arithmetic.md, section 1): container C, with G gaps a column c = (C − G·g)/n, or C/(n + G·p) for a gutter of p fr.
 */
export const resolveText = ({ layout, version }: Release): string =>
  `/** ${commented(layout.name)} ${version}: its columns at any width. Layout by Ypsiline. */
const grids = [
${breakpointRanges(layout)
  .map(({ breakpoint, from }) => gridText(layout, breakpoint, from))
  .join("\n")}
];

/** The columns at a width of the viewport, CSS px; throws a RangeError for a width that is no number above 0. */
export const resolveAt = (width) => {
  if (!(width > 0 && width < Infinity)) throw new RangeError("resolveAt: the width must be a number of px above 0, not " + width);
  const { id, count, gutter: [gap, isShare], start, end, half, kind, held, align } = grids.findLast(({ from }) => from <= width) ?? grids[0];
  const [before, after] = [start, end].map(([value, isPart]) => (isPart ? value * width : value));
  const between = width - before - after;
  const isHeld = kind === "fixed" || (kind === "capped" && held < between);
  const container = isHeld ? held : between;
  const rest = width - container;
  const aligned = align === "start" ? before : align === "end" ? rest - after : (rest + before - after) / 2;
  const at = Math.max(0, Math.min(isHeld ? aligned : before, Math.max(0, rest)));
  const gaps = count - 1 + half;
  const column = isShare ? container / (count + gaps * gap) : (container - gaps * gap) / count;
  const gutter = isShare ? gap * column : gap;
  const first = at + (half * gutter) / 2;
  return {
    breakpoint: id,
    column,
    gutter,
    margin: { start: at, end: rest - at },
    container: { start: at, width: container },
    columns: Array.from({ length: count }, (_, i) => ({ start: first + i * (column + gutter), width: column })),
  };
};
`;

/** `resolve.d.ts`. */
export const resolveTypes = ({ layout }: Release): string =>
  `/** The columns at one width of the viewport, CSS px from its left edge. */
export type ColumnsAt = {
  readonly breakpoint: ${layout.breakpoints.map(({ id }) => JSON.stringify(id)).join(" | ")};
  readonly column: number;
  readonly gutter: number;
  readonly margin: { readonly start: number; readonly end: number };
  readonly container: { readonly start: number; readonly width: number };
  readonly columns: readonly { readonly start: number; readonly width: number }[];
};

/** The columns at a width of the viewport, CSS px; throws a RangeError for a width that is no number above 0. */
export declare const resolveAt: (width: number) => ColumnsAt;
`;
