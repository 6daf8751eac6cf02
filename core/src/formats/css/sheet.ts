import { type Atrule, type CssNode, type Declaration as DeclarationNode, generate, parse, type Rule } from "css-tree";
import { type Exact, exact } from "../../exact/exact";
import { containerWidths, isSupported, mediaWidths } from "./conditions";
import { type Listed, mostSelectors, nested, selectorsOf, type Specificity } from "./selectors";
import { longestValue } from "./values";
import { everyWidth, intersection, type WidthSet } from "./width-set";

export type Declaration = { readonly name: string; readonly value: string; readonly important: boolean; readonly line: number };

/** One rule for one selector, with everything that decides when it holds and over what. */
export type StyleRule = {
  readonly selector: string;
  /** Its specificity if that differs from its selector's: & and :is() have the highest of their list. */
  readonly weight: Specificity | null;
  readonly widths: WidthSet;
  /** Place of its layer among its siblings, from the outermost in; a rule outside of layers has none. */
  readonly layer: readonly number[];
  readonly order: number;
  readonly line: number;
  readonly declarations: readonly Declaration[];
};

type Sheet = { readonly rules: readonly StyleRule[]; readonly lost: readonly string[] };

export type ReadSheet = { readonly ok: true; readonly value: Sheet } | { readonly ok: false; readonly message: string };

/** Limits that are checked before parsing: the stylesheet of a whole site has a tenth of this. */
const mostRules = 50_000;
const mostDeclarations = 200_000;
const mostLost = 200;
/** Maximum nesting of rules, because css-tree parses recursively. */
const deepest = 100;

const lineOf = (node: CssNode): number => node.loc?.start.line ?? 0;

/** Why a stylesheet is not parsed, found in one pass over its text; null if it is. */
const tooMuch = (css: string): string | null => {
  let rules = 0;
  let declarations = 0;
  let depth = 0;
  let most = 0;
  let open = 0;
  for (let at = 0; at < css.length; at += 1) {
    const code = css.charCodeAt(at);
    if (code === 123) {
      rules += 1;
      depth += 1;
      most = Math.max(most, depth);
    } else if (code === 125) depth = Math.max(0, depth - 1);
    else if (code === 59) declarations += 1;
    else if (code === 40 || code === 91) open += 1;
    else if (code === 41 || code === 93) open = Math.max(0, open - 1);
    if (open > 1_000) return "must not open so many brackets inside each other";
  }
  if (most > deepest) return `must not nest its rules deeper than ${deepest}`;
  if (rules > mostRules) return `must hold at most ${mostRules.toLocaleString("en")} rules`;
  return declarations > mostDeclarations ? `must hold at most ${mostDeclarations.toLocaleString("en")} declarations` : null;
};

/** Layers by name, in the order they were first named (CSS Cascade 5, 6.4.4). */
type Layers = { readonly children: Map<string, Layers> };
const layerPath = (
  root: Layers,
  names: readonly string[],
  above: readonly number[],
  at: Layers,
): { path: readonly number[]; at: Layers } => {
  let path = above;
  let here = at;
  for (const name of names) {
    let next = here.children.get(name);
    if (!next) {
      next = { children: new Map() };
      here.children.set(name, next);
    }
    path = [...path, [...here.children.keys()].indexOf(name)];
    here = next;
  }
  return { path, at: here };
};

/** The context of a rule. */
type Around = {
  readonly widths: WidthSet | null;
  readonly layer: readonly number[];
  readonly layers: Layers;
  /** Selectors of the rules it is nested in. */
  readonly parents: readonly Listed[] | null;
};

/**
 * A stylesheet as rules for single selectors, in order: conditions as sets of widths, layers by their order, nesting
 * expanded. What depends on more than the width, or cannot be parsed, is listed with its line. `wanted` tells which
 * properties are read; rules without any are skipped.
 */
