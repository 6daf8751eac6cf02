import { cssFormat } from "./css/css-format";
import { areasFormat, csvFormat, ledgerFormat, linesFormat } from "./csv/csv-format";
import { layoutFormat } from "./layout/layout-format";
import { lessFormat } from "./less/less-format";
import { pageFormat } from "./page/page-format";
import { sassFormat } from "./sass/sass-format";
import { svgFormat, tileFormat } from "./svg/svg-format";
import { tokensFormat } from "./tokens/tokens-format";
import type { BreakpointFormat, Format, WholeFormat } from "./types";

/** Every format, in the order downloads list them. */
export const formats = {
  css: cssFormat,
  sass: sassFormat,
  less: lessFormat,
  tokens: tokensFormat,
  layout: layoutFormat,
  page: pageFormat,
  ledger: ledgerFormat,
  areas: areasFormat,
  svg: svgFormat,
  tile: tileFormat,
  csv: csvFormat,
  lines: linesFormat,
} as const satisfies Readonly<Record<string, Format>>;

export type FormatId = keyof typeof formats;
export const formatIds = Object.keys(formats) as readonly FormatId[];

const all: readonly Format[] = Object.values(formats);
export const wholeFormats: readonly WholeFormat[] = all.filter((format) => format.of === "layout");
export const breakpointFormats: readonly BreakpointFormat[] = all.filter((format) => format.of === "breakpoint");
