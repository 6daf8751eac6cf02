import type { FileSigns } from "./types";

/** Whether a file is JSON by its ending, or an object by how it begins. */
export const isJson = ({ ending, begins }: FileSigns): boolean => ending === "json" || begins.startsWith("{");

/**
 * The text of a JSON object's own member, not of anything nested; null if it has none, or it is not a text. It reads
 * the characters once, without parsing anything else.
 */
export const ownMember = (text: string, name: string): string | null => {
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
