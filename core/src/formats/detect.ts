import { formatIds, type FormatId, formats } from "./registry";
import type { Format } from "./types";

/** Formats a layout can be read from. */
export const readableFormats: readonly FormatId[] = formatIds.filter((id) => formats[id].read !== null);

/**
 * The format of a file, by its name's ending and by how its text begins: the one that is surest. What none recognises is
 * taken for a table.
 */
export const formatOf = (text: string, name = ""): FormatId => {
  const signs = { ending: name.toLowerCase().split(".").at(-1) ?? "", begins: text.slice(0, 2_000).trimStart(), text };
  const sure = (format: Format): number => format.recognises?.(signs) ?? 0;
  return formatIds.reduce<FormatId>((best, id) => (sure(formats[id]) > sure(formats[best]) ? id : best), "csv");
};
