import type { CssNode } from "css-tree";
import { add, divide, type Exact, exact, isZero, multiply, negate, one, parseDecimal, zero } from "../../exact/exact";
import { syntaxOf } from "./syntax";

/** A length as CSS adds it up: a sum of units that only a place and a font size make one number of. */
export type Lengths = {
  readonly px: Exact;
  readonly rem: Exact;
  readonly em: Exact;
  /** Of what the property measures: as a rule the width of the box around. */
  readonly percent: Exact;
  /** Of the viewport's width. */
  readonly vw: Exact;
};

export type LengthUnitName = keyof Lengths;
const units: readonly LengthUnitName[] = ["px", "rem", "em", "percent", "vw"];

/** A value worked out: a number, a length, or the smaller of several lengths. */
export type CssValue =
  | { readonly kind: "number"; readonly value: Exact }
  | { readonly kind: "length"; readonly value: Lengths }
  | { readonly kind: "min"; readonly of: readonly Lengths[] };

export const noLength: Lengths = { px: zero, rem: zero, em: zero, percent: zero, vw: zero };

const mapped = (make: (unit: LengthUnitName) => Exact): Lengths => ({
  px: make("px"),
  rem: make("rem"),
  em: make("em"),
  percent: make("percent"),
  vw: make("vw"),
});
export const addLengths = (a: Lengths, b: Lengths): Lengths => mapped((unit) => add(a[unit], b[unit]));
export const scaleLengths = (a: Lengths, by: Exact): Lengths => mapped((unit) => multiply(a[unit], by));
export const negateLengths = (a: Lengths): Lengths => mapped((unit) => negate(a[unit]));
export const isNoLength = (a: Lengths): boolean => units.every((unit) => isZero(a[unit]));
/** The units that are in a length. */
export const unitsIn = (a: Lengths): readonly LengthUnitName[] => units.filter((unit) => !isZero(a[unit]));

/** px to each absolute CSS unit, exact (CSS Values 4, 6.2). */
const absolute: Readonly<Record<string, Exact>> = {
  px: one,
  in: exact(96),
  cm: exact(9600, 254),
  mm: exact(960, 254),
  q: exact(240, 254),
  pt: exact(4, 3),
  pc: exact(16),
};

const length = (unit: LengthUnitName, value: Exact): CssValue => ({ kind: "length", value: { ...noLength, [unit]: value } });

/** Longest value looked into; a layout's are far shorter. */
export const longestValue = 1_000;
const deepest = 16;

const numberOf = (text: string): Exact | null => {
  const plain = /^([+-]?)(\d*\.?\d+)$/.exec(text);
  const read = plain && parseDecimal((plain[2] ?? "").startsWith(".") ? `0${plain[2] ?? ""}` : (plain[2] ?? ""));
  return read && (plain[1] === "-" ? negate(read) : read);
};

const leaf = (node: CssNode): CssValue | null => {
  switch (node.type) {
    case "Number": {
      const value = numberOf(node.value);
      return value && { kind: "number", value };
    }
    case "Percentage": {
      const value = numberOf(node.value);
      return value && length("percent", value);
    }
    case "Dimension": {
      const value = numberOf(node.value);
      const unit = node.unit.toLowerCase();
      if (!value) return null;
      if (unit === "rem" || unit === "em" || unit === "vw") return length(unit, value);
      const px = Object.hasOwn(absolute, unit) ? absolute[unit] : undefined;
      return px ? length("px", multiply(value, px)) : null;
    }
    default:
      return null;
  }
};

type Operator = "+" | "-" | "*" | "/";
const isOperator = (text: string): text is Operator => ["+", "-", "*", "/"].includes(text);

