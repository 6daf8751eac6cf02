import { type FormatId, formatOf, formats, type Layout } from "@ypsiline/core";
import { findNodeAtLocation, type Node, parseTree } from "jsonc-parser";
import { type Result, success, refused } from "./result";
import { readSource, type Source } from "./source";
import type { World } from "./world";

/** A layout read from a file of any format, and what in the file was not read. */
export type LayoutFile = Source & { readonly layout: Layout; readonly lost: readonly string[]; readonly format: FormatId };

/** Reads a layout from a FILE. Reports the first three faults of a file that is not a layout: where, and what would be valid. */
export const readLayoutFile = async (world: World, file: string, registry?: string): Promise<Result<LayoutFile>> => {
  const source = await readSource(world, file, registry);
  if (!source.ok) return source;
  const { name, text, withdrawn } = source.value;
  const format = formatOf(text, readsAs(name));
  const { read, said } = formats[format];
  if (!read) return refused(`${name} is ${said}. A layout cannot be read from that`);
  const result = read(text);
  if (result.ok)
    return success({ name, text, layout: result.layout, lost: result.lost, format, ...(withdrawn === undefined ? {} : { withdrawn }) });
  const told = result.issues.slice(0, 3).map(({ path, message }) => `${name} ${path === "" ? "" : `${path} `}${message}`);
  const more = result.issues.length > 3 ? [`and ${result.issues.length - 3} more`] : [];
  return refused([...told, ...more].join("\n"));
};

/** The name that the format is guessed from. A published spec is read from its layout document; piped input has no name. */
const readsAs = (name: string): string => (name.startsWith("@") ? "layout.json" : name === "-" ? "" : name);

/** The line of each JSON Pointer in a layout document, found in one reading of it; null for other formats. */
export const linesOf = ({ text, format }: LayoutFile): ((pointer: string) => number | null) => {
  const root: Node | undefined = format === "layout" ? parseTree(text) : undefined;
  if (!root) return () => null;
  return (pointer) => {
    const path = pointer
      .split("/")
      .slice(1)
      .map((part) => part.replaceAll("~1", "/").replaceAll("~0", "~"))
      .map((part) => (/^\d+$/.test(part) ? Number(part) : part));
    // A missing member has no line: the line of its parent is returned.
    for (let length = path.length; length >= 0; length -= 1) {
      const node = findNodeAtLocation(root, path.slice(0, length));
      if (node) return text.slice(0, node.offset).split("\n").length;
    }
    return null;
  };
};
