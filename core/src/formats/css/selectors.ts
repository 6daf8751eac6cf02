import { type CssNode, generate } from "css-tree";
import { syntaxOf } from "./syntax";

/** Maximum number of selectors of one rule, including nested ones joined with their parents. */
export const mostSelectors = 500;

/** How much a selector weighs: ids, classes and the like, elements (Selectors 4, 17). */
export type Specificity = readonly [ids: number, classes: number, types: number];

/** A selector taken apart: its compounds from the outermost in, with what joins each to the one before. */
export type Compounds = readonly { readonly joinedBy: string | null; readonly simple: readonly string[]; readonly weight: Specificity }[];

const plus = (a: Specificity, b: Specificity): Specificity => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const compareWeights = (a: Specificity, b: Specificity): number => a[0] - b[0] || a[1] - b[1] || a[2] - b[2];
/** What compounds weigh together. */
export const weightOfAll = (compounds: Compounds): Specificity =>
  compounds.reduce<Specificity>((sum, { weight }) => plus(sum, weight), [0, 0, 0]);

/** What an element must have for a compound to match it: its id, else a class, else the first part that is no *; * for any. */
export const keyOf = (simple: readonly string[]): string =>
  simple.find((one) => one.startsWith("#")) ?? simple.find((one) => one.startsWith(".")) ?? simple.find((one) => one !== "*") ?? "*";

const weightOf = (node: CssNode): Specificity => {
  switch (node.type) {
    case "IdSelector":
      return [1, 0, 0];
    case "ClassSelector":
    case "AttributeSelector":
      return [0, 1, 0];
    case "PseudoClassSelector":
      return node.name.toLowerCase() === "where" ? [0, 0, 0] : [0, 1, 0];
    case "TypeSelector":
      return node.name === "*" ? [0, 0, 0] : [0, 0, 1];
    case "PseudoElementSelector":
      return [0, 0, 1];
    default:
      return [0, 0, 0];
  }
};