export const readSheet = (css: string, wanted: (property: string) => boolean, fontSize: Exact = exact(16)): ReadSheet => {
  const refusal = tooMuch(css);
  if (refusal) return { ok: false, message: refusal };
  const rules: StyleRule[] = [];
  const lost: string[] = [];
  const lose = (line: number, words: string): void => {
    if (lost.length < mostLost) lost.push(`line ${line}: ${words}`);
  };
  const tree = parse(css, {
    positions: true,
    parseCustomProperty: false,
    parseRulePrelude: false,
    parseAtrulePrelude: false,
    parseValue: false,
    onParseError: (error) => {
      const { line, message } = error as unknown as { line: number; message: string };
      lose(line, message);
    },
  });
  if (tree.type !== "StyleSheet") return { ok: false, message: "must be a stylesheet" };
  const layers: Layers = { children: new Map() };
  let order = 0;
  let anonymous = 0;

  const kept = (node: DeclarationNode): readonly Declaration[] => {
    const name = node.property.startsWith("--") ? node.property : node.property.toLowerCase();
    if (!wanted(name)) return [];
    const value = generate(node.value).trim();
    if (value.length <= longestValue) return [{ name, value, important: node.important === true, line: lineOf(node) }];
    lose(lineOf(node), `${name.slice(0, 40)} is longer than ${longestValue.toLocaleString("en")} characters`);
    return [];
  };
  /** Whether anything in a block would be read; conditions and selectors of other blocks are skipped. */
  const concerns = (nodes: readonly CssNode[]): boolean =>
    nodes.some(
      (node) =>
        (node.type === "Declaration" && wanted(node.property.startsWith("--") ? node.property : node.property.toLowerCase())) ||
        ((node.type === "Rule" || node.type === "Atrule") && node.block !== null && concerns(node.block.children.toArray())),
    );

  const add = (selectors: readonly Listed[], around: Around, line: number, declarations: readonly Declaration[]): void => {
    order += 1;
    if (declarations.length === 0 || around.widths === null) return;
    for (const { selector, weight } of selectors)
      rules.push({ selector, weight, widths: around.widths, layer: around.layer, order, line, declarations });
  };

  const visitBlock = (nodes: readonly CssNode[], around: Around): void => {
    let declarations: Declaration[] = [];
    let line = 0;
    const flush = (): void => {
      if (around.parents && declarations.length > 0) add(around.parents, around, line, declarations);
      declarations = [];
    };
    for (const node of nodes)
      if (node.type === "Declaration") {
        if (declarations.length === 0) line = lineOf(node);
        declarations.push(...kept(node));
      } else if (node.type === "Rule") {
        flush();
        visitRule(node, around);
      } else if (node.type === "Atrule") {
        flush();
        visitAtrule(node, around);
      }
    flush();
  };
  const visitRule = (node: Rule, around: Around): void => {
    const inner = node.block.children.toArray();
    if (!concerns(inner)) return;
    const text = generate(node.prelude).trim();
    const own = text.length <= 4 * longestValue ? selectorsOf(text) : null;
    if (!own) return lose(lineOf(node), `the selector ${text.slice(0, 60)} cannot be read`);
    const selectors = around.parents ? nested(around.parents, own) : own;
    if (selectors.length > mostSelectors || selectors.some(({ selector }) => selector.length > longestValue))
      return lose(lineOf(node), "has more or longer selectors than are looked at");
    visitBlock(inner, { ...around, parents: selectors });
  };
  const visitAtrule = (node: Atrule, around: Around): void => {
    const name = node.name.toLowerCase();
    const prelude = node.prelude ? generate(node.prelude).trim() : "";
    const inner = node.block?.children.toArray() ?? [];
    if (name === "import") return lose(lineOf(node), `@import ${prelude.slice(0, 60)}: what stands in another file is not read`);
    if (name === "layer") {
      const names = prelude === "" ? [[`\u0000${(anonymous += 1)}`]] : prelude.split(",").map((one) => one.trim().split("."));
      const places = names.map((one) => layerPath(layers, one, around.layer, around.layers));
      const place = places[0];
      if (node.block && place) visitBlock(inner, { ...around, layer: place.path, layers: place.at });
      return;
    }
    if (!node.block || !concerns(inner)) return;
    const narrowed = (widths: WidthSet): void =>
      visitBlock(inner, { ...around, widths: around.widths && intersection(around.widths, widths) });
    const unread = (why: string): void => lose(lineOf(node), `@${name} ${prelude.slice(0, 100)}: ${why}`);
    if (name === "media") {
      const condition = prelude.length <= longestValue ? mediaWidths(prelude) : ({ ok: false } as const);
      return condition.ok ? narrowed(condition.widths) : unread("only conditions on the width are read");
    }
    if (name === "container") {
      // Ours is named layout, and as wide as the viewport; how wide another's is, a stylesheet does not say.
      if (!/^layout\b/.test(prelude)) return unread("how wide the container is, is not said here");
      const condition = prelude.length <= longestValue ? containerWidths(prelude, fontSize) : ({ ok: false } as const);
      return condition.ok ? narrowed(condition.widths) : unread("only conditions on the width are read");
    }
    if (name === "supports") {
      const supported = prelude.length <= longestValue ? isSupported(prelude) : null;
      if (supported === null) return unread("whether this is supported is not known here");
      return supported ? visitBlock(inner, around) : undefined;
    }
    if (name === "scope" || name === "starting-style") unread("is not read");
  };
  visitBlock(tree.children.toArray(), { widths: everyWidth, layer: [], layers, parents: null });
  return { ok: true, value: { rules, lost } };
};
