import { add, divide, type Exact, exact, isZero, multiply, sign } from "../../exact/exact";
import { compoundsOf, type Compounds, type Declaration, type Specificity, type StyleRule } from "./sheet";
import { lengthsOf, longestValue } from "./values";
import { type Edge, holdsFrom } from "./width-set";

/** The value a property has, and the line that set it. */
export type Said = { readonly value: string; readonly line: number };

/** What holds for one element at one width: longhands and custom properties by name, and its font size in px. */
export type Computed = {
  readonly longhands: ReadonlyMap<string, Said>;
  readonly custom: ReadonlyMap<string, string>;
  readonly fontSize: Exact;
};

/** Properties whose sides read from left to right; in a page of the other direction start and end change places. */
const physical: Readonly<Record<string, string>> = {
  "padding-inline-start": "padding-left",
  "padding-inline-end": "padding-right",
  "margin-inline-start": "margin-left",
  "margin-inline-end": "margin-right",
  "inline-size": "width",
  "max-inline-size": "max-width",
  "min-inline-size": "min-width",
  "grid-column-gap": "column-gap",
};

const plain: ReadonlySet<string> = new Set([
  "padding-left",
  "padding-right",
  "margin-left",
  "margin-right",
  "width",
  "max-width",
  "min-width",
  "box-sizing",
  "column-gap",
  "grid-template-columns",
  "display",
  "font-size",
  "justify-content",
]);
const shorthands: ReadonlySet<string> = new Set([
  "padding",
  "padding-inline",
  "margin",
  "margin-inline",
  "gap",
  "grid-gap",
  "grid",
  "grid-template",
  "place-content",
]);

/** Properties that say where columns fall, besides custom ones. */
export const saysColumns = (property: string): boolean =>
  plain.has(property) || shorthands.has(property) || Object.hasOwn(physical, property) || property.startsWith("--");

/** Parts of a value that stand side by side, split at spaces outside of brackets. */
export const splitParts = (value: string, mark = " "): readonly string[] => {
  const parts: string[] = [];
  let depth = 0;
  let part = "";
  for (const character of value) {
    if (character === "(" || character === "[") depth += 1;
    else if (character === ")" || character === "]") depth -= 1;
    if (depth === 0 && (mark === " " ? /\s/.test(character) : character === mark)) {
      if (part.trim() !== "") parts.push(part.trim());
      part = "";
    } else part += character;
  }
  if (part.trim() !== "") parts.push(part.trim());
  return parts;
};

/** The longhands a declaration sets, those of columns alone. */
const longhandsOf = (name: string, value: string): readonly (readonly [string, string])[] => {
  const own = physical[name];
  if (own !== undefined) return [[own, value]];
  if (plain.has(name)) return [[name, value]];
  const parts = splitParts(value);
  const [first = "", second = first] = parts;
  switch (name) {
    case "padding":
    case "margin":
      return [
        [`${name}-right`, second],
        [`${name}-left`, parts[3] ?? second],
      ];
    case "padding-inline":
    case "margin-inline": {
      const what = name.replace("-inline", "");
      return [
        [`${what}-left`, first],
        [`${what}-right`, second],
      ];
    }
    case "gap":
    case "grid-gap":
      return [["column-gap", second]];
    case "place-content":
      return [["justify-content", second]];
    case "grid":
    case "grid-template": {
      const columns = splitParts(value, "/")[1];
      return [["grid-template-columns", columns ?? (value === "none" || name === "grid-template" ? "none" : value)]];
    }
    default:
      return [];
  }
};

/** Layers by their place among their siblings; what stands in none comes after all of them (CSS Cascade 5, 6.4.4). */
const compareLayers = (a: readonly number[], b: readonly number[]): number => {
  for (let depth = 0; ; depth += 1) {
    const [one = Infinity, other = Infinity] = [a[depth], b[depth]];
    if (one !== other) return one < other ? -1 : 1;
    if (one === Infinity) return 0;
  }
};
const compareWeights = (a: Specificity, b: Specificity): number => a[0] - b[0] || a[1] - b[1] || a[2] - b[2];

export type Applied = { readonly rule: StyleRule; readonly weight: Specificity; readonly declaration: Declaration };

/** The order of the cascade, weakest first: importance, layers (the other way round where important), specificity, order. */
export const compareApplied = (a: Applied, b: Applied): number => {
  if (a.declaration.important !== b.declaration.important) return a.declaration.important ? 1 : -1;
  const layers = compareLayers(a.rule.layer, b.rule.layer);
  return (a.declaration.important ? -layers : layers) || compareWeights(a.weight, b.weight) || a.rule.order - b.rule.order;
};

