import { compare, divide, equals, type Exact, exact, isWhole, multiply, negate, sign, smaller, subtract } from "../exact/exact";
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
  "stated-total": ({ which, stated, is, terms, rounded }) => {
    const by = subtract(stated, is);
    const off = sign(by) > 0 ? `${show(by)} too many` : `${show(negate(by))} too few`;
    return {
      title: `The stated ${which} is not what the numbers give`,
      message: `${show(stated)} is stated, ${off}.${
        rounded ? ` Columns rounded to ${show(rounded)} make ${show(stated)}; the exact column is ${show(terms.column)}.` : ""
      }`,
      sum:
        which === "column"
          ? columnSum(terms)
          : terms.gaps === 0
            ? `${terms.count} × ${show(terms.column)} = ${show(is)}`
            : `${terms.count} × ${show(terms.column)} + ${terms.gaps} × ${show(terms.gutter)} = ${show(is)}`,
    };
  },
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
  "row-on-base": ({ lengths, base }) => ({
    title: `${lengths.length > 1 ? "Rows are" : lengths[0]?.what === "gutter" ? "Row gutter is" : "Row height is"} ${
      lengths.some(({ length }) => baseStanding(length, base) === "off the base unit") ? "off the base unit" : "on the half step"
    }`,
    message: lengths.map(({ what, length }) => `The row ${what} is ${show(length)}.`).join(" "),
    sum: lengths.map(({ length }) => baseSum(length, base)).join("; "),
  }),
  "gutter-below-column": ({ gutter, column }) => ({
    title: "Gutters wider than columns",
    message: `The gutter is ${show(gutter)} and a column only ${show(column)}.`,
    sum: `${show(gutter)} > ${show(column)}`,
  }),
  "margin-least": ({ start, end, least }) => ({
    title: `Margins under ${show(least)}`,
    message: equals(start, end)
      ? `The margins come to ${show(start)} each; ${show(least)} at least is common practice.`
      : `The margins come to ${show(start)} and ${show(end)}; ${show(least)} at least is common practice.`,
    // Only a margin that is below it: "8 < 16", and not "8, 52 < 16".
    sum: [start, ...(equals(start, end) ? [] : [end])]
      .filter((margin) => compare(margin, least) < 0)
      .map((margin) => `${show(margin)} < ${show(least)}`)
      .join("; "),
  }),
  "steps-rise": ({ what, width, before, was, is }, where) => ({
    title: what === "container" ? "The container shrinks at the hand-over" : `${stepNames[what]} shrink as the width grows`,
    message:
      what === "container"
        ? `At ${show(width)}, where ${before} hands over to ${where}, the container goes from ${show(was)} to ${show(is)}.`
        : `${before} has ${what === "columns" ? show(was) : `a ${what} of ${show(was)}`}, ${where}, which is wider, ${show(is)}.`,
    sum: `${show(is)} < ${show(was)}`,
  }),
  "rows-on-baseline": ({ pitch, height, gutter, step }) => ({
    title: "Rows leave the baseline",
    message: `Rows come every ${show(pitch)}; the baseline step is ${show(step)}.`,
    sum: `${show(height)} + ${show(gutter)} = ${show(pitch)} = ${show(divide(pitch, step))} × ${show(step)}`,
  }),
  "line-height-on-baseline": ({ roles, step }) => ({
    title: `${roles.length === 1 ? "A line height leaves" : `${roles.length} line heights leave`} the baseline`,
    message: `${joined(roles.map(({ name, lineHeight }) => `${name} (${show(lineHeight)})`))} on a step of ${show(step)}.`,
    sum: roles.map(({ lineHeight }) => `${show(lineHeight)} = ${show(divide(lineHeight, step))} × ${show(step)}`).join("; "),
  }),
  "baseline-on-base": ({ step, base }) => ({
    title: "Baseline and base unit do not meet",
    message: `Neither is a whole multiple of the other: the step is ${show(step)}, the base unit ${show(base)}.`,
    sum: `${show(base)} ÷ ${show(step)} = ${show(divide(base, step))}`,
  }),
  "margins-not-below-gutter": ({ start, end, gutter }) => ({
    title: "Margins narrower than the gutter",
    message: `The margins come to ${show(start)} and ${show(end)}, the gutter to ${show(gutter)}.`,
    sum: `${show(smaller(start, end))} < ${show(gutter)}`,
  }),
  "divides-well": ({ count }) => ({
    title: `${count} columns do not divide well`,
    message: `${count} does not make ${count % 2 === 0 ? "thirds or quarters" : "halves"} of whole columns.`,
    sum:
      count % 2 === 0
        ? `${count} ÷ 3 = ${show(exact(count, 3))}, ${count} ÷ 4 = ${show(exact(count, 4))}`
        : `${count} ÷ 2 = ${show(exact(count, 2))}`,
  }),
  "height-remainder": ({ height, row, line }) => ({
    title: row ? "A row is cut at the bottom" : "Part of a line is left over",
    message: [
      row ? `At ${show(height)} the last row shows ${show(row.seen)} of its ${show(row.height)}.` : "",
      line ? `${show(line.remainder)} is left under the last line of ${show(line.step)}.` : "",
    ]
      .filter(Boolean)
      .join(" "),
    sum: line
      ? `${show(height)} − ${show(subtract(height, line.remainder))} = ${show(line.remainder)}`
      : row
        ? `${show(row.height)} − ${show(row.seen)} = ${show(subtract(row.height, row.seen))} cut`
        : "",
  }),
};

const stepNames = { columns: "Columns", gutter: "Gutters", margin: "Margins" } as const;

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
    case "margins":
      return `Margins → ${fix.to.split(",").map(shown).join(", ")}`;
    case "rows":
      return `Row and gutter → ${fix.to.split(",").map(shown).join(", ")}`;
    case "columns":
      return `Columns → ${fix.to}`;
    case "container":
      return `Container → ${shown(fix.to)}`;
    case "max":
      return `Container at most ${shown(fix.to)}`;
    case "kind":
      return `Let it narrow below ${shown(fix.to)}`;
    case "hold": {
      const [max = "", margin = ""] = fix.to.split(",");
      return `At most ${shown(max)}, margins ${shown(margin)}`;
    }
    case "from":
      return `From → ${fix.to}`;
    case "drawn-at":
      return `Drawn at → ${fix.to}`;
    case "drawn-height":
      return `Height → ${fix.to}`;
    case "stated-container":
      return `Stated container → ${shown(fix.to)}`;
    case "stated-column":
      return `Stated column → ${shown(fix.to)}`;
    case "not-stated":
      return `Take back the stated ${fix.to}`;
    case "row":
      return `Row → ${shown(fix.to)}`;
    case "row-gutter":
      return `Row gutter → ${shown(fix.to)}`;
    case "baseline":
      return `Baseline → ${shown(fix.to)}`;
    case "line-height":
      return `Line height → ${shown(fix.to)}`;
    case "line-heights":
      return "All line heights to their nearest";
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
