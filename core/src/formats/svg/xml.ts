import { XMLParser } from "fast-xml-parser";
import { isMembers, type Members } from "../../layout/member";

const mostElements = 50_000;
const deepest = 32;

/** An element of a drawing, as far as it is read. */
export type Element = {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Element[];
  readonly text: string;
};

/** Longest tag, and most attributes of all tags together: an overlay's have a handful each. */
const longestTag = 100_000;
const mostAttributes = 500_000;

/** Why a drawing must not be parsed, found in one pass over its characters, without assuming that tags match or end. */
const hostile = (text: string): string | null => {
  let depth = 0;
  let elements = 0;
  let attributes = 0;
  for (let at = text.indexOf("<"); at >= 0; at = text.indexOf("<", at)) {
    if (text.startsWith("<!--", at)) {
      const end = text.indexOf("-->", at);
      if (end < 0) return "must be well-formed XML: a comment never ends";
      at = end + 3;
      continue;
    }
    if (text.startsWith("<![CDATA[", at)) {
      const end = text.indexOf("]]>", at);
      if (end < 0) return "must be well-formed XML: character data never end";
      at = end + 3;
      continue;
    }
    if (text[at + 1] === "!") return "must not declare a document type or entities";
    if (text[at + 1] === "?") {
      if (!/^<\?xml\s/.test(text.slice(at, at + 6))) return "must not hold processing instructions";
      at += 2;
      continue;
    }
    const closes = text[at + 1] === "/";
    let end = at + 1;
    let quote = "";
    for (; end < text.length; end += 1) {
      const character = text[end];
      if (quote !== "") quote = character === quote ? "" : quote;
      else if (character === '"' || character === "'") quote = character;
      else if (character === "=") attributes += 1;
      else if (character === ">") break;
      else if (character === "<") return "must be well-formed XML: a tag begins inside of another";
    }
    if (end >= text.length) return "must be well-formed XML: a tag never ends";
    if (end - at > longestTag && !text.startsWith("<metadata", at))
      return `must hold no tag longer than ${longestTag.toLocaleString("en")} characters`;
    if (attributes > mostAttributes) return `must hold at most ${mostAttributes.toLocaleString("en")} attributes`;
    if (closes) depth -= 1;
    else {
      elements += 1;
      if (elements > mostElements) return `must hold at most ${mostElements.toLocaleString("en")} elements`;
      if (text[end - 1] !== "/") depth += 1;
      if (depth > deepest) return `must not nest deeper than ${deepest} levels`;
    }
    at = end + 1;
  }
  return null;
};

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: "",
  parseAttributeValue: false,
  parseTagValue: false,
  processEntities: false,
  trimValues: true,
});

/** Character references that XML itself has; nothing else is expanded. */
const decoded = (text: string): string =>
  text.replace(
    /&(?:#(\d{1,7})|#x([0-9a-f]{1,6})|(amp|lt|gt|quot|apos));/gi,
    (whole: string, decimal?: string, hex?: string, name?: string) => {
      if (name) return { amp: "&", lt: "<", gt: ">", quot: '"', apos: "'" }[name.toLowerCase()] ?? whole;
      const code = decimal ? Number(decimal) : Number.parseInt(hex ?? "", 16);
      return code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : whole;
    },
  );

const elements = (nodes: unknown): readonly Element[] =>
  (Array.isArray(nodes) ? (nodes as unknown[]) : []).flatMap((node): Element[] => {
    if (!isMembers(node)) return [];
    const name = Object.keys(node).find((key) => key !== ":@" && key !== "#text" && !key.startsWith("?"));
    if (name === undefined) return [];
    const inner = (Array.isArray(node[name]) ? node[name] : []) as unknown[];
    const attributes = Object.fromEntries(
      Object.entries((node[":@"] ?? {}) as Members).map(([key, value]) => [key, decoded(String(value))]),
    );
    const text = inner.map((child) => (isMembers(child) && "#text" in child ? String(child["#text"]) : "")).join("");
    return [{ name: name.replace(/^svg:/, ""), attributes, children: elements(inner), text: decoded(text) }];
  });

/** Elements and their descendants, in document order. */
export const all = (list: readonly Element[]): readonly Element[] => list.flatMap((one) => [one, ...all(one.children)]);

/**
 * The root element of a drawing, or why it is not opened: it is no XML, or declares entities, or is larger or deeper than
 * drawings are. What it holds is not judged here.
 */
export const openDrawing = (
  text: string,
): { readonly ok: true; readonly root: Element } | { readonly ok: false; readonly message: string } => {
  const unfit = hostile(text);
  if (unfit) return { ok: false, message: unfit };
  let tree: readonly Element[];
  try {
    tree = elements(parser.parse(text, true));
  } catch (error) {
    return { ok: false, message: `must be well-formed XML: ${error instanceof Error ? error.message.slice(0, 200) : "it is not"}` };
  }
  const root = tree.find(({ name }) => name === "svg");
  return root ? { ok: true, root } : { ok: false, message: "must be a drawing whose root element is svg" };
};
