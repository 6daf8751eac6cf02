import type { Level } from "@ypsiline/core";
import pc from "picocolors";
import type { Outcome, Reported } from "./outcome";

const counted = (count: number, one: string): string => `${count} ${one}${count === 1 ? "" : "s"}`;

/** "2 problems, 1 note" */
const summary = (findings: readonly Reported[]): string => {
  const of = (level: Level): number => findings.filter((one) => one.level === level).length;
  const parts = (["problem", "caution", "note"] as const).flatMap((level) => (of(level) > 0 ? [counted(of(level), level)] : []));
  return parts.length === 0 ? "Nothing found." : `${parts.join(", ")}.`;
};

/** Control characters of a terminal have no business in a name. */
const harmless = (text: string): string => text.replace(/\p{Cc}/gu, " ");

/** The outcome in words, one paragraph per finding, grouped by subject; coloured on a terminal. */
export const inWords = ({ subjects, findings, lines }: Outcome, colour: boolean): string => {
  const paint = pc.createColors(colour);
  const tone: Readonly<Record<Level, (text: string) => string>> = {
    problem: (text) => paint.bold(paint.red(text)),
    caution: paint.yellow,
    note: paint.dim,
  };
  const said = (one: Reported): string => {
    const where = one.line === null ? "" : paint.dim(` line ${one.line}`);
    const accepted = one.accepted === null ? "" : paint.dim(` (accepted: ${harmless(one.accepted)})`);
    const sum = one.sum === "" ? "" : `\n      ${paint.dim(harmless(one.sum))}`;
    return `  ${tone[one.level](one.level)} ${harmless(one.about)}: ${harmless(one.message)}${accepted} ${paint.dim(one.rule)}${where}${sum}`;
  };
  const parts = subjects.flatMap((subject) => {
    const own = findings.filter((one) => one.subject === subject);
    return own.length === 0 ? [] : [paint.bold(harmless(subject)), ...own.map(said), ""];
  });
  return [...lines.map(harmless), ...(lines.length > 0 && findings.length > 0 ? [""] : []), ...parts, summary(findings), ""].join("\n");
};
