import { divide, exact, fromJsonNumber } from "../../exact/exact";
import { parseLength, toPx } from "../../exact/length";
import { toDecimal } from "../../exact/show";
import { breakpointRanges } from "../../grid/breakpoint-at";
import { lengthContext, rootFontSize, termsAt } from "../../grid/resolve";
import { resolveRows } from "../../grid/rows";
import { spacingSteps } from "../../grid/spacing";
import type { Layout } from "../../layout/schema";
import { spacingNames } from "../css/spacing-names";
import { textNames } from "../css/text";
import type { WriteOptions } from "../options";
import { type WholeFormat, written } from "../types";

const quoted = (text: string): string => `"${text.replace(/[\\"]/g, "\\$&").replace(/[#\p{Cc}]/gu, " ")}"`;

/**
 * A Sass map of a layout: `$layout` with one map for each breakpoint, by id, and `$space`. Lengths in px or rem; a gutter
 * in fr and margins in % as numbers of that unit, beside the column and container they come to at the drawn-at width.
 */
export const writeSass = (layout: Layout, { unit }: Pick<WriteOptions, "unit">): string => {
  const root = rootFontSize(layout);
  const one = exact(1);
  const inUnit = (px: Parameters<typeof toDecimal>[0]): string =>
    unit === "px" ? `${toDecimal(px, 6)}px` : `${toDecimal(divide(px, root), 6)}rem`;
  // Rem in a media query is the browser's own font size, whatever :root says (Media Queries 4).
  const queryLength = (px: Parameters<typeof toDecimal>[0]): string =>
    unit === "px" ? `${toDecimal(px, 6)}px` : `${toDecimal(divide(px, exact(16)), 6)}rem`;
  const declared = (text: string): string => {
    const length = parseLength(text);
    if (!length) throw new RangeError(`not a length: ${text}`);
    return length.unit === "%" || length.unit === "fr" ? text : inUnit(toPx(length, lengthContext(layout, one)));
  };
  const names = spacingNames(layout.spacing.map(({ name }) => name)).map((name) => name.replace("--space-", ""));
  const roles = textNames(layout);
  const maps = breakpointRanges(layout).map(({ breakpoint, from }) => {
    const { columns, drawnAt, rows, baseline } = breakpoint;
    const width = fromJsonNumber(drawnAt.width);
    const terms = termsAt(layout, breakpoint, width);
    const pitch = rows && resolveRows(rows, fromJsonNumber(drawnAt.height), lengthContext(layout, width))?.pitch;
    const held =
      columns.container.kind === "capped" ? columns.container.max : columns.container.kind === "fixed" ? columns.container.width : null;
    const entries: readonly (readonly [string, string])[] = [
      ["name", quoted(breakpoint.name)],
      ["from", queryLength(fromJsonNumber(from))],
      ["columns", String(columns.count)],
      ["gutter", declared(columns.gutter)],
      ["margin-start", declared(columns.margin.start)],
      ["margin-end", declared(columns.margin.end)],
      ["edge-gutters", columns.edgeGutters],
      ["container", columns.container.kind],
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
    return `  "${breakpoint.id}": (\n${entries.map(([name, value]) => `    "${name}": ${value},`).join("\n")}\n  ),`;
  });
  return [
    `// ${layout.name.replace(/[\s\p{Cc}]+/gu, " ")}: layout by Ypsiline.`,
    `$layout: (\n${maps.join("\n")}\n);`,
    `$space: (\n${spacingSteps(layout)
      .map(({ px }, index) => `  "${names[index] ?? "step"}": ${inUnit(px)},`)
      .join("\n")}\n);`,
    `$text: (\n${layout.text
      .map(
        ({ size, lineHeight, font }, index) =>
          `  "${roles[index] ?? "text"}": (\n    "size": ${declared(size)},\n    "line-height": ${declared(lineHeight)},\n    "font": ${quoted(font)},\n  ),`,
      )
      .join("\n")}\n);`,
    "",
  ].join("\n");
};

export const sassFormat: WholeFormat = {
  id: "sass",
  label: "Sass map",
  said: "a Sass map",
  kind: "SCSS",
  of: "layout",
  fileName: "layout.scss",
  mediaType: "text/x-scss; charset=utf-8",
  mediaTypes: ["text/x-scss"],
  extension: "scss",
  options: ["unit"],
  write: (layout, options) => written(writeSass(layout, options)),
  read: null,
  recognises: null,
  holds: null,
};
