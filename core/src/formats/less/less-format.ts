import type { Layout } from "../../layout/schema";
import { namesOf, usualPrefix } from "../css/naming";
import type { WriteOptions } from "../options";
import { type Entry, preprocessed } from "../preprocessed";
import { type WholeFormat, written } from "../types";

const properties = (entries: readonly Entry[], indent: string): string =>
  entries.map(([name, value]) => `${indent}${name}: ${value};\n`).join("");

/**
 * A layout as Less maps and mixins: `@layout[@desk][columns]`, `@space[space-m]`, `@text[@text-body][size]`.
 * `.layout-from(desk; { … })` contains rules from a breakpoint on, `.layout-text(body)` sets a text role. Names have
 * the prefixes `space-` and `text-`, since a name of ours may begin with a digit, and a property may not. With the prefix
 * booking they are `@booking`, `@booking-space`, `@booking-text`, `.booking-from` and `.booking-text`.
 */
const writeLess = (layout: Layout, options: Pick<WriteOptions, "unit" | "prefix">): string => {
  const { prefix } = namesOf(layout, options);
  const called = (name: string): string => (prefix === usualPrefix ? name : `${prefix}${name === usualPrefix ? "" : `-${name}`}`);
  const { breakpoints, spaces, roles } = preprocessed(layout, options);
  return [
    `// ${layout.name.replace(/[\s\p{Cc}]+/gu, " ")}: layout by Ypsiline.`,
    `@${called("layout")}: {\n${breakpoints.map(({ id, entries }) => `  @${id}: {\n${properties(entries, "    ")}  }\n`).join("")}}`,
    `@${called("space")}: {\n${properties(
      spaces.map(([name, value]) => [`space-${name}`, value]),
      "  ",
    )}}`,
    `@${called("text")}: {\n${roles.map(({ name, entries }) => `  @text-${name}: {\n${properties(entries, "    ")}  }\n`).join("")}}`,
    // The lowest breakpoint holds from no width on.
    ...breakpoints.map(({ id, from }, index) =>
      index === 0
        ? `.${prefix}-from(${id}; @rules) {\n  @rules();\n}`
        : `.${prefix}-from(${id}; @rules) {\n  @media (min-width: ${from}) {\n    @rules();\n  }\n}`,
    ),
    ...roles.map(({ name, entries }) => {
      const value = (wanted: string): string => entries.find(([one]) => one === wanted)?.[1] ?? "";
      return `.${prefix}-text(${name}) {\n  font-size: ${value("size")};\n  line-height: ${value("line-height")};\n  font-family: ${value("font")};\n}`;
    }),
    "",
  ].join("\n");
};

export const lessFormat: WholeFormat = {
  id: "less",
  label: "Less map and mixins",
  said: "a Less map",
  kind: "LESS",
  of: "layout",
  fileName: "layout.less",
  mediaType: "text/x-less; charset=utf-8",
  mediaTypes: ["text/x-less"],
  extension: "less",
  options: ["unit", "prefix"],
  write: (layout, options) => written(writeLess(layout, options)),
  read: null,
  recognises: null,
  holds: null,
};
