import type { Level } from "@ypsiline/core";

/** A finding of any command: its subject, place and level. */
export type Reported = {
  readonly rule: string;
  readonly level: Level;
  /** What was checked: a file, a package, an address. */
  readonly subject: string;
  /** The breakpoint, box or package it is about, by name. */
  readonly about: string;
  readonly message: string;
  /** The sum with numbers; "" if there is none. */
  readonly sum: string;
  /** JSON Pointer in the subject, and its line; null if it has none. */
  readonly pointer: string | null;
  readonly line: number | null;
  /** The column in that line, from 1, where it is known. */
  readonly column?: number;
  /** The reason it was accepted with; null if it was not. */
  readonly accepted: string | null;
};

/** A rule that was checked: SARIF and JUnit list all rules, also those without findings. */
export type Looked = { readonly id: string; readonly level: Level; readonly source: string };

/** What a command found out. */
export type Outcome = {
  readonly subjects: readonly string[];
  readonly looked: readonly Looked[];
  readonly findings: readonly Reported[];
  /** Lines said before the findings, in words. */
  readonly lines: readonly string[];
  /** Everything, for programs. */
  readonly data: unknown;
};

/** Levels from which on a command ends with 1. */
export const failLevels = ["problem", "caution", "note", "never"] as const;
export type FailLevel = (typeof failLevels)[number];

const gravity: Readonly<Record<FailLevel, number>> = { never: 4, problem: 3, caution: 2, note: 1 };

/** Whether a finding is at or above a level. What was accepted with a reason is not, but for problems, which nobody can accept away. */
export const fails = ({ level, accepted }: Reported, failOn: FailLevel): boolean =>
  gravity[level] >= gravity[failOn] && (accepted === null || level === "problem");

/** 0 if nothing is at or above the level, else 1. */
export const exitOf = ({ findings }: Outcome, failOn: FailLevel): 0 | 1 => (findings.some((one) => fails(one, failOn)) ? 1 : 0);