/** Parts of a selector of names, classes, ids and combinators alone, which is taken apart without parsing. */
const plainPart = /[ >+~]|\*|[.#]?[a-z_][\w-]*/gi;
const plainWeight = (simple: string): Specificity =>
  simple.startsWith("#") ? [1, 0, 0] : simple.startsWith(".") ? [0, 1, 0] : simple === "*" ? [0, 0, 0] : [0, 0, 1];

export const compoundsOf = (selector: string): Compounds => {
  if (/^[\w .#>+~*-]+$/.test(selector) && selector.replace(plainPart, "") === "") {
    const all: { joinedBy: string | null; simple: string[]; weight: Specificity }[] = [{ joinedBy: null, simple: [], weight: [0, 0, 0] }];
    for (const [part] of selector.matchAll(plainPart)) {
      const last = all.at(-1);
      if (/^[ >+~]$/.test(part)) all.push({ joinedBy: part, simple: [], weight: [0, 0, 0] });
      else if (last) {
        last.simple.push(part);
        last.weight = plus(last.weight, plainWeight(part));
      }
    }
    return all;
  }
  const tree = syntaxOf(selector, "selector");
  const compounds: { joinedBy: string | null; simple: string[]; weight: [number, number, number] }[] = [
    { joinedBy: null, simple: [], weight: [0, 0, 0] },
  ];
  for (const node of tree?.type === "Selector" ? tree.children.toArray() : []) {
    const last = compounds.at(-1);
    if (node.type === "Combinator") compounds.push({ joinedBy: node.name.trim() || " ", simple: [], weight: [0, 0, 0] });
    else if (last) {
      last.simple.push(generate(node));
      last.weight = weightOf(node).map((part, index) => part + (last.weight[index] ?? 0)) as [number, number, number];
    }
  }
  return compounds;
};

/** One selector of a list; `weight` as a rule's. */
export type Listed = { readonly selector: string; readonly weight: Specificity | null };

/** Selectors of names, classes, ids and combinators alone: nearly all there are, and taken apart without parsing each. */
const plainSelectors = /^[\w\s.#>+~*&:,-]+$/;
/** Names of elements in any letters, as HTML has them (Selectors 4, 5.1), and pseudo-classes likewise. */
const lowered = (selector: string): string => selector.replace(/(^|[\s>+~])([a-z][\w-]*)|:[a-z-]+/gi, (found) => found.toLowerCase());

const heaviest = (all: readonly Specificity[]): Specificity => [...all].sort(compareWeights).at(-1) ?? [0, 0, 0];
const weightIn = (selector: string): Specificity => weightOfAll(compoundsOf(selector));

/** The selectors that :is() and :where() expand to, for lists of compounds; null if a list contains anything else. */
const written = (nodes: readonly CssNode[]): readonly Listed[] | null => {
  const lists: (readonly { readonly text: string; readonly counted: Specificity | null }[])[] = [];
  for (const node of nodes) {
    const name = node.type === "PseudoClassSelector" ? node.name.toLowerCase() : "";
    if (node.type !== "PseudoClassSelector" || (name !== "is" && name !== "where") || !node.children) {
      lists.push([{ text: generate(node), counted: null }]);
      continue;
    }
    const inner = node.children.toArray().flatMap((list) => (list.type === "SelectorList" ? list.children.toArray() : []));
    if (inner.length === 0 || inner.some((one) => one.type !== "Selector" || one.children.some(({ type }) => type === "Combinator")))
      return null;
    const texts = inner.map((one) => generate(one));
    const counted = name === "where" ? ([0, 0, 0] as const) : heaviest(texts.map(weightIn));
    lists.push(texts.map((text) => ({ text, counted })));
  }
  if (lists.every((list) => list.length === 1 && list[0]?.counted === null))
    return [
      {
        selector: lowered(
          lists
            .flat()
            .map(({ text }) => text)
            .join(""),
        ),
        weight: null,
      },
    ];
  if (lists.reduce((product, { length }) => product * length, 1) > mostSelectors) return null;
  const all = lists.reduce<readonly { readonly text: string; readonly weight: Specificity }[]>(
    (sum, list) =>
      sum.flatMap((before) =>
        list.map(({ text, counted }) => ({ text: joinedText(before.text, text), weight: plus(before.weight, counted ?? weightIn(text)) })),
      ),
    [{ text: "", weight: [0, 0, 0] }],
  );
  return all.map(({ text, weight }) => ({ selector: lowered(text), weight }));
};
/** A part of a compound after those before it; a name of an element comes first in it. */
const joinedText = (before: string, part: string): string => {
  const at = before.search(/[^\s>+~]*$/);
  return /^[a-z]/i.test(part) && at < before.length ? `${before.slice(0, at)}${part}${before.slice(at)}` : before + part;
};

export const selectorsOf = (text: string): readonly Listed[] | null => {
  if (plainSelectors.test(text)) {
    const all = text.split(",").map((one) =>
      lowered(
        one
          .trim()
          .replace(/\s+/g, " ")
          .replace(/ ?([>+~]) ?/g, "$1"),
      ),
    );
    return all.includes("") ? null : all.map((selector) => ({ selector, weight: null }));
  }
  const tree = syntaxOf(text, "selectorList");
  if (tree?.type !== "SelectorList") return null;
  const all = tree.children.toArray().map((one) => (one.type === "Selector" ? written(one.children.toArray()) : null));
  return all.includes(null) ? null : all.flatMap((list) => list ?? []);
};

/**
 * A nested selector joined with its parents: & means the parents; without & it matches their descendants. & has the
 * highest specificity of the parents (CSS Nesting 1, 3.1).
 */
export const nested = (parents: readonly Listed[], own: readonly Listed[]): readonly Listed[] => {
  const weights = parents.map(({ selector, weight }) => weight ?? weightIn(selector));
  const [first] = weights;
  const even = first === undefined || weights.every((one) => compareWeights(one, first) === 0);
  const most = heaviest(weights);
  return parents.flatMap(({ selector: parent, weight: parentWeight }) =>
    own.map(({ selector, weight }): Listed => {
      const times = selector.split("&").length - 1;
      const joined = times > 0 ? selector.replaceAll("&", parent) : `${parent}${/^[>+~]/.test(selector) ? "" : " "}${selector}`;
      if (even && weight === null && parentWeight === null) return { selector: joined, weight: null };
      const rest = weight ?? weightIn(selector.replaceAll("&", "") || "*");
      return { selector: joined, weight: Array.from({ length: Math.max(1, times) }, () => most).reduce(plus, rest) };
    }),
  );
};
