import type { Exact } from "../exact/exact";
import type { BreakpointRange } from "../grid/breakpoint-at";
import type { AreaGeometry } from "../grid/areas";
import type { ColumnTerms, ShareOf } from "../grid/columns";
import type { Layout } from "../layout/schema";
import type { Words } from "../words/words";
import type { Mending } from "./mending";

export type Level = "problem" | "caution" | "note";

/** One operation of an RFC 6902 JSON Patch on the layout document, as fixes use them. */
export type PatchOperation =
  { readonly op: "add" | "replace"; readonly path: string; readonly value: unknown } | { readonly op: "remove"; readonly path: string };
/** The operation that changes nothing: the patch applies only if the value is this one. */
export type PatchTest = { readonly op: "test"; readonly path: string; readonly value: unknown };

/** Numbers that a fix gives other values. */
export type FixNumber =
  | "gutter"
  | "margin"
  | "margins"
  | "columns"
  | "container"
  | "from"
  | "drawn-at"
  | "drawn-height"
  | "stated-container"
  | "stated-column"
  | "row"
  | "rows"
  | "row-gutter"
  | "baseline"
  | "line-height";

/** What a fix does, as its label tells it. Values are declared texts: "24px", "12". */
export type FixChange =
  /** `to` has one value, or one for each of the numbers: a row and its gutter. */
  | { readonly term: FixNumber; readonly to: readonly string[] }
  /** The container's own cap, or a fixed container that becomes a capped one. */
  | { readonly term: "max" | "kind"; readonly max: string }
  /** A container with a maximum width, and the margins that go with it. */
  | { readonly term: "hold"; readonly max: string; readonly margin: string }
  | { readonly term: "not-stated"; readonly which: "container" | "column" }
  | { readonly term: "line-heights" | "order" }
  // Of areas, by their names.
  | { readonly term: "area"; readonly area: string; readonly place: string }
  | { readonly term: "area-over" | "area-before"; readonly area: string; readonly other: string }
  | { readonly term: "area-flows" | "area-hidden" | "area-stays"; readonly area: string }
  | { readonly term: "inside-gutter" | "inside-margin" | "inside-columns"; readonly area: string; readonly to: string };
export type Fix = FixChange & { readonly patch: readonly PatchOperation[] };

/**
 * What each rule measured when it finds something. Lengths are exact CSS px. Only the rule turns these into words;
 * tests compare these, not the words.
 */
export type FactsOf = {
  "sum-closes": { width: Exact; margins: Exact; gaps: number; gutter: Exact; container: Exact; over: Exact };
  "column-positive": { width: Exact; terms: ColumnTerms; column: Exact; least: Exact };
  "container-fits": { width: Exact; container: Exact; margins: Exact; room: Exact };
  "breakpoints-ordered":
    | { fault: "equal" | "falling"; from: number; before: string; beforeFrom: number }
    | { fault: "drawn-outside"; drawn: number; from: number; until: number | null };
  "reflow-320": { fault: "starts-above"; from: number } | { fault: "does-not-fit"; column: Exact; least: Exact; terms: ColumnTerms };
  "whole-columns": { terms: ColumnTerms };
  "whole-spans": { terms: ColumnTerms; spans: readonly { parts: ShareOf; columns: number; width: Exact }[] };
  "stated-total": {
    which: "container" | "column";
    stated: Exact;
    is: Exact;
    terms: ColumnTerms;
    /** The column rounded to a whole px, if rounded columns would give the stated container. */
    rounded: Exact | null;
  };
  "gutter-on-base": { length: Exact; base: Exact };
  "margin-on-base": { lengths: readonly { side: "start" | "end" | "both"; length: Exact }[]; base: Exact };
  "row-on-base": { lengths: readonly { what: "height" | "gutter"; length: Exact }[]; base: Exact };
  "gutter-below-column": { gutter: Exact; column: Exact };
  "margin-least": { start: Exact; end: Exact; least: Exact };
  "steps-rise": { what: "columns" | "gutter" | "margin" | "container"; width: Exact; before: string; was: Exact; is: Exact };
  "rows-on-baseline": { pitch: Exact; height: Exact; gutter: Exact; step: Exact };
  "line-height-on-baseline": { roles: readonly { name: string; lineHeight: Exact }[]; step: Exact };
  "baseline-on-base": { step: Exact; base: Exact };
  "margins-not-below-gutter": { start: Exact; end: Exact; gutter: Exact };
  "divides-well": { count: number };
  "areas-inside": {
    fault: "columns" | "rows" | "not-shown";
    name: string;
    /** Name of the containing area. */
    within: string | null;
    from: number;
    many: number;
    /** How many columns or rows there are; null if rows repeat without end. */
    of: number | null;
  };
  "areas-apart": { first: string; second: string; columns: readonly [number, number]; rows: readonly [number, number] };
  "equal-gaps": { kind: string; usual: GapFacts; other: GapFacts };
  "areas-order": { first: string; second: string; firstPlace: number; place: number };
  "areas-shown": { name: string; shown: readonly string[]; of: number };
  "leaves-reason": { name: string; side: "start" | "end" | "both"; left: Exact; right: Exact; width: Exact };
  "inside-columns": { name: string; terms: ColumnTerms };
  "height-remainder": { height: Exact; row: { seen: Exact; height: Exact } | null; line: { remainder: Exact; step: Exact } | null };
};

