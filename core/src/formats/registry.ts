import { cssFormat } from "./css/css-format";
import { layoutFormat } from "./layout/layout-format";

/** Every format, in the order downloads list them. */
export const formats = { css: cssFormat, layout: layoutFormat } as const;

export type FormatId = keyof typeof formats;
export const formatIds = Object.keys(formats) as readonly FormatId[];
