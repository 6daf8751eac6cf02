import { closest, distance } from "fastest-levenshtein";
import valueParser from "postcss-value-parser";
import type { Fix, LintRule, Offence } from "../rule";
import { placeInValue, placeOf, valueOf } from "../sheet";

/** A name this far from one of the spec's is taken as meant to be it, letters. */
const mostLetters = 2;

/** The name of the spec that another is probably meant to be; null if none is near. */
const meant = (name: string, names: ReadonlySet<string>): string | null => {
  if (names.size === 0 || names.has(name)) return null;
  const nearest = closest(name, [...names]);
  return distance(name, nearest) <= mostLetters ? nearest : null;
};

/** The fix of a name: its nearest, if no other is as near. */
const fixOf = (name: string, nearest: string, names: ReadonlySet<string>, at: number): { readonly fix?: Fix } => {
  const far = distance(name, nearest);
  const isOnly = far <= mostLetters && [...names].filter((one) => distance(name, one) === far).length === 1;
  return isOnly ? { fix: { from: name, to: nearest, at } } : {};
};

/** The beginnings of the spec's own custom properties: "--layout-", "--space-". */
const beginnings = (properties: ReadonlySet<string>): ReadonlySet<string> =>
  new Set([...properties].map((name) => /^--[a-z]+-/.exec(name)?.[0] ?? name));

/** Custom properties, classes and areas by name. */
export const names: LintRule = {
  id: "unknown-name",
  level: "problem",
  source: "a custom property, class or area that is named like the spec's is one of the spec",
  declaration: (declaration, { properties, areas }, own): readonly Offence[] => {
    const offences: Offence[] = [];
    const value = valueParser(valueOf(declaration));
    value.walk((node) => {
      if (node.type !== "function" || node.value.toLowerCase() !== "var") return;
      const [first] = node.nodes;
      const name = first?.type === "word" ? first.value : "";
      if (!first || properties.has(name) || own.properties.has(name)) return;
      const near = meant(name, properties);
      const isLike = [...beginnings(properties)].some((beginning) => name.startsWith(beginning));
      if (near === null && !isLike) return;
      const right = near ?? closest(name, [...properties]);
      offences.push({
        ...placeInValue(declaration, first.sourceIndex),
        message: `The spec has no ${name}. The nearest is ${right}.`,
        ...fixOf(name, right, properties, first.sourceIndex),
      });
    });
    const area = declaration.prop.toLowerCase() === "grid-area" ? declaration.value.trim() : "";
    const near = /^[a-z][\w-]*$/i.test(area) && !own.areas.has(area) ? meant(area, areas) : null;
    if (near !== null)
      offences.push({
        ...placeInValue(declaration, 0),
        message: `The spec has no area ${area}. The nearest is ${near}.`,
        ...fixOf(area, near, areas, 0),
      });
    return offences;
  },
  selector: (rule, { classes, beginnings: own }): readonly Offence[] => {
    const { line, column } = placeOf(rule);
    return [...new Set(rule.selector.match(/(?<=\.)[a-z][\w-]*/gi) ?? [])].flatMap((name) => {
      const near = own.some((beginning) => name.startsWith(beginning)) ? meant(name, classes) : null;
      return near === null ? [] : [{ line, column, message: `The spec has no class .${name}. The nearest is .${near}.` }];
    });
  },
};
