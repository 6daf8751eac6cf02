import { type Exact, multiply, parseDecimal, parseExact } from "@ypsiline/core";
import type { Declaration } from "postcss";
import valueParser from "postcss-value-parser";
import { valueOf } from "./sheet";

/** A length in a declaration: as it is written, in px, and where it begins in the value. */
export type Found = { readonly text: string; readonly px: Exact; readonly offset: number };

/** Functions whose arguments are lengths of their own; sums are not taken apart. */
const transparent: ReadonlySet<string> = new Set(["min", "max", "clamp", ""]);

/** The px of a number with a unit; rem by the spec's root font size. Null for other units and for 0. */
export const pxOf = (text: string, rootFontSize: Exact): Exact | null => {
  const dimension = valueParser.unit(text);
  const number = dimension && parseDecimal(dimension.number.replace(/^\+/, "").replace(/^(-?)\./, "$10."));
  if (!dimension || !number) return null;
  const unit = dimension.unit.toLowerCase();
  return unit === "px" ? number : unit === "rem" ? multiply(number, rootFontSize) : null;
};

/** The px of a width in a media or container query. Its em and rem are the browser's own 16 px (Media Queries 4, section 1.3). */
export const queryPxOf = (number: string, unit: string): Exact | null => {
  const value = parseDecimal(number.replace(/^\./, "0."));
  const sixteen = parseExact("16");
  if (!value || !sixteen) return null;
  return unit === "px" ? value : multiply(value, sixteen);
};

/** What was found in declarations, since several rules look at each. A declaration that was mended is looked at again. */
const known = new WeakMap<Declaration, { readonly value: string; readonly root: Exact; readonly found: readonly Found[] }>();

/** The lengths of a declaration, outside calc() and variables. */
export const lengthsIn = (declaration: Declaration, rootFontSize: Exact): readonly Found[] => {
  const value = valueOf(declaration);
  const before = known.get(declaration);
  if (before?.value === value && before.root === rootFontSize) return before.found;
  if (!/\d/.test(value)) return [];
  const found: Found[] = [];
  const walk = (nodes: readonly valueParser.Node[]): void => {
    for (const node of nodes) {
      if (node.type === "function" && transparent.has(node.value.toLowerCase())) walk(node.nodes);
      if (node.type !== "word") continue;
      const px = pxOf(node.value, rootFontSize);
      if (px) found.push({ text: node.value, px, offset: node.sourceIndex });
    }
  };
  walk(valueParser(value).nodes);
  known.set(declaration, { value, root: rootFontSize, found });
  return found;
};
