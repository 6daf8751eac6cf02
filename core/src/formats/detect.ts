import { formatIds, type FormatId, formats } from "./registry";
import type { Format } from "./types";

/**
 * The format of a file, by its name's ending and by how its text begins: the one that is surest. What none recognises is
 * taken for a table.
 */
export const formatOf = (text: string, name = ""): FormatId => {
  const signs = { ending: name.toLowerCase().split(".").at(-1) ?? "", begins: text.slice(0, 2_000).trimStart(), text };
  const sure = (format: Format): number => format.recognises?.(signs) ?? 0;
  return formatIds.reduce<FormatId>((best, id) => (sure(formats[id]) > sure(formats[best]) ? id : best), "csv");
};
