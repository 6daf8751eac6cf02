import { followingAs } from "../layout/follows";
import type { Breakpoint, Layout } from "../layout/schema";
import { takeNumbers } from "../layout/number-values";
import { withoutDangling } from "../layout/dangling";
import { sameJson } from "../compare/same-json";
import { spacingNames } from "./css/spacing-names";
import { type FormatId, formats } from "./registry";
import { seenNumbers } from "./seen-numbers";
import type { Held } from "./types";

/** Files that show one drawn size say nothing of the breakpoints they do not show; so do line positions, which name none. */
const ofOneSize = (held: Held, read: Layout): boolean =>
  read.breakpoints.length === 1 && (held.oneSize || read.breakpoints[0]?.id === "drawn");

type Members = Exclude<Held["breakpoint"], "none">;

/**
 * A breakpoint with the numbers of a file. What a file leaves out is kept, such as the baseline with a stylesheet that
 * has none.
 */
const pick = (draft: Breakpoint, read: Breakpoint, held: Members): Breakpoint => {
  if (held === "all") return read;
  const said = new Set<string>(held);
  const picked = takeNumbers(draft, read, (path) => said.has(path), true);
  return said.has("name") ? { ...picked, name: read.name } : picked;
};

/** The draft's breakpoint for a read one: with its id, else its from-width, else its drawn-at width. */
const standsFor = (draft: Layout, read: Breakpoint): Breakpoint | undefined =>
  draft.breakpoints.find(({ id }) => id === read.id) ??
  draft.breakpoints.find(({ from }) => from === read.from && read.id !== "drawn") ??
  draft.breakpoints.find(({ drawnAt }) => drawnAt.width === read.drawnAt.width);

/**
 * Whether a file that does not list a breakpoint still leaves it as it is. A stylesheet has no query for a breakpoint
 * that changes nothing, and can show only one of two breakpoints from the same width.
 */
const saysNoOther = (read: Layout, draft: Breakpoint, held: Members): boolean => {
  if (read.breakpoints.some(({ from }) => from === draft.from)) return true;
  const applying = read.breakpoints.filter(({ from }) => from <= draft.from).sort((a, b) => b.from - a.from)[0];
  return applying !== undefined && sameJson(pick(draft, applying, held), draft);
};

/** Breakpoints in the draft's order: a file gives the width from which each applies, not its place in the list. */
const inOrderOf = (draft: Layout, breakpoints: readonly Breakpoint[]): Breakpoint[] => {
  const place = new Map(draft.breakpoints.map(({ id }, index) => [id, index]));
  const known = breakpoints.filter(({ id }) => place.has(id)).sort((a, b) => (place.get(a.id) ?? 0) - (place.get(b.id) ?? 0));
  return breakpoints
    .filter(({ id }) => !place.has(id))
    .reduce<Breakpoint[]>((list, one) => {
      const wider = list.findIndex(({ from }) => from > one.from);
      return list.toSpliced(wider < 0 ? list.length : wider, 0, one);
    }, known);
};

/** Spacing steps of a file under the names they have in the draft: a stylesheet can write but a part of a name. */
const spacingOf = (draft: Layout, read: Layout): Layout["spacing"] => {
  const names = draft.spacing.map(({ name }) => name);
  const named = new Map(spacingNames(names).map((property, index) => [property, names[index]]));
  return read.spacing.map((step) => ({ ...step, name: named.get(`--space-${step.name}`) ?? step.name }));
};

/** Whether a file holds all of a layout: a layout document, or our own tokens of which nothing was left unread. */
export const holdsWhole = (format: FormatId, lost: readonly string[]): boolean =>
  (format === "layout" || format === "tokens") && lost.length === 0;

/**
 * A draft after taking a file into it: numbers of the file replace the draft's; everything else (names, notes, text
 * roles, accepted findings) is kept. A layout document, or our own tokens, replace all but the name and what the draft
 * follows. A drawing or line positions replace the one breakpoint they show.
 */
export const takeOver = (draft: Layout, read: Layout, format: FormatId, whole: boolean): Layout => {
  if (whole) return followingAs({ ...read, name: draft.name }, draft);
  const held: Held = formats[format].holds ?? { breakpoint: "all", spec: [], oneSize: false };
  const said = Object.fromEntries(held.spec.map((member) => [member, member === "spacing" ? spacingOf(draft, read) : read[member]]));
  if (held.breakpoint === "none") return withoutDangling({ ...draft, ...said }, draft);
  if (ofOneSize(held, read)) {
    const [shown] = read.breakpoints;
    const known = shown && standsFor(draft, shown);
    if (!shown) return draft;
    if (!known) return { ...draft, breakpoints: [...draft.breakpoints, shown].sort((a, b) => a.from - b.from) };
    const columnsAndRows = pick(known, shown, shown.id === "drawn" ? seenNumbers : "all");
    return { ...draft, breakpoints: draft.breakpoints.map((one) => (one.id === known.id ? { ...columnsAndRows, id: known.id } : one)) };
  }
  const { breakpoint: members } = held;
  const breakpoints = read.breakpoints.map((one): Breakpoint => {
    const known = standsFor(draft, one);
    return known ? { ...pick(known, one, members), id: known.id } : one;
  });
  // Two read breakpoints for the same one keep their own ids.
  const used = new Set<string>();
  const distinct = breakpoints.map((one, index) => {
    const own = used.has(one.id) ? { ...one, id: read.breakpoints[index]?.id ?? one.id } : one;
    used.add(own.id);
    return own;
  });
  const unsaid = members === "all" ? [] : draft.breakpoints.filter((one) => !used.has(one.id) && saysNoOther(read, one, members));
  const shared = read.spacing.length > 0 ? said : {};
  return withoutDangling({ ...draft, ...shared, breakpoints: inOrderOf(draft, [...distinct, ...unsaid]) }, draft);
};

/**
 * What of a file is lost in a draft, in addition to what its reader lost: positions at breakpoints that the draft does
 * not have.
 */
export const leftBehind = (draft: Layout, read: Layout, format: FormatId): readonly string[] => {
  if (formats[format].holds?.breakpoint !== "none") return [];
  const strangers = read.breakpoints.filter(({ id }) => !draft.breakpoints.some((one) => one.id === id));
  return strangers.map(
    ({ id }) => `places at ${id}: the draft has no such breakpoint; it has ${draft.breakpoints.map((one) => one.id).join(", ")}`,
  );
};
