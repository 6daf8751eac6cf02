import { type CssNode, parse, tokenize, tokenTypes, walk } from "css-tree";
import type { Layout } from "../../layout/schema";
import type { Naming } from "./options";

/** The names of a stylesheet and where it applies: what is asked for, else what its layout says, else as usual. */
export type Names = { readonly prefix: string; readonly layer: string | null; readonly scope: string | null };

/** What names begin with unless something else is said. */
export const usualPrefix = "layout";

/** A layout whose stylesheets have their usual names, for a page that has no others on it. */
export const usuallyNamed = ({ stylesheet: _, ...layout }: Layout): Layout => layout;

/** The names of a layout's stylesheets. */
export const namesOf = ({ stylesheet }: Pick<Layout, "stylesheet">, asked: Naming): Names => ({
  prefix: asked.prefix ?? stylesheet?.prefix ?? usualPrefix,
  layer: asked.layer ?? stylesheet?.layer ?? null,
  scope: asked.scope ?? stylesheet?.scope ?? null,
});

/**
 * A name with another prefix: of a custom property after "--", or of a class. Names that begin with the usual prefix change
 * it, the others (space-m, text-body, area-fares) get it before them: layout-columns and space-m become booking-columns and
 * booking-space-m.
 */
export const nameWith = (prefix: string, name: string): string => {
  if (prefix === usualPrefix) return name;
  if (name === usualPrefix) return prefix;
  if (name.startsWith(`${usualPrefix}-`)) return prefix + name.slice(usualPrefix.length);
  return /^(space|text|area)-/.test(name) ? `${prefix}-${name}` : name;
};

/** The usual name of one with a prefix, the reverse of `nameWith`. */
const usualName = (prefix: string, name: string): string => {
  if (name === prefix) return usualPrefix;
  if (!name.startsWith(`${prefix}-`)) return name;
  const rest = name.slice(prefix.length + 1);
  return /^(space|text|area)-/.test(rest) ? rest : `${usualPrefix}-${rest}`;
};

/**
 * A stylesheet with every name of ours changed: custom properties, classes, the name of the container, and the beginning of
 * class names in attribute selectors. Strings and comments stay as they are.
 */
const renamed = (css: string, change: (name: string) => string): string => {
  let text = "";
  let before = "";
  let rule = "";
  tokenize(css, (type, start, end) => {
    const token = css.slice(start, end);
    const isIdent = type === tokenTypes.Ident;
    if (isIdent && token.startsWith("--")) text += `--${change(token.slice(2))}`;
    else if (isIdent && before === ".") text += change(token);
    // container: layout / inline-size, and @container layout (…)
    else if (isIdent && (rule === "container" || rule === "@container")) text += change(token);
    else if (type === tokenTypes.String && before === "=") text += `"${change(token.slice(1, -1))}"`;
    else text += token;
    if (type === tokenTypes.Ident || type === tokenTypes.AtKeyword) rule = token;
    else if (type !== tokenTypes.WhiteSpace && type !== tokenTypes.Colon) rule = "";
    if (type !== tokenTypes.WhiteSpace) before = token;
  });
  return text;
};

/** A stylesheet of ours, or a part of one, with names that begin with a prefix. */
export const withPrefix = (css: string, prefix: string): string =>
  prefix === usualPrefix ? css : renamed(css, (name) => nameWith(prefix, name));

/** Our own HTML with the classes of a prefix. What others typed into it is escaped, and so has no attributes. */
export const htmlWithPrefix = (html: string, prefix: string): string =>
  html.replace(/class="([^"]*)"/g, (_, classes: string) => {
    const all = classes.split(" ").map((name) => nameWith(prefix, name));
    return `class="${all.join(" ")}"`;
  });

/** The attribute that makes an element one that a scope names; none for no scope. */
export const scopeAttribute = (scope: string | null): string => {
  if (scope === null) return "";
  if (scope.startsWith("[")) return ` ${scope.slice(1, -1)}`;
  return ` ${scope.startsWith("#") ? "id" : "class"}="${scope.slice(1)}"`;
};

/** The custom properties that a stylesheet of ours defines, each with its values in order, and the classes in its selectors. */
export const namesWritten = (
  css: string,
): { readonly properties: { readonly name: string; readonly values: readonly string[] }[]; readonly classes: readonly string[] } => {
  const properties = new Map<string, Set<string>>();
  const classes = new Set<string>();
  walk(parse(css, { parseValue: false, parseAtrulePrelude: false, parseCustomProperty: false }), (node) => {
    if (node.type === "ClassSelector") classes.add(node.name);
    if (node.type !== "Declaration" || !node.property.startsWith("--") || node.value.type !== "Raw") return;
    const values = properties.get(node.property) ?? new Set();
    properties.set(node.property, values.add(node.value.value.trim()));
  });
  return { properties: [...properties].map(([name, values]) => ({ name, values: [...values] })), classes: [...classes] };
};

/** What only our stylesheets say, whatever their names begin with. */
const ownProperties = ["columns", "margin-start", "margin-end", "root-font-size", "edge-gutters"] as const;

/** The prefix of a stylesheet of ours; null for any other. */
const prefixIn = (css: string): string | null => {
  const prefix = /--([a-z][a-z0-9-]*)-edge-gutters\s*:/.exec(css)?.[1];
  if (prefix === undefined) return null;
  return ownProperties.every((name) => css.includes(`--${prefix}-${name}`)) ? prefix : null;
};

/** A stylesheet of ours with its usual names; any other as it is. */
export const withUsualNames = (css: string): string => {
  const prefix = prefixIn(css);
  return prefix === null || prefix === usualPrefix ? css : renamed(css, (name) => usualName(prefix, name));
};

/** A stylesheet whose rules apply only in a scope: `:root` is that element, every other selector is one inside it. */
const within = (css: string, scope: string): string => {
  const edits: { readonly start: number; readonly end: number; readonly text: string }[] = [];
  const sheet: CssNode = parse(css, { positions: true, parseValue: false, parseAtrulePrelude: false, parseCustomProperty: false });
  walk(sheet, (node) => {
    if (node.type !== "Rule" || node.prelude.type !== "SelectorList") return;
    for (const selector of node.prelude.children) {
      const { start, end } = selector.loc ?? {};
      if (!start || !end) continue;
      const text = css.slice(start.offset, end.offset);
      const inside = `${scope} ${text}`;
      // What a pseudo-class alone is about may be the element itself.
      const both = text.startsWith(":has") ? `${scope}${text}, ${inside}` : inside;
      edits.push({ start: start.offset, end: end.offset, text: text === ":root" ? scope : both });
    }
  });
  let [text, at] = ["", 0];
  for (const edit of edits) {
    text += css.slice(at, edit.start) + edit.text;
    at = edit.end;
  }
  return text + css.slice(at);
};

const indented = (css: string): string => css.replace(/^(?=.)/gm, "  ");

/** The rules of a stylesheet of ours as its names say: renamed, kept to a scope, and put into a layer. */
export const named = (css: string, { prefix, layer, scope }: Names): string => {
  const own = withPrefix(css, prefix);
  const kept = scope === null ? own : within(own, scope);
  return layer === null ? kept : `@layer ${layer} {\n${indented(kept.trimEnd())}\n}\n`;
};
