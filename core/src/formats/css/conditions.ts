import { type CssNode, lexer } from "css-tree";
import { add, type Exact, exact, isZero, multiply } from "../../exact/exact";
import { complement, everyWidth, from, intersection, noWidth, union, until, type WidthSet } from "./width-set";
import { syntaxOf } from "./syntax";
import { longestValue, valueOf } from "./values";

/** The meaning of a condition: the widths at which it holds, or that it depends on more than the width. */
export type Condition = { readonly ok: true; readonly widths: WidthSet } | { readonly ok: false };

const unread: Condition = { ok: false };
const known = (widths: WidthSet): Condition => ({ ok: true, widths });

/** A length of a query in px; em and rem are of `fontSize`. */
const queryPx = (node: CssNode | null | undefined, fontSize: Exact): Exact | null => {
  const value = node ? valueOf(node) : null;
  if (value?.kind !== "length") return null;
  const { px, rem, em, percent, vw } = value.value;
  return isZero(percent) && isZero(vw) ? add(px, multiply(add(rem, em), fontSize)) : null;
};

const comparisons: Readonly<Record<string, (at: Exact) => WidthSet>> = {
  ">=": (at) => from(at),
  ">": (at) => from(at, true),
  "<=": (at) => until(at, true),
  "<": (at) => until(at),
  "=": (at) => intersection(from(at), until(at, true)),
};
/** The same comparison read from the other side: 600px <= width is width >= 600px. */
const turned: Readonly<Record<string, string>> = { ">=": "<=", ">": "<", "<=": ">=", "<": ">", "=": "=" };

const isWidth = (node: CssNode | null | undefined): boolean =>
  node?.type === "Identifier" && ["width", "inline-size"].includes(node.name.toLowerCase());

const feature = (node: CssNode, fontSize: Exact): Condition => {
  if (node.type === "Feature") {
    const name = node.name.toLowerCase().replace("inline-size", "width");
    const px = queryPx(node.value, fontSize);
    if (!px) return unread;
    if (name === "min-width") return known(from(px));
    if (name === "max-width") return known(until(px, true));
    return name === "width" ? known(comparisons["="]?.(px) ?? noWidth) : unread;
  }
  if (node.type !== "FeatureRange") return unread;
  const { left, leftComparison, middle, rightComparison, right } = node;
  const side = (comparison: string | null, value: CssNode | null | undefined): WidthSet | null => {
    const px = queryPx(value, fontSize);
    const make = comparison === null ? undefined : comparisons[comparison];
    return px && make ? make(px) : null;
  };
  if (isWidth(left)) {
    const only = rightComparison === null ? side(leftComparison, middle) : null;
    return only ? known(only) : unread;
  }
  if (!isWidth(middle)) return unread;
  const first = side(turned[leftComparison] ?? null, left);
  const second = rightComparison === null ? everyWidth : side(rightComparison, right);
  return first && second ? known(intersection(first, second)) : unread;
};

const joined = (nodes: readonly CssNode[], fontSize: Exact, depth: number): Condition => {
  if (depth > 16) return unread;
  let result: WidthSet | null = null;
  let word: string | null = null;
  let negated = false;
  for (const node of nodes) {
    if (node.type === "WhiteSpace") continue;
    if (node.type === "Identifier") {
      const name = node.name.toLowerCase();
      if (name === "not") negated = true;
      else if (name === "and" || name === "or") word = name;
      else return unread;
      continue;
    }
    const inner = node.type === "Condition" ? joined(node.children.toArray(), fontSize, depth + 1) : feature(node, fontSize);
    if (!inner.ok) return unread;
    const widths: WidthSet = negated ? complement(inner.widths) : inner.widths;
    negated = false;
    result = result === null ? widths : word === "or" ? union(result, widths) : intersection(result, widths);
  }
  return result === null ? unread : known(result);
};

/** In a media query em and rem are the browser's own font size, whatever :root says (Media Queries 4). */
const mediaFontSize = exact(16);

const preludeOf = (name: string, text: string): CssNode | null => {
  if (text.length > longestValue) return null;
  const tree = syntaxOf(`@${name} ${text}{}`, "stylesheet");
  const rule = tree?.type === "StyleSheet" ? tree.children.first : null;
  return rule?.type !== "Atrule" ? null : rule.prelude;
};

const mediaQuery = (node: CssNode): Condition => {
  if (node.type !== "MediaQuery") return unread;
  const type = node.mediaType?.toLowerCase() ?? "all";
  // What is only for paper or speech says nothing of a viewport.
  if (type !== "all" && type !== "screen") return unread;
  const inner = node.condition
    ? joined(node.condition.type === "Condition" ? node.condition.children.toArray() : [], mediaFontSize, 0)
    : known(everyWidth);
  if (!inner.ok) return unread;
  if (node.modifier?.toLowerCase() !== "not") return inner;
  // "not screen and (…)" holds on paper as well; on screens it is the rest of the widths.
  return known(complement(inner.widths));
};

/** The widths a @media condition holds at. */
export const mediaWidths = (text: string): Condition => {
  const prelude = preludeOf("media", text);
  const list = prelude?.type === "AtrulePrelude" ? prelude.children.first : null;
  if (list?.type !== "MediaQueryList") return unread;
  let widths: WidthSet = noWidth;
  for (const query of list.children.toArray()) {
    const one = mediaQuery(query);
    if (!one.ok) return unread;
    widths = union(widths, one.widths);
  }
  return known(widths);
};

/**
 * The widths at which a @container condition holds, if the container is as wide as the viewport; em and rem refer to
 * `fontSize`.
 */
export const containerWidths = (text: string, fontSize: Exact): Condition => {
  const prelude = preludeOf("container", text);
  const condition = prelude?.type === "AtrulePrelude" ? prelude.children.toArray().find(({ type }) => type === "Condition") : null;
  return condition?.type === "Condition" ? joined(condition.children.toArray(), fontSize, 0) : unread;
};

/** Whether current browsers support a @supports condition; null if unknown. */
export const isSupported = (text: string): boolean | null => {
  const negated = /^\s*not\b/i.test(text);
  const asked = [...text.matchAll(/\(\s*([\w-]+)\s*:\s*([^()]*(?:\([^()]*\)[^()]*)*)\)/g)].slice(0, 20);
  const plain = text.replace(/\(\s*[\w-]+\s*:\s*[^()]*(?:\([^()]*\)[^()]*)*\)/g, "").trim();
  if (asked.length === 0 || !/^(not)?(\s*(and|or)\s*)*$/i.test(plain)) return null;
  const each = asked.map(([, name = "", value = ""]) => lexer.matchProperty(name, value.trim()).error === null);
  const met = /\bor\b/i.test(plain) ? each.some(Boolean) : each.every(Boolean);
  return negated ? !met : met;
};
