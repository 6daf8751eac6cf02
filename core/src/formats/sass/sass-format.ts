import type { Layout } from "../../layout/schema";
import { namesOf, usualPrefix } from "../css/naming";
import type { WriteOptions } from "../options";
import { type Entry, preprocessed } from "../preprocessed";
import { type WholeFormat, written } from "../types";

const map = (entries: readonly Entry[], indent: string): string =>
  `(\n${entries.map(([name, value]) => `${indent}  "${name}": ${value},\n`).join("")}${indent})`;

/**
 * A Sass map of a layout: `$layout` with one map for each breakpoint, by id, `$space`, and `$text` with one for each role. With
 * the prefix booking they are `$booking`, `$booking-space` and `$booking-text`.
 */
export const writeSass = (layout: Layout, options: Pick<WriteOptions, "unit" | "prefix">): string => {
  const { prefix } = namesOf(layout, options);
  const variable = (name: string): string => (prefix === usualPrefix ? `$${name}` : `$${prefix}${name === usualPrefix ? "" : `-${name}`}`);
  const { breakpoints, spaces, roles } = preprocessed(layout, options);
  return [
    `// ${layout.name.replace(/[\s\p{Cc}]+/gu, " ")}: layout by Ypsiline.`,
    `${variable("layout")}: ${map(
      breakpoints.map(({ id, entries }): Entry => [id, map(entries, "  ")]),
      "",
    )};`,
    `${variable("space")}: ${map(spaces, "")};`,
    `${variable("text")}: ${map(
      roles.map(({ name, entries }): Entry => [name, map(entries, "  ")]),
      "",
    )};`,
    "",
  ].join("\n");
};

export const sassFormat: WholeFormat = {
  id: "sass",
  label: "Sass map",
  said: "a Sass map",
  kind: "SCSS",
  of: "layout",
  fileName: "layout.scss",
  mediaType: "text/x-scss; charset=utf-8",
  mediaTypes: ["text/x-scss"],
  extension: "scss",
  options: ["unit", "prefix"],
  write: (layout, options) => written(writeSass(layout, options)),
  read: null,
  recognises: null,
  holds: null,
};