const applied = (a: CssValue, operator: Operator, b: CssValue): CssValue | null => {
  if (a.kind === "min" || b.kind === "min") return null;
  if (operator === "*") {
    if (a.kind === "number" && b.kind === "number") return { kind: "number", value: multiply(a.value, b.value) };
    if (a.kind === "number" && b.kind === "length") return { kind: "length", value: scaleLengths(b.value, a.value) };
    if (a.kind === "length" && b.kind === "number") return { kind: "length", value: scaleLengths(a.value, b.value) };
    return null;
  }
  if (operator === "/") {
    if (b.kind !== "number" || isZero(b.value)) return null;
    const by = divide(one, b.value);
    return a.kind === "number" ? { kind: "number", value: multiply(a.value, by) } : { kind: "length", value: scaleLengths(a.value, by) };
  }
  if (a.kind === "number" && b.kind === "number")
    return { kind: "number", value: add(a.value, operator === "-" ? negate(b.value) : b.value) };
  if (a.kind !== "length" || b.kind !== "length") return null;
  return { kind: "length", value: addLengths(a.value, operator === "-" ? negateLengths(b.value) : b.value) };
};

/** A calculation (CSS Values 4, calc() and what it nests): products before sums, from left to right. */
const calculated = (nodes: readonly CssNode[], depth: number): CssValue | null => {
  const terms: CssValue[] = [];
  const operators: Operator[] = [];
  for (const node of nodes) {
    if (node.type === "WhiteSpace") continue;
    if (node.type === "Operator") {
      const operator = node.value.trim();
      if (!isOperator(operator) || operators.length >= terms.length) return null;
      operators.push(operator);
      continue;
    }
    if (terms.length > operators.length) return null;
    const term = evaluated(node, depth);
    if (!term) return null;
    const last = operators.at(-1);
    const before = terms.at(-1);
    if (before && (last === "*" || last === "/")) {
      const product = applied(before, last, term);
      if (!product) return null;
      operators.pop();
      terms.splice(-1, 1, product);
    } else terms.push(term);
  }
  const [first, ...rest] = terms;
  if (!first || operators.length !== rest.length) return null;
  return rest.reduce<CssValue | null>((sum, term, index) => sum && applied(sum, operators[index] ?? "+", term), first);
};

/** Splits the arguments of a function at its commas. */
const argumentsOf = (nodes: readonly CssNode[]): readonly (readonly CssNode[])[] => {
  const lists: CssNode[][] = [[]];
  for (const node of nodes)
    if (node.type === "Operator" && node.value.trim() === ",") lists.push([]);
    else lists.at(-1)?.push(node);
  return lists;
};

const evaluated = (node: CssNode, depth: number): CssValue | null => {
  if (depth > deepest) return null;
  if (node.type === "Parentheses") return calculated(node.children.toArray(), depth + 1);
  if (node.type !== "Function") return leaf(node);
  const inner = node.children.toArray();
  const name = node.name.toLowerCase();
  if (name === "calc") return calculated(inner, depth + 1);
  if (name !== "min") return null;
  const of = argumentsOf(inner).map((list) => calculated(list, depth + 1));
  const lengths = of.flatMap((value) =>
    value?.kind === "length" ? [value.value] : value?.kind === "number" && isZero(value.value) ? [noLength] : [],
  );
  const [only] = lengths;
  if (lengths.length !== of.length || !only) return null;
  return lengths.length === 1 ? { kind: "length", value: only } : { kind: "min", of: lengths };
};

/** The parts of a value ("0 auto", "1px 2px") as syntax; null if it cannot be parsed. */
export const partsOfValue = (text: string): readonly CssNode[] | null => {
  if (text.length > longestValue) return null;
  const tree = syntaxOf(text, "value");
  return tree?.type !== "Value" ? null : tree.children.toArray().filter(({ type }) => type !== "WhiteSpace");
};

/** One part of a value worked out; a bare 0 is a length too. Null for anything else. */
export const valueOf = (node: CssNode): CssValue | null => {
  const value = evaluated(node, 0);
  return value?.kind === "number" && isZero(value.value) ? { kind: "length", value: noLength } : value;
};

/** A whole value that is one length, "24px" or "calc(2rem - 4px)"; null for anything else. */
export const lengthsOf = (text: string): Lengths | null => {
  const parts = partsOfValue(text);
  const [only] = parts ?? [];
  const value = parts?.length === 1 && only ? valueOf(only) : null;
  return value?.kind === "length" ? value.value : null;
};
