import { withoutFollows } from "../../layout/follows";
import { nestsPast, parseLayout } from "../../layout/parse";
import type { Layout } from "../../layout/schema";
import { isJson, ownMember } from "../json-signs";
import { type Read, type WholeFormat, written } from "../types";

/** The layout document as indented JSON with a final newline, and with the address of its schema if one is beside it. */
export const writeLayout = (layout: Layout, schema?: string): string =>
  `${JSON.stringify({ ...(schema === undefined ? {} : { $schema: schema }), ...withoutFollows(layout) }, null, 2)}\n`;

/** Levels a document may nest; the deepest extensions have fewer. */
const deepest = 64;

/** Reads a layout document. Nothing is lost: what is no member of the format is refused with its path. */
export const readLayout = (text: string): Read => {
  if (nestsPast(text, deepest)) return { ok: false, issues: [{ path: "", message: `must not nest deeper than ${deepest} levels` }] };
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    const reason = error instanceof Error ? error.message : "it ends too early";
    return { ok: false, issues: [{ path: "", message: `must be JSON: ${reason}` }] };
  }
  const parsed = parseLayout(data);
  return parsed.ok ? { ok: true, layout: withoutFollows(parsed.value), lost: [] } : parsed;
};

export const layoutFormat: WholeFormat = {
  id: "layout",
  label: "Layout document",
  said: "a layout document",
  kind: "JSON",
  of: "layout",
  fileName: "layout.json",
  mediaType: "application/json",
  mediaTypes: ["application/json"],
  extension: "layout.json",
  options: [],
  write: (layout) => written(writeLayout(layout)),
  read: readLayout,
  recognises: (file) => (isJson(file) && ownMember(file.text, "format") === "ypsiline-layout" ? 5 : 0),
  holds: { breakpoint: "all", spec: [], oneSize: false },
};
