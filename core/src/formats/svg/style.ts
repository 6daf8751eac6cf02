import { generate, parse } from "css-tree";
import type { Exact } from "../../exact/exact";
import { type Applied, compareApplied } from "../css/cascade";
import { compoundsOf, type Compounds, keyOf, type Specificity, weightOfAll } from "../css/selectors";
import { type Declaration, readSheet, type StyleRule } from "../css/sheet";
import { holdsFrom } from "../css/width-set";
import { all, type Element } from "./xml";

/** A value as it is said: in the words of an attribute, or of a stylesheet. */
export type Given = { readonly text: string; readonly inStylesheet: boolean };

/** What holds for one element, by property. */
export type Style = ReadonlyMap<string, Given>;

export type Styles =
  | {
      readonly ok: true;
      /**
       * The style of an element in its place, or (`within`) where a `use` repeats it inside the element it names,
       * without other ancestors.
       */
      readonly of: (element: Element, within: Element | null) => Style;
      /** Rules that could not be read, each in words. */
      readonly unread: readonly string[];
      /** Whether there was too much to compare: styles are not to be relied on. */
      readonly exceeded: () => boolean;
    }
  | { readonly ok: false; readonly message: string };

/** Properties that are attributes as well, on the elements that have boxes (SVG 2, 6.6). */
const presentation = ["display", "visibility", "x", "y", "width", "height", "transform", "transform-origin"] as const;
const wanted: ReadonlySet<string> = new Set([...presentation, "transform-box", "translate", "rotate", "scale"]);

/** What an element's attributes say, before any rule. */
export const attributesOf = ({ attributes }: Element): Style =>
  new Map(
    presentation.flatMap((name) => {
      const text = attributes[name];
      return text === undefined ? [] : [[name, { text, inStylesheet: false }] as const];
    }),
  );

/** Most rules of a stylesheet that say something of these, and most comparisons of elements with them. */
const mostRules = 5_000;
const mostCompared = 1_000_000;

/**
 * Whether a browser drops a declaration as it reads it: a width or height below 0, or without a unit in a rule. The standard has no
 * lengths without a unit in a style attribute and for x and y either; browsers read them, so they are read here.
 */
