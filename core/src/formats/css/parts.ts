import { divide, type Exact, exact, fromJsonNumber } from "../../exact/exact";
import { parseLength, toPx } from "../../exact/length";
import { toDecimal, toExactDecimal } from "../../exact/show";
import type { BreakpointRange } from "../../grid/breakpoint-at";
import { rootFontSize } from "../../grid/resolve";
import type { Layout } from "../../layout/schema";
import type { CssOptions } from "./options";

export type Property = readonly [name: string, value: string];

/** Root font size that rem means in a media query: the browser's own, whatever :root says (Media Queries 4). */
const queryRootFontSize = exact(16);

const lengthIn =
  (unit: CssOptions["unit"], root: Exact) =>
  (px: Exact): string => {
    if (unit === "px") return `${toDecimal(px, 6)}px`;
    const rem = toExactDecimal(divide(px, root), 6);
    return rem === null ? `calc(${toDecimal(px, 6)}rem / ${toDecimal(root, 6)})` : `${rem}rem`;
  };

/** The value of a length in the units asked for; % stays %. */
export const writer = (layout: Layout, options: CssOptions) => {
  const root = rootFontSize(layout);
  const inUnit = lengthIn(options.unit, root);
  return (text: string): string => {
    const length = parseLength(text);
    if (!length) throw new RangeError(`not a length: ${text}`);
    if (length.unit === "%") return text;
    return inUnit(toPx(length, { width: exact(1), rootFontSize: root }));
  };
};

/** Takes the outer calc() off, for use inside another. */
export const bare = (value: string): string => /^calc\(([^()]*)\)$/.exec(value)?.[1] ?? value;

/** Words inside a CSS comment: one line, unable to end it, nor the style element of a page that it is copied into. */
export const commented = (words: string): string =>
  words
    .replace(/[\s\p{Cc}]+/gu, " ")
    .replaceAll("*/", "* /")
    .replaceAll("/*", "/ *")
    .replaceAll("<", "‹");

/** Both gaps as one property, where both are said. */
const withGap = (properties: readonly Property[]): readonly Property[] => {
  const [row, column] = ["row-gap", "column-gap"].map((wanted) => properties.find(([name]) => name === wanted));
  if (!row || !column) return properties;
  const gap: Property = ["gap", row[1] === column[1] ? row[1] : `${row[1]} ${column[1]}`];
  return properties.flatMap((one) => (one === row ? [] : one === column ? [gap] : [one]));
};

/**
 * A value without the units of zeros that need none: outside functions, where a sum would need them. Custom properties may be
 * put into sums, and keep theirs.
 */
const withoutZeroUnits = ([name, value]: Property): Property => {
  if (name.startsWith("--") || !/\b0(px|rem)\b/.test(value)) return [name, value];
  let depth = 0;
  const parts = value.split(/([()]|\s+)/).map((part) => {
    if (part === "(") depth += 1;
    if (part === ")") depth -= 1;
    return depth === 0 && /^0(px|rem)$/.test(part) ? "0" : part;
  });
  return [name, parts.join("")];
};

/** A rule of a stylesheet, custom properties by themselves; a value of several lines begins with a new one. */
export const block = (selector: string, properties: readonly Property[], indent: string): string => {
  const all = withGap(properties.map(withoutZeroUnits));
  const isOwn = (at: number): boolean => all[at]?.[0].startsWith("--") ?? false;
  const lines = all.map(([name, value], index) => {
    const apart = isOwn(index - 1) && !isOwn(index) ? "\n" : "";
    return `${apart}${indent}  ${name}:${value.startsWith("\n") ? "" : " "}${value.replaceAll("\n", `\n${indent}    `)};`;
  });
  return [`${indent}${selector} {`, ...lines, `${indent}}`].join("\n");
};

/** The query that holds from a breakpoint on. */
export const conditionOf = (layout: Layout, options: CssOptions, { from }: BreakpointRange): string => {
  const width = lengthIn(options.unit, options.query === "media" ? queryRootFontSize : rootFontSize(layout))(fromJsonNumber(from));
  return options.query === "media" ? `@media (width >= ${width})` : `@container layout (width >= ${width})`;
};
