import { type CssOptions, type FormatId, formats, type Layout } from "@ypsiline/core";

/** Writes a layout in a format. */
export const writeFile = (
  layout: Layout,
  { format, ...options }: { format: FormatId } & CssOptions,
): { text: string; mediaType: string } => {
  switch (format) {
    case "css":
      return { text: formats.css.write(layout, options), mediaType: formats.css.mediaType };
    case "layout":
      return { text: formats.layout.write(layout, {}), mediaType: formats.layout.mediaType };
    default:
      return format satisfies never;
  }
};