/** White space from one area down to the next. */
type GapFacts = { readonly from: string; readonly to: string; readonly distance: Exact; readonly rows: number };

export type RuleId = keyof FactsOf;

/** What a rule finds at one breakpoint, before the registry adds the rule's name. */
export type Found<R extends RuleId> = {
  /** Id of the breakpoint; the wider one of two. */
  readonly breakpoint: string;
  /** JSON Pointer of the number it is about. */
  readonly path: string;
  readonly facts: FactsOf[R];
  readonly fixes: readonly Fix[];
  /** Set if it differs from the rule's own level: half a unit is a note. */
  readonly level?: Level;
};

export type FindingOf<R extends RuleId> = {
  readonly rule: R;
  readonly level: Level;
  readonly breakpoint: string;
  readonly path: string;
  readonly facts: FactsOf[R];
  readonly fixes: readonly Fix[];
  /** The reason it was accepted for; null if it was not. */
  readonly accepted: string | null;
};

export type Finding = { [R in RuleId]: FindingOf<R> }[RuleId];

/** One breakpoint as rules look at it. */
export type CheckedBreakpoint = BreakpointRange & {
  /** Place in the document, for JSON Pointers. */
  readonly index: number;
  /** Terms at the drawn-at width. */
  readonly terms: ColumnTerms;
  /** Terms at another width, the breakpoint's own numbers. */
  readonly at: (width: Exact) => ColumnTerms;
  /** Fixes that make its column whole, calculated on first use: two rules offer them. */
  readonly wholeColumnFixes: () => readonly Fix[];
  /**
   * What was calculated from the breakpoint's own numbers, the spec's lengths and its areas. Calculated again only if
   * one of them has changed.
   */
  readonly remember: <T>(what: string, make: () => T) => T;
  /** Where its areas are at the drawn-at size, calculated on first use. */
  readonly areas: () => readonly AreaGeometry[];
};

export type Checked = {
  readonly layout: Layout;
  readonly base: Exact;
  readonly leastColumn: Exact;
  readonly rootFontSize: Exact;
  /** In rising order of `from`. */
  readonly breakpoints: readonly CheckedBreakpoint[];
};

/** A finding in words: a title, one sentence, and its sum with numbers (empty if there is none). */
export type FindingWords = { readonly title: Words; readonly message: Words; readonly sum: Words };

/** A rule: its name, level and source, what it finds in a layout, its words, and what mends it. */
export type Rule<R extends RuleId> = {
  readonly id: R;
  readonly level: Level;
  /** The published source it follows, or "common practice". */
  readonly source: string;
  /** Why it matters to the people who use or build the page: one sentence. */
  readonly matters: string;
  /** What it examines, for the guide. */
  readonly checks: string;
  /** When accepting its finding is right, for the guide; null for a problem, which is never accepted as it is. */
  readonly accept: string | null;
  /** How a repair of the whole spec mends it; null if a repair leaves it to people. */
  readonly mends: Mending | null;
  /** Its words. `where` is the breakpoint's name. */
  readonly says: (facts: FactsOf[R], where: string) => FindingWords;
  readonly find: (checked: Checked) => readonly Found<R>[];
};
