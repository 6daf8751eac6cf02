import { inJunit } from "./junit";
import type { FailLevel, Outcome } from "./outcome";
import { inSarif } from "./sarif";
import { inWords } from "./words";

/** The formats of an outcome: for people, programs, code scanning and build servers. */
export const reportFormats = ["words", "json", "sarif", "junit"] as const;
type ReportFormat = (typeof reportFormats)[number];

export type Telling = { readonly format: ReportFormat; readonly failOn: FailLevel; readonly colour: boolean; readonly version: string };

export const told = (outcome: Outcome, { format, failOn, colour, version }: Telling): string => {
  switch (format) {
    case "words":
      return inWords(outcome, colour);
    case "json":
      return `${JSON.stringify(outcome.data, null, 2)}\n`;
    case "sarif":
      return inSarif(outcome, version);
    case "junit":
      return inJunit(outcome, failOn);
    default:
      return format satisfies never;
  }
};
