import { cssFormat } from "./css/css-format";
import { plainCss } from "./css/options";
import { csvFormat, ledgerFormat, linesFormat } from "./csv/csv-format";
import { layoutFormat } from "./layout/layout-format";
import { sassFormat } from "./sass/sass-format";
import { plainOverlay } from "./svg/options";
import { svgFormat, tileFormat } from "./svg/svg-format";
import { tokensFormat } from "./tokens/tokens-format";
import type { Format, WriteOptions } from "./types";

/** Every format, in the order downloads list them. */
export const formats = {
  css: cssFormat,
  sass: sassFormat,
  tokens: tokensFormat,
  layout: layoutFormat,
  ledger: ledgerFormat,
  svg: svgFormat,
  tile: tileFormat,
  csv: csvFormat,
  lines: linesFormat,
} as const satisfies Readonly<Record<string, Format>>;

export type FormatId = keyof typeof formats;
export const formatIds = Object.keys(formats) as readonly FormatId[];

/** How files are written where nothing else is asked for. */
export const plainWriting: WriteOptions = { ...plainCss, breakpoint: null, overlay: plainOverlay };
