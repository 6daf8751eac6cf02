import { divide, type Exact, exact, isWhole, multiply, sign } from "../exact/exact";
import { parseLength } from "../exact/length";
import { show } from "../exact/show";
import type { ColumnTerms } from "../grid/columns";
import type { FactsOf, Finding, Fix, Level, RuleId } from "./types";

/** A finding in words: what is so, in one sentence, and its sum with numbers ("" where there is none to show). */
export type FindingWords = { readonly title: string; readonly message: string; readonly sum: string };

const columnSum = ({ container, gaps, gutter, count, column }: ColumnTerms): string =>
  gaps === 0
    ? `${show(container.width)} ÷ ${count} = ${show(column)}`
    : `(${show(container.width)} − ${gaps} × ${show(gutter)}) ÷ ${count} = ${show(column)}`;

const partNames: Readonly<Record<number, string>> = { 2: "Halves", 3: "Thirds", 4: "Quarters" };

/** "Half a base unit" and the like: length = count × base. */
const baseSum = (length: Exact, base: Exact): string => `${show(length)} = ${show(divide(length, base))} × ${show(base)}`;

const baseStanding = (length: Exact, base: Exact): string =>
  isWhole(multiply(divide(length, base), exact(2))) ? "on the half step" : "off the base unit";

type Say = { readonly [R in RuleId]: (facts: FactsOf[R], where: string) => FindingWords };

const say: Say = {
  "sum-closes": ({ width, margins, gaps, gutter, container, over }, where) =>
    sign(container) < 0
      ? {
          title: "The sum does not close",
          message: `At ${where} the margins take ${show(over)} px more than the width.`,
          sum: `${show(width)} − ${show(margins)} = ${show(container)}`,
        }
      : {
          title: "The sum does not close",
          message: `At ${where} the gutters alone take ${show(over)} px more than the container.`,
          sum: `${gaps} × ${show(gutter)} = ${show(multiply(exact(gaps), gutter))} > ${show(container)}`,
        },
  "column-positive": ({ width, terms, column, least }, where) => ({
    title: sign(column) > 0 ? "Columns fall under the least" : "No room for the columns",
    message:
      sign(column) > 0
        ? `At ${where} a column measures ${show(column)} at ${show(width)}; the spec asks for at least ${show(least)}.`
        : `At ${where} a column would measure ${show(column)} at ${show(width)}.`,
    sum: columnSum(terms),
  }),
  "container-fits": ({ width, container, margins, room }, where) => ({
    title: "The container does not fit",
    message: `${where} starts at ${show(width)}, where its margins leave ${show(room)}; the container is ${show(container)}.`,
    sum: `${show(width)} − ${show(margins)} = ${show(room)} < ${show(container)}`,
  }),
  "breakpoints-ordered": (facts, where) => {
    switch (facts.fault) {
      case "equal":
        return {
          title: "Two breakpoints start together",
          message: `${facts.before} and ${where} both start at ${facts.from}; one of them never applies.`,
          sum: `${facts.from} = ${facts.beforeFrom}`,
        };
      case "falling":
        return {
          title: "Breakpoints are out of order",
          message: `${facts.before} starts at ${facts.beforeFrom} but stands before the one from ${facts.from}.`,
          sum: `${facts.beforeFrom} > ${facts.from}`,
        };
      case "drawn-outside":
        return {
          title: "Drawn outside its own widths",
          message: `${where} is drawn at ${facts.drawn}, but applies ${
            facts.until === null ? `from ${facts.from} up` : `from ${facts.from} to below ${facts.until}`
          }.`,
          sum: facts.drawn < facts.from ? `${facts.drawn} < ${facts.from}` : `${facts.drawn} ≥ ${facts.until ?? facts.drawn}`,
        };
      default:
        return facts satisfies never;
    }
  },
  "reflow-320": (facts, where) =>
    facts.fault === "starts-above"
      ? {
          title: "Nothing is said for 320 px",
          message: `${where} is the lowest and starts at ${facts.from}; content must reflow down to 320 px (WCAG 2.2, 1.4.10).`,
          sum: `${facts.from} > 320`,
        }
      : {
          title: "Does not fit at 320 px",
          message: `At 320 px ${where} has columns of ${show(facts.column)}; content must reflow down to 320 px (WCAG 2.2, 1.4.10).`,
          sum: columnSum(facts.terms),
        },
  "whole-columns": ({ terms }) => ({
    title: "Columns miss the whole pixel",
    message: `At ${show(terms.width)} each column measures ${show(terms.column)}.`,
    sum: columnSum(terms),
  }),
  "whole-spans": ({ terms, spans }) => ({
    title: `${joined(spans.map(({ parts }, index) => (index === 0 ? partNames[parts] : partNames[parts]?.toLowerCase()) ?? ""))} miss the whole pixel`,
    message: spans.map(({ parts, width }) => `${partNames[parts] ?? ""} come out at ${show(width)}.`).join(" "),
    sum: spans
      .map(({ columns, width }) => `${columns} × ${show(terms.column)} + ${columns - 1} × ${show(terms.gutter)} = ${show(width)}`)
      .join("; "),
  }),
  "gutter-on-base": ({ length, base }) => ({
    title: `Gutter is ${baseStanding(length, base)}`,
    message: `The gutter is ${show(length)}; the base unit is ${show(base)}.`,
    sum: baseSum(length, base),
  }),
  "margin-on-base": ({ lengths, base }) => ({
    title: `${lengths.length > 1 ? "Margins are" : "Margin is"} ${
      lengths.some(({ length }) => baseStanding(length, base) === "off the base unit") ? "off the base unit" : "on the half step"
    }`,
    message: lengths.map(({ side, length }) => `The ${side === "both" ? "" : `${side} `}margin is ${show(length)}.`).join(" "),
    sum: lengths.map(({ length }) => baseSum(length, base)).join("; "),
  }),
  "gutter-below-column": ({ gutter, column }) => ({
    title: "Gutters wider than columns",
    message: `The gutter is ${show(gutter)} and a column only ${show(column)}.`,
    sum: `${show(gutter)} > ${show(column)}`,
  }),
  "margin-least": ({ start, end, least }) => ({
    title: `Margins under ${show(least)}`,
    message: `The margins come to ${show(start)} and ${show(end)}; ${show(least)} is common practice.`,
    sum: `${[start, end].map(show).join(", ")} < ${show(least)}`,
  }),
};

