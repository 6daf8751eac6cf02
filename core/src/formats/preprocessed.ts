import { divide, type Exact, exact, fromJsonNumber } from "../exact/exact";
import { parseLength, toPx } from "../exact/length";
import { toDecimal } from "../exact/show";
import { breakpointRanges } from "../grid/breakpoint-at";
import { lengthContext, rootFontSize, termsAt } from "../grid/resolve";
import { resolveRows } from "../grid/rows";
import { spacingSteps } from "../grid/spacing";
import type { Layout } from "../layout/schema";
import { spacingNames } from "./css/spacing-names";
import { textNames } from "./css/text";
import type { WriteOptions } from "./options";

/** A name and its value, for languages that compile to CSS. */
export type Entry = readonly [name: string, value: string];

/** What a layout is in such a language: its breakpoints, spacing steps and text roles as names and values. */
export type Preprocessed = {
  readonly breakpoints: readonly { readonly id: string; readonly from: string; readonly entries: readonly Entry[] }[];
  readonly spaces: readonly Entry[];
  readonly roles: readonly { readonly name: string; readonly entries: readonly Entry[] }[];
};

/** Text between quotes, harmless to the languages that read it. */
const quoted = (text: string): string =>
  `"${text
    .replace(/[\\"]/g, "\\$&")
    .replace(/([#@])\{/g, "$1 {")
    .replace(/\p{Cc}/gu, " ")}"`;

/**
 * A layout's numbers by name. Lengths are in px or rem. A gutter in fr and margins in % are numbers of that unit,
 * beside the column and container at the drawn-at width.
 */
export const preprocessed = (layout: Layout, { unit }: Pick<WriteOptions, "unit">): Preprocessed => {
  const root = rootFontSize(layout);
  const inUnit = (px: Exact): string => (unit === "px" ? `${toDecimal(px, 6)}px` : `${toDecimal(divide(px, root), 6)}rem`);
  // Rem in a media query is the browser's own font size, whatever :root says (Media Queries 4).
  const queryLength = (px: Exact): string => (unit === "px" ? `${toDecimal(px, 6)}px` : `${toDecimal(divide(px, exact(16)), 6)}rem`);
  const declared = (text: string): string => {
    const length = parseLength(text);
    if (!length) throw new RangeError(`not a length: ${text}`);
    return length.unit === "%" || length.unit === "fr" ? text : inUnit(toPx(length, lengthContext(layout, exact(1))));
  };
  const names = spacingNames(layout.spacing.map(({ name }) => name)).map((name) => name.replace("--space-", ""));
  const roles = textNames(layout);
  return {
    breakpoints: breakpointRanges(layout).map(({ breakpoint, from }) => {
      const { id, name, columns, drawnAt, rows, baseline } = breakpoint;
      const width = fromJsonNumber(drawnAt.width);
      const terms = termsAt(layout, breakpoint, width);
      const pitch = rows && resolveRows(rows, fromJsonNumber(drawnAt.height), lengthContext(layout, width))?.pitch;
      const { container } = columns;
      const held = container.kind === "capped" ? container.max : container.kind === "fixed" ? container.width : null;
      const entries: readonly Entry[] = [
        ["name", quoted(name)],
        ["from", queryLength(fromJsonNumber(from))],
        ["columns", String(columns.count)],
        ["gutter", declared(columns.gutter)],
        ["margin-start", declared(columns.margin.start)],
        ["margin-end", declared(columns.margin.end)],
        ["edge-gutters", columns.edgeGutters],
        ["container", container.kind],
        ...(held === null ? [] : [["container-width", declared(held)] as const]),
        ["drawn-at", queryLength(width)],
        ["column-at-drawn", inUnit(terms.column)],
        ["container-at-drawn", inUnit(terms.container.width)],
        ...(pitch ? [["row-pitch", inUnit(pitch)] as const] : []),
        ...(rows ? [["row-gutter", declared(rows.gutter)] as const] : []),
        ...(rows?.kind === "repeating"
          ? [["row-height", declared(rows.height)] as const, ["row-offset", declared(rows.offset)] as const]
          : []),
        ...(rows?.kind === "dividing" ? [["rows", String(rows.count)] as const] : []),
        ...(baseline ? [["baseline", declared(baseline.step)] as const, ["baseline-offset", declared(baseline.offset)] as const] : []),
      ];
      return { id, from: queryLength(fromJsonNumber(from)), entries };
    }),
    spaces: spacingSteps(layout).map(({ px }, index) => [names[index] ?? "step", inUnit(px)]),
    roles: layout.text.map(({ size, lineHeight, font, at = {} }, index) => ({
      name: roles[index] ?? "text",
      entries: [
        ["size", declared(size)],
        ["line-height", declared(lineHeight)],
        ["font", quoted(font)],
        ...Object.entries(at).flatMap(([id, own]): readonly Entry[] => [
          [`${id}-size`, declared(own.size)],
          [`${id}-line-height`, declared(own.lineHeight)],
        ]),
      ],
    })),
  };
};