const isDropped = ({ name, value }: Declaration, inRule: boolean): boolean => {
  if (name !== "width" && name !== "height") return false;
  const plain = /^([+-]?)(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?([a-z%]*)$/i.exec(value);
  if (!plain) return false;
  const [, minus, unit] = plain;
  return minus === "-" || (inRule && unit === "" && Number(value) !== 0);
};

type Test = (element: Element, parent: Element | null) => boolean;

/** States that a still drawing is never in. */
const never = /^:(hover|focus|focus-within|focus-visible|active|visited|link|any-link|target|checked|disabled)$/i;
const attribute = /^\[\s*([\w:-]+)\s*(?:([~|^$*]?)=\s*(?:"([^"]*)"|'([^']*)'|([\w-]+))\s*)?\]$/;

/** The test of a part of a selector; null if it is not supported. */
const testOf = (simple: string): Test | null => {
  const [sign, rest] = [simple[0], simple.slice(1)];
  if (simple === "*") return () => true;
  if (sign === ".") return ({ attributes }) => (attributes["class"] ?? "").split(/\s+/).includes(rest);
  if (sign === "#") return ({ attributes }) => attributes["id"] === rest;
  if (simple.toLowerCase() === ":root") return (_, parent) => parent === null;
  if (never.test(simple)) return () => false;
  const asked = attribute.exec(simple);
  if (asked) {
    const [, name = "", how = "", ...quoted] = asked;
    const value = quoted.find((one) => one !== undefined);
    return ({ attributes }) => {
      const has = attributes[name];
      if (has === undefined || value === undefined) return has !== undefined;
      if (how === "") return has === value;
      if (how === "~") return has.split(/\s+/).includes(value);
      if (how === "|") return has === value || has.startsWith(`${value}-`);
      if (value === "") return false;
      return how === "^" ? has.startsWith(value) : how === "$" ? has.endsWith(value) : has.includes(value);
    };
  }
  return /^[a-z][\w-]*$/i.test(simple) ? ({ name }) => name === simple : null;
};

type Part = { readonly child: boolean; readonly tests: readonly Test[] };
type Selector = { readonly parts: readonly Part[]; readonly weight: Specificity; readonly key: string };

/** A selector as tests of elements, outermost first; null if part of it is not supported. */
const selectorOf = (compounds: Compounds): Selector | null => {
  const parts: Part[] = [];
  for (const { joinedBy, simple } of compounds) {
    const tests = simple.map(testOf);
    if (simple.length === 0 || tests.includes(null) || (joinedBy !== null && joinedBy !== " " && joinedBy !== ">")) return null;
    parts.push({ child: joinedBy === ">", tests: tests as readonly Test[] });
  }
  const named = (compounds.at(-1)?.simple ?? []).filter((one) => /^[#.a-z]/i.test(one));
  return { parts, weight: weightOfAll(compounds), key: keyOf(named) };
};

/**
 * The styles that place a drawing's elements: presentation attributes before every rule (SVG 2, 6.6), the rules of its
 * stylesheets by the cascade (CSS Cascade 5, 6) at the drawing's width, and style attributes after them. Unsupported
 * selectors (siblings, most pseudo-classes) are listed. Each element is only compared with rules that end in its id,
 * classes or name.
 */
export const stylesIn = (root: Element, width: Exact): Styles => {
  const parents = new Map<Element, Element>();
  const elements = all([root]);
  for (const element of elements) for (const child of element.children) parents.set(child, element);
  const sheets = elements.filter(({ name, attributes }) => name === "style" && /^(text\/css)?$/i.test((attributes["type"] ?? "").trim()));
  const css = sheets.map(({ attributes, text }) => (attributes["media"] ? `@media ${attributes["media"]}{${text}}` : text)).join("\n");
  const sheet = readSheet(css, (property) => wanted.has(property));
  if (!sheet.ok) return { ok: false, message: `must hold a stylesheet that can be read; it ${sheet.message}` };
  const unread = sheet.value.lost.map((words) => `rule of its stylesheet that is not read: ${words}`);
  const rules = sheet.value.rules.filter(({ widths }) => holdsFrom(widths, { at: width, past: false }));
  if (rules.length > mostRules)
    return { ok: false, message: `must hold at most ${mostRules.toLocaleString("en")} rules about where its elements are` };
  const byKey = new Map<string, { readonly rule: StyleRule; readonly selector: Selector }[]>();
  for (const rule of rules) {
    const selector = selectorOf(compoundsOf(rule.selector));
    if (selector) {
      const alike = byKey.get(selector.key) ?? [];
      byKey.set(selector.key, alike);
      alike.push({ rule, selector });
    } else unread.push(`rule of its stylesheet that is not read: line ${rule.line}: ${rule.selector.slice(0, 60)}`);
  }

  let compared = 0;
  const passes = (part: Part | undefined, element: Element): boolean => {
    compared += 1;
    return part?.tests.every((test) => test(element, parents.get(element) ?? null)) ?? false;
  };
  const aroundOf = (element: Element, within: Element | null): readonly Element[] => {
    const around: Element[] = [element];
    for (let one = element === within ? undefined : parents.get(element); one; one = one === within ? undefined : parents.get(one))
      around.unshift(one);
    return around;
  };
  /**
   * Whether a selector is about an element: reached[i], whether its first i + 1 parts are about the elements down to this one,
   * the last of them about this one, kept for each element around it.
   */
  const matches = ({ parts }: Selector, element: Element, within: Element | null): boolean => {
    if (compared > mostCompared || !passes(parts.at(-1), element)) return false;
    if (parts.length === 1) return true;
    let above: readonly boolean[] = [];
    let parent: readonly boolean[] = [];
    for (const one of aroundOf(element, within)) {
      const reached = parts.map((part, index): boolean => {
        const before = index === 0 || (part.child ? parent[index - 1] : above[index - 1]) === true;
        return before && passes(part, one);
      });
      above = reached.map((is, index) => is || above[index] === true);
      parent = reached;
    }
    return parent.at(-1) === true;
  };

  const styleOf = (element: Element, within: Element | null): Style => {
    const style = new Map(attributesOf(element));
    const { id, class: classes = "" } = element.attributes;
    const keys = new Set(["*", element.name, ...(id ? [`#${id}`] : []), ...classes.split(/\s+/).map((one) => `.${one}`)]);
    const applied = [...keys]
      .flatMap((key) => byKey.get(key) ?? [])
      .filter(({ selector }) => matches(selector, element, within))
      .flatMap(({ rule, selector }) => rule.declarations.map((declaration): Applied => ({ rule, weight: selector.weight, declaration })))
      .sort(compareApplied)
      .map(({ declaration }) => declaration)
      .filter((declaration) => !isDropped(declaration, true));
    const inAttribute = declarationsOf(element.attributes["style"] ?? "").filter((declaration) => !isDropped(declaration, false));
    const ordered = [
      ...applied.filter(({ important }) => !important),
      ...inAttribute.filter(({ important }) => !important),
      ...applied.filter(({ important }) => important),
      ...inAttribute.filter(({ important }) => important),
    ];
    for (const { name, value } of ordered)
      if (/^(initial|unset|revert|revert-layer)$/i.test(value)) style.delete(name);
      else style.set(name, { text: value, inStylesheet: true });
    return style;
  };
  const kept = new Map<Element | null, Map<Element, Style>>();
  const of = (element: Element, within: Element | null): Style => {
    const known = kept.get(within) ?? new Map<Element, Style>();
    kept.set(within, known);
    const style = known.get(element) ?? (compared > mostCompared ? attributesOf(element) : styleOf(element, within));
    known.set(element, style);
    return style;
  };
  return { ok: true, of, unread, exceeded: () => compared > mostCompared };
};

/** The declarations of a style attribute that are read. */
const declarationsOf = (text: string): readonly Declaration[] => {
  if (text.trim() === "" || text.length > 100_000) return [];
  const tree = parse(text, { context: "declarationList", parseValue: false });
  if (tree.type !== "DeclarationList") return [];
  return tree.children.toArray().flatMap((node): Declaration[] => {
    if (node.type !== "Declaration" || !wanted.has(node.property.toLowerCase())) return [];
    return [{ name: node.property.toLowerCase(), value: generate(node.value).trim(), important: node.important === true, line: 0 }];
  });
};