const joined = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? "") : `${words.slice(0, -1).join(", ")} and ${words[words.length - 1] ?? ""}`;

/** The words of a finding. `where` is the breakpoint's name. */
export const findingWords = (finding: Finding, where: string): FindingWords =>
  (say[finding.rule] as (facts: Finding["facts"], where: string) => FindingWords)(finding.facts, where);

/** Today's numbers as people say them: "24px" is 24, "1.5rem" stays. */
const shown = (text: string): string => {
  const length = parseLength(text);
  return length?.unit === "px" ? show(length.value) : text;
};

/** The label of a fix's button: "Gutter → 24". */
export const fixLabel = (fix: Fix): string => {
  switch (fix.term) {
    case "gutter":
      return `Gutter → ${shown(fix.to)}`;
    case "margin":
      return `Margin → ${shown(fix.to)}`;
    case "columns":
      return `Columns → ${fix.to}`;
    case "container":
      return `Container → ${shown(fix.to)}`;
    case "max":
      return `Container at most ${shown(fix.to)}`;
    case "kind":
      return `Let it narrow below ${shown(fix.to)}`;
    case "from":
      return `From → ${fix.to}`;
    case "drawn-at":
      return `Drawn at → ${fix.to}`;
    case "order":
      return "Put in order of width";
    default:
      return fix.term satisfies never;
  }
};

export const levelWords: Readonly<Record<Level, { readonly one: string; readonly many: string }>> = {
  problem: { one: "problem", many: "problems" },
  caution: { one: "caution", many: "cautions" },
  note: { one: "note", many: "notes" },
};

/** "2 problems", "1 caution". */
export const countOf = (count: number, level: Level): string => `${count} ${count === 1 ? levelWords[level].one : levelWords[level].many}`;