const substituted = (value: string, custom: ReadonlyMap<string, string>, depth: number): string | null => {
  if (!/\bvar\(/i.test(value)) return value;
  if (depth > 8 || value.length > longestValue) return null;
  let out = "";
  for (let at = 0; at < value.length;) {
    const next = value.toLowerCase().indexOf("var(", at);
    if (next < 0) return substituted(out + value.slice(at), custom, depth + 1);
    let end = next + 4;
    for (let open = 1; end < value.length && open > 0; end += 1) open += value[end] === "(" ? 1 : value[end] === ")" ? -1 : 0;
    const [name = "", ...fallback] = splitParts(value.slice(next + 4, end - 1), ",");
    const given = custom.get(name) ?? (fallback.length > 0 ? fallback.join(",") : null);
    if (given === null) return null;
    out += value.slice(at, next) + given;
    if (out.length > longestValue) return null;
    at = end;
  }
  return substituted(out, custom, depth + 1);
};

/** An element as far as a selector says what it is: which selectors of the stylesheet match it for certain. */
export type Known = { readonly compounds: Compounds; readonly selectors: ReadonlyMap<string, Specificity> };

const total = (compounds: Compounds): Specificity =>
  compounds.reduce<Specificity>((sum, { weight }) => [sum[0] + weight[0], sum[1] + weight[1], sum[2] + weight[2]], [0, 0, 0]);

const textOf = (compounds: Compounds): string =>
  compounds.map(({ joinedBy, simple }, index) => (index === 0 ? "" : (joinedBy ?? " ")) + simple.join("")).join("");

/** What is known of the element a selector ends in: its own selector, that without its outer parts, and its single parts. */
export const elementOf = (compounds: Compounds): Known => {
  const selectors = new Map<string, Specificity>([["*", [0, 0, 0]]]);
  const last = compounds.at(-1);
  for (const simple of last?.simple ?? []) selectors.set(simple, total(compoundsOf(simple)));
  compounds.forEach((_, index) => {
    const suffix = compounds.slice(index);
    selectors.set(textOf(suffix), total(suffix));
  });
  return { compounds, selectors };
};

/** The elements around the one a selector ends in, the outermost first: those it names before a space or >. */
export const ancestorsOf = (compounds: Compounds): readonly Known[] =>
  compounds.flatMap(({ joinedBy }, index) =>
    index > 0 && (joinedBy === " " || joinedBy === ">") ? [elementOf(compounds.slice(0, index))] : [],
  );

const named = (selectors: Readonly<Record<string, Specificity>>): Known => ({
  compounds: [],
  selectors: new Map(Object.entries(selectors)),
});
export const rootElement = named({ "*": [0, 0, 0], ":root": [0, 1, 0], html: [0, 0, 1] });
export const bodyElement = named({ "*": [0, 0, 0], body: [0, 0, 1], "html body": [0, 0, 2], "html>body": [0, 0, 2] });

/** The rules that are about an element, in the index of all rules by selector. */
export const rulesOf = (
  element: Known,
  bySelector: ReadonlyMap<string, readonly StyleRule[]>,
): readonly (readonly [StyleRule, Specificity])[] =>
  [...element.selectors].flatMap(([selector, weight]) => (bySelector.get(selector) ?? []).map((rule) => [rule, weight] as const));

const usualFontSize = exact(16);

const fontSizeOf = (said: Said | undefined, parent: Exact | null, root: Exact): Exact => {
  const lengths = said ? lengthsOf(said.value) : null;
  const outer = parent ?? usualFontSize;
  if (!lengths || !isZero(lengths.vw)) return outer;
  const size = add(
    add(lengths.px, multiply(lengths.rem, parent === null ? usualFontSize : root)),
    multiply(add(lengths.em, divide(lengths.percent, exact(100))), outer),
  );
  return sign(size) > 0 ? size : outer;
};

/** What holds for an element from an edge on; `outer` is what holds for the element around it, null for the root. */
export const computed = (
  rules: readonly (readonly [StyleRule, Specificity])[],
  edge: Edge | null,
  outer: Computed | null,
  root: Exact,
): Computed => {
  const applied = rules
    .filter(([rule]) => holdsFrom(rule.widths, edge))
    .flatMap(([rule, weight]) => rule.declarations.map((declaration): Applied => ({ rule, weight, declaration })))
    .sort(compareApplied);
  const custom = new Map(outer?.custom ?? []);
  for (const { declaration } of applied) if (declaration.name.startsWith("--")) custom.set(declaration.name, declaration.value);
  const longhands = new Map<string, Said>();
  for (const { declaration } of applied) {
    const { name, line } = declaration;
    if (name.startsWith("--")) continue;
    // What a variable is missing for is as if it had never been said, which is nothing that could be read here.
    const value = substituted(declaration.value, custom, 0) ?? "?";
    for (const [longhand, part] of longhandsOf(name, value))
      if (/^(initial|unset|revert|revert-layer)$/i.test(part)) longhands.delete(longhand);
      else longhands.set(longhand, { value: part, line });
  }
  return { longhands, custom, fontSize: fontSizeOf(longhands.get("font-size"), outer?.fontSize ?? null, root) };
};
