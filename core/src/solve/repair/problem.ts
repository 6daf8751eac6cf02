import { px } from "../../exact/length";
import { divide, exact, type Exact, fromJsonNumber, multiply, toNumber } from "../../exact/exact";
import { breakpointRanges, type BreakpointRange } from "../../grid/breakpoint-at";
import { rootFontSize as rootFontSizeOf } from "../../grid/resolve";
import type { Layout } from "../../layout/schema";
import { type Candidate, type CandidateSearch, type Cost, factorOf, lengthsOf, unitOf, widthsOf, type Work } from "./candidates";
import type { HeldCell } from "./cells";
import type { Frame, Scale } from "../../check/mending";
import { isRuleId } from "../../check/registry";
import type { RuleId } from "../../check/types";
import type { RepairCell } from "../../layout/cells";
import { frameChoices, framesOf } from "./frames";

/**
 * How far gutters, margins and containers are searched, px. With today's counts and from-widths, everything within it
 * is tried.
 */
export const widest = 1024;

/** One breakpoint's numbers with their frame; the cost includes moving the frame. */
export type Node = { readonly frame: Frame; readonly candidate: Candidate; readonly cost: Cost };

/** What one search needs to know of a breakpoint. */
export type Place = {
  readonly range: BreakpointRange;
  readonly held: ReadonlySet<RepairCell>;
  readonly exempt: ReadonlySet<RuleId>;
  readonly froms: readonly number[];
};

export type Problem = {
  readonly work: Work;
  readonly places: readonly Place[];
  readonly scale: Scale;
  readonly rootFontSize: Exact;
  /** Whether counts and from-widths may change. */
  readonly major: boolean;
  /** Nodes calculated already: they are needed again for other orders, and when falling steps are allowed. */
  readonly known: Map<string, readonly Node[]>;
};

export const searchOf = (
  { work, scale, rootFontSize }: Problem,
  place: Place,
  frame: Frame,
  isLowest: boolean,
  bound: number,
  counts: CandidateSearch["counts"],
): CandidateSearch => ({
  work,
  breakpoint: place.range.breakpoint,
  frame,
  isLowest,
  rootFontSize,
  scale,
  held: place.held,
  exempt: place.exempt,
  bound,
  counts,
});

export const problemOf = (layout: Layout, held: readonly HeldCell[], work: Work, major: boolean): Problem | null => {
  const rootFontSize = rootFontSizeOf(layout);
  const ranges = breakpointRanges(layout);
  const heldAt = (id: string): ReadonlySet<RepairCell> =>
    new Set(held.filter(({ breakpoint }) => breakpoint === id).map(({ cell }) => cell));
  const choices = frameChoices(ranges, (id) => !major || heldAt(id).has("from"));
  const places = ranges.map((range, index): Place => ({
    range,
    held: heldAt(range.breakpoint.id),
    exempt: new Set(
      layout.accepted.filter(({ breakpoint }) => breakpoint === range.breakpoint.id).flatMap(({ rule }) => (isRuleId(rule) ? [rule] : [])),
    ),
    froms: choices[index] ?? [range.from],
  }));
  const context = { width: exact(1), rootFontSize };
  const half = divide(px(layout.base, context), exact(2));
  const least = px(layout.leastColumn, context);
  const lengths = ranges.flatMap(({ breakpoint }, index) => {
    const frames = (choices[index] ?? []).flatMap((from) =>
      (choices[index + 1] ?? [null]).flatMap((until) => framesOf(breakpoint.drawnAt.width, from, until, false)),
    );
    return lengthsOf(breakpoint, [...new Set(frames.flatMap(widthsOf))].map(fromJsonNumber), rootFontSize);
  });
  const factor = ranges.map(({ breakpoint }) => factorOf(breakpoint)).reduce((most, one) => (one > most ? one : most));
  const unit = unitOf([half, least, ...lengths], factor);
  if (unit === null) return null;
  const parts = (length: Exact): number => toNumber(multiply(length, exact(unit)));
  return { work, places, scale: { unit, half: parts(half), least: parts(least) }, rootFontSize, major, known: new Map() };
};
