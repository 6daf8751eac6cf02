import {
  check,
  explained,
  findingWords,
  fixLabel,
  levelWords,
  plainText,
  type RuleId,
  ruleIds,
  ruleOf,
  whyItMatters,
} from "@ypsiline/core";
import { exampleOf } from "./samples";

/** How many ways to mend it an example names. */
const mostFixes = 3;

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What mends a finding that no one number does, as in these examples. */
const ownHands: Partial<Record<RuleId, string>> = {
  "breakpoints-ordered": "Give one of the two another start width.",
  "whole-spans": "Choose a gutter and margins of whole pixels.",
};

/** @throws Error if the example of a check has no fix, and no text explains that. */
const byHand = (id: RuleId): string => {
  const words = ownHands[id];
  if (words === undefined) throw new Error(`the guide says nothing of how to fix ${id}`);
  return words;
};

/** The section of one check, as Markdown: all of it from the rule and from what it finds in its example. */
const section = (id: RuleId): string => {
  const layout = exampleOf(id);
  const finding = check(layout).findings.find(({ rule }) => rule === id);
  if (!finding) throw new Error(`the guide's example of ${id} has no such finding`);
  const where = layout.breakpoints.find((one) => one.id === finding.breakpoint)?.name ?? "the spec";
  const { title, message, sum } = findingWords(finding, where);
  const { level, source } = ruleOf(id);
  const { checks, accept } = explained(id);
  const fixes = finding.fixes.slice(0, mostFixes).map(fixLabel);
  return [
    `## ${plainText(title)} {#${id}}`,
    `**${capital(levelWords[level].one)}** · ${checks}`,
    `**Why it matters.** ${whyItMatters(id)}`,
    `**Example.** ${plainText(message)}`,
    ...(sum.length > 0 ? ["```sum", plainText(sum), "```"] : []),
    `**How to fix it.** ${fixes.length > 0 ? fixes.join(" · ") : byHand(id)}`,
    `**When to accept it.** ${accept}`,
    `**Source.** ${capital(source)}`,
  ].join("\n\n");
};

/** The page that explains every check, as Markdown: problems first. */
export const checksPage = (): string => {
  const levels = ["problem", "caution", "note"] as const;
  const sections = levels.flatMap((level) => ruleIds.filter((id) => ruleOf(id).level === level).map(section));
  return [
    "# Every check explained",
    `Ypsiline runs ${ruleIds.length} checks on every edit. Problems stop a version from being published. Cautions are usually mistakes. Notes are worth a look. Each section below has an example with its sum.`,
    ...sections,
  ].join("\n\n");
};
