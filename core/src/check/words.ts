import { lengthWords } from "../words/lengths";
import { joined, name, plainText, type Words, words } from "../words/words";
import { rules } from "./registry";
import type { Finding, FindingWords, FixChange, FixNumber, Level, RuleId } from "./types";

/** The words of a finding. `where` is the breakpoint's name. */
export const findingWords = (finding: Finding, where: string): FindingWords =>
  (rules[finding.rule].says as (facts: Finding["facts"], where: string) => FindingWords)(finding.facts, where);

/** Why a finding matters to the people who use or build the page, in one sentence. */
export const whyItMatters = (rule: RuleId): string => rules[rule].matters;

/** The name of a fix, "Gutter", and its new value, 24. */
export type FixWords = { readonly what: Words; readonly to: Words | null };

/** What the numbers of fixes are called. */
const numberNames: Readonly<Record<FixNumber, string>> = {
  gutter: "Gutter",
  margin: "Margin",
  margins: "Margins",
  rows: "Row and gutter",
  columns: "Columns",
  container: "Container",
  from: "From",
  "drawn-at": "Drawn at",
  "drawn-height": "Height",
  "stated-container": "Expected container",
  "stated-column": "Expected column",
  row: "Row",
  "row-gutter": "Row gutter",
  baseline: "Baseline",
  "line-height": "Line height",
};

export const fixWords = (fix: FixChange): FixWords => {
  switch (fix.term) {
    case "max":
      return { what: words`Container at most ${lengthWords(fix.max)}`, to: null };
    case "kind":
      return { what: words`At most ${lengthWords(fix.max)}, narrower below`, to: null };
    case "hold":
      return { what: words`At most ${lengthWords(fix.max)}, margins ${lengthWords(fix.margin)}`, to: null };
    case "not-stated":
      return { what: words`Remove the expected ${fix.which}`, to: null };
    case "line-heights":
      return { what: words`Round all line heights`, to: null };
    case "order":
      return { what: words`Sort by width`, to: null };
    case "area":
      return { what: words`${name(fix.area)} ${fix.place}`, to: null };
    case "area-over":
      return { what: words`${name(fix.area)} over ${name(fix.other)}`, to: null };
    case "area-before":
      return { what: words`${name(fix.area)} before ${name(fix.other)}`, to: null };
    case "area-flows":
      return { what: words`Let ${name(fix.area)} flow`, to: null };
    case "area-hidden":
      return { what: words`Hide ${name(fix.area)} here`, to: null };
    case "area-stays":
      return { what: words`Keep ${name(fix.area)} in the grid`, to: null };
    case "inside-gutter":
      return { what: words`Gutter inside ${name(fix.area)}`, to: lengthWords(fix.to) };
    case "inside-margin":
      return { what: words`Margins inside ${name(fix.area)}`, to: lengthWords(fix.to) };
    case "inside-columns":
      return { what: words`Columns inside ${name(fix.area)}`, to: lengthWords(fix.to) };
    default:
      return { what: [numberNames[fix.term]], to: joined(fix.to.map(lengthWords), ", ") };
  }
};

/** The label of a fix's button as text: "Gutter → 24". */
export const fixLabel = (fix: FixChange): string => {
  const { what, to } = fixWords(fix);
  return plainText(to === null ? what : words`${what} → ${to}`);
};

export const levelWords: Readonly<Record<Level, { readonly one: string; readonly many: string }>> = {
  problem: { one: "problem", many: "problems" },
  caution: { one: "caution", many: "cautions" },
  note: { one: "note", many: "notes" },
};

/** "2 problems", "1 caution". */
export const countOf = (count: number, level: Level): string => `${count} ${count === 1 ? levelWords[level].one : levelWords[level].many}`;
