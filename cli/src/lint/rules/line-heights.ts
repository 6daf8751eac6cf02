import { divide, type Exact, isWhole, multiply, parseDecimal, show } from "@ypsiline/core";
import type { Declaration } from "postcss";
import { pxOf } from "../lengths";
import type { LintRule } from "../rule";
import { placeInValue } from "../sheet";

/** The px of the font size that is set beside a line height; null if it is not set in px or rem there. */
const fontSizeBeside = (declaration: Declaration, rootFontSize: Exact): Exact | null => {
  const beside = declaration.parent?.nodes.findLast((node) => node.type === "decl" && node.prop.toLowerCase() === "font-size");
  return beside?.type === "decl" ? pxOf(beside.value.trim(), rootFontSize) : null;
};

/** A line height in px; null where it depends on a font size that is set elsewhere. */
const lineHeightOf = (declaration: Declaration, rootFontSize: Exact): Exact | null => {
  const text = declaration.value.trim();
  const px = pxOf(text, rootFontSize);
  const times = /^\d*\.?\d+$/.test(text) ? parseDecimal(text.replace(/^\./, "0.")) : null;
  const size = times && fontSizeBeside(declaration, rootFontSize);
  return px ?? (times && size ? multiply(times, size) : null);
};

/** Line heights. */
export const lineHeights: LintRule = {
  id: "off-baseline",
  level: "caution",
  source: "a line height is whole steps of a baseline of the spec",
  declaration: (declaration, { baselines, rootFontSize }) => {
    if (declaration.prop.toLowerCase() !== "line-height" || baselines.length === 0) return [];
    const height = lineHeightOf(declaration, rootFontSize);
    if (!height || baselines.some(({ step }) => isWhole(divide(height, step)))) return [];
    const steps = [...new Set(baselines.map(({ step }) => show(step)))].join(" or ");
    return [
      {
        ...placeInValue(declaration, 0),
        message: `The line height is ${show(height)} px, which is not whole steps of the baseline, ${steps} px.`,
      },
    ];
  },
};
