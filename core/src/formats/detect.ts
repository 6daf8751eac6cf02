import { formatIds, type FormatId, formats } from "./registry";

/**
 * The text of a member of a JSON object that stands in it itself, not in anything inside; null where it has none, or one
 * that is no text. Walks the characters once: whatever else is in the file is not looked into.
 */
const ownMember = (text: string, name: string): string | null => {
  let depth = 0;
  let awaited = false;
  for (let at = 0; at < text.length; at += 1) {
    const character = text[at];
    if (character === '"') {
      const start = at + 1;
      for (at += 1; at < text.length && text[at] !== '"'; at += 1) at += text[at] === "\\" ? 1 : 0;
      if (depth !== 1) continue;
      const word = text.slice(start, at);
      if (awaited) return word;
      let next = at + 1;
      while (next < text.length && /\s/.test(text[next] ?? "")) next += 1;
      awaited = word === name && text[next] === ":";
      if (awaited) at = next;
    } else if (character === "{" || character === "[") {
      depth += 1;
      awaited = false;
    } else if (character === "}" || character === "]") depth -= 1;
    else if (awaited && character === ",") awaited = false;
  }
  return null;
};

/**
 * The format of a file: by its name's ending, then by how its text begins. JSON is told apart by its own members: a
 * layout document names its format, wherever among them; anything else is taken for design tokens.
 */
export const formatOf = (text: string, name = ""): FormatId => {
  const ending = name.toLowerCase().split(".").at(-1) ?? "";
  const begins = text.slice(0, 2_000).trimStart();
  if (ending === "svg" || begins.startsWith("<")) return "svg";
  if (ending === "json" || begins.startsWith("{")) return ownMember(text, "format") === "ypsiline-layout" ? "layout" : "tokens";
  if (ending === "csv" || ending === "tsv") return "csv";
  if (ending === "css" || /[{}]/.test(begins) || begins.startsWith("/*")) return "css";
  return "csv";
};

/** Formats a layout can be read from. */
export const readableFormats: readonly FormatId[] = formatIds.filter((id) => formats[id].read !== null);
