import { add, divide, type Exact, exact, isZero, multiply, sign } from "../../exact/exact";
import { compareWeights, compoundsOf, type Compounds, keyOf, type Specificity, weightOfAll } from "./selectors";
import type { Declaration, StyleRule } from "./sheet";
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
  "border-inline-start-width": "border-left-width",
  "border-inline-end-width": "border-right-width",
  "border-inline-start-style": "border-left-style",
  "border-inline-end-style": "border-right-style",
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
  "border-left-width",
  "border-right-width",
  "border-left-style",
  "border-right-style",
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
  "border",
  "border-inline",
  "border-left",
  "border-right",
  "border-inline-start",
  "border-inline-end",
  "border-width",
  "border-style",
  "border-inline-width",
  "border-inline-style",
  "gap",
  "grid-gap",
  "grid",
  "grid-template",
  "place-content",
]);

/** Properties that place columns, in addition to custom ones. */
export const saysColumns = (property: string): boolean =>
  plain.has(property) || shorthands.has(property) || Object.hasOwn(physical, property) || property.startsWith("--");

/** Parts of a value, split at spaces outside brackets. */
const splitParts = (value: string, mark = " "): readonly string[] => {
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

const borderStyles = /^(none|hidden|dotted|dashed|solid|double|groove|ridge|inset|outset)$/;
export const borderWidths: Readonly<Record<string, string>> = { thin: "1px", medium: "3px", thick: "5px" };

/** Width and style of the sides a border shorthand sets; what it does not say is as it was at the start (CSS Backgrounds 3, 3.4). */
const bordersOf = (name: string, parts: readonly string[]): readonly (readonly [string, string])[] => {
  const sides = /left|inline-start/.test(name) ? ["left"] : /right|inline-end/.test(name) ? ["right"] : ["left", "right"];
  const all = /^(inherit|initial|unset|revert|revert-layer)$/.test(parts[0] ?? "") ? parts[0] : null;
  const style = all ?? parts.find((part) => borderStyles.test(part)) ?? "none";
  // A colour is neither a style nor begins like a length.
  const width = all ?? parts.find((part) => borderWidths[part] !== undefined || /^[\d.+-]|^(calc|min|max|clamp)\(/.test(part)) ?? "medium";
  return sides.flatMap((side) => [[`border-${side}-width`, width] as const, [`border-${side}-style`, style] as const]);
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
    case "border":
    case "border-inline":
    case "border-left":
    case "border-right":
    case "border-inline-start":
    case "border-inline-end":
      return bordersOf(name, parts);
    case "border-width":
    case "border-style":
      return [
        [name.replace("border", "border-right"), second],
        [name.replace("border", "border-left"), parts[3] ?? second],
      ];
    case "border-inline-width":
    case "border-inline-style":
      return [
        [name.replace("inline", "left"), first],
        [name.replace("inline", "right"), second],
      ];
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

/** Layers by their order among siblings; unlayered rules come after all of them (CSS Cascade 5, 6.4.4). */
const compareLayers = (a: readonly number[], b: readonly number[]): number => {
  for (let depth = 0; ; depth += 1) {
    const [one = Infinity, other = Infinity] = [a[depth], b[depth]];
    if (one !== other) return one < other ? -1 : 1;
    if (one === Infinity) return 0;
  }
};

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

/** An element as far as a selector says what it is: its own parts, and those of the elements around it, from the root in. */
export type Known = { readonly compounds: Compounds };

const none: Specificity = [0, 0, 0];
const rootCompound = { joinedBy: null, simple: ["html", ":root"], weight: none };
const bodyCompound = { joinedBy: ">", simple: ["body"], weight: none };

/** The subject of a selector. It is somewhere in the body of a page, unless the selector starts at the root. */
export const elementOf = (compounds: Compounds): Known => {
  const [first] = compounds;
  const says = (name: string): boolean => first?.simple.includes(name) ?? false;
  if (says("html") || says(":root")) return { compounds };
  const rest = compounds.map((one, index) => (index === 0 && one.joinedBy === null ? { ...one, joinedBy: " " } : one));
  return {
    compounds: says("body")
      ? [rootCompound, { ...bodyCompound, simple: first?.simple ?? [] }, ...rest.slice(1)]
      : [rootCompound, bodyCompound, ...rest],
  };
};

/** The elements around the one a selector ends in, the outermost first: those it names before a space or >. */
export const ancestorsOf = (compounds: Compounds): readonly Known[] =>
  compounds.flatMap(({ joinedBy }, index) => {
    const before = compounds[index - 1];
    const isPage = index === 1 && before?.simple.some((simple) => ["html", ":root", "body"].includes(simple));
    return index > 0 && !isPage && (joinedBy === " " || joinedBy === ">") ? [elementOf(compounds.slice(0, index))] : [];
  });

export const rootElement: Known = { compounds: [rootCompound] };
export const bodyElement: Known = { compounds: [rootCompound, bodyCompound] };

/** The rules of a stylesheet by a part of what their selectors end in: an id before a class before a name. */
export type RuleIndex = ReadonlyMap<string, readonly { readonly rule: StyleRule; readonly compounds: Compounds }[]>;

export const indexOf = (rules: readonly StyleRule[]): RuleIndex => {
  const index = new Map<string, { readonly rule: StyleRule; readonly compounds: Compounds }[]>();
  for (const rule of rules) {
    const compounds = compoundsOf(rule.selector);
    const key = keyOf(compounds.at(-1)?.simple ?? []);
    const alike = index.get(key) ?? [];
    index.set(key, alike);
    alike.push({ rule, compounds });
  }
  return index;
};

const holdsParts = (wanted: readonly string[], has: readonly string[]): boolean => wanted.every((one) => one === "*" || has.includes(one));

/**
 * Whether a selector is about a known element for certain: every part it asks for is among those that are known of the element
 * and of those around it. Siblings are known where both selectors name them in the same way.
 */
const isCertain = (selector: Compounds, known: Compounds): boolean => {
  // Places that a part of the selector was found not to lead to.
  const failed = new Set<number>();
  const leads = (at: number, place: number): boolean => {
    const [asked, has] = [selector[at], known[place]];
    if (!asked || !has || asked.simple.length === 0 || !holdsParts(asked.simple, has.simple)) return false;
    if (at === 0) return true;
    const pair = at * known.length + place;
    if (failed.has(pair)) return false;
    let found = false;
    if (asked.joinedBy === " ")
      for (let outer = place; outer > 0 && !found; outer -= 1) {
        const joined = known[outer]?.joinedBy;
        // Siblings have the same ancestors.
        found = joined !== "+" && joined !== "~" && leads(at - 1, outer - 1);
      }
    else found = asked.joinedBy === has.joinedBy && leads(at - 1, place - 1);
    if (!found) failed.add(pair);
    return found;
  };
  return leads(selector.length - 1, known.length - 1);
};

/** The rules that certainly match an element, and those that match if it also has what they require. */
export const rulesOf = (
  element: Known,
  index: RuleIndex,
): { readonly certain: readonly (readonly [StyleRule, Specificity])[]; readonly possible: readonly StyleRule[] } => {
  const certain: (readonly [StyleRule, Specificity])[] = [];
  const possible: StyleRule[] = [];
  const last = element.compounds.at(-1)?.simple ?? [];
  for (const key of ["*", ...last])
    for (const { rule, compounds } of index.get(key) ?? [])
      if (isCertain(compounds, element.compounds)) certain.push([rule, rule.weight ?? weightOfAll(compounds)]);
      else if (key !== "*") possible.push(rule);
  return { certain, possible };
};

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
    // Words and units may be in any letters (CSS Values 4, 2.1).
    const value = (substituted(declaration.value, custom, 0) ?? "?").toLowerCase();
    for (const [longhand, part] of longhandsOf(name, value)) {
      const inherited = part === "inherit" ? outer?.longhands.get(longhand) : undefined;
      if (inherited) longhands.set(longhand, inherited);
      else if (/^(inherit|initial|unset|revert|revert-layer)$/.test(part)) longhands.delete(longhand);
      else longhands.set(longhand, { value: part, line });
    }
  }
  return { longhands, custom, fontSize: fontSizeOf(longhands.get("font-size"), outer?.fontSize ?? null, root) };
};
