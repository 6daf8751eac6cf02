import { formatIds, type FormatId, formats } from "./registry";

/**
 * The format of a file: by its name's ending, then by how its text begins. JSON is told apart by its members: a layout
 * document names its format, anything else is taken for design tokens.
 */
export const formatOf = (text: string, name = ""): FormatId => {
  const ending = name.toLowerCase().split(".").at(-1) ?? "";
  const begins = text.slice(0, 2_000).trimStart();
  if (ending === "svg" || begins.startsWith("<")) return "svg";
  if (ending === "json" || begins.startsWith("{"))
    return /"format"\s*:\s*"ypsiline-layout"/.test(text.slice(0, 2_000)) ? "layout" : "tokens";
  if (ending === "csv" || ending === "tsv") return "csv";
  if (ending === "css" || /[{}]/.test(begins) || begins.startsWith("/*")) return "css";
  return "csv";
};

/** Formats a layout can be read from. */
export const readableFormats: readonly FormatId[] = formatIds.filter((id) => formats[id].read !== null);
