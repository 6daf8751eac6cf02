import { compare, type Exact, fromJsonNumber, subtract, toNumber } from "../exact/exact";
import { shareParts, shares } from "../grid/columns";
import { resolve, rootFontSize, termsAt } from "../grid/resolve";
import { resolveRows } from "../grid/rows";
import type { Breakpoint, Layout } from "../layout/schema";
import { widthPieces } from "../sweep/pieces";
import { placementOf } from "./area-words";
import { type Change, compareLayouts } from "./changes";
import { cellOfPath } from "../layout/numbers";
import { listed, name, type Words, words } from "../words/words";
import { changeSentence, type ChangeWords, changesInWords } from "./words";

/** What the changes of a spec do to a length of one breakpoint, in CSS px at the width it is drawn at. */
export type Effect = {
  readonly what: "margin" | "container" | "column width" | "gutters" | "halves" | "thirds" | "quarters" | "row pitch" | "width";
  /** The area whose width it is. */
  readonly area?: string;
  readonly from: Exact;
  readonly to: Exact;
};

/** One breakpoint between two layouts: what was changed in it, and what that does to lengths nobody changed. */
export type BreakpointChange = {
  readonly id: string;
  readonly name: string;
  readonly kind: "added" | "removed" | "changed" | "same";
  readonly changes: readonly ChangeWords[];
  readonly effects: readonly Effect[];
  /** The breakpoint before and after; null if it does not exist. */
  readonly before: Breakpoint | null;
  readonly after: Breakpoint | null;
};

const differ = (what: Effect["what"], from: Exact | null | undefined, to: Exact | null | undefined): readonly Effect[] =>
  from && to && compare(from, to) !== 0 ? [{ what, from, to }] : [];

/** What a share is called among effects. */
const shareWhat = { 2: "halves", 3: "thirds", 4: "quarters" } as const;

/** Widths of areas that are shown before and after. */
const areaEffects = (before: Layout, after: Layout, was: Breakpoint, is: Breakpoint, width: Exact): readonly Effect[] => {
  const areasOf = (layout: Layout, { id }: Breakpoint) => {
    const resolved = resolve(layout, { width, breakpoint: id });
    return resolved.ok ? resolved.value.areas : [];
  };
  const old = new Map(areasOf(before, was).map((one) => [one.area.id, one.width]));
  return areasOf(after, is).flatMap(({ area, width: now }) =>
    differ("width", old.get(area.id), now).map((effect) => ({ ...effect, area: area.name })),
  );
};

const effectsOf = (before: Layout, after: Layout, was: Breakpoint, is: Breakpoint): readonly Effect[] => {
  const width = fromJsonNumber(is.drawnAt.width);
  const height = fromJsonNumber(is.drawnAt.height);
  const a = termsAt(before, was, width);
  const b = termsAt(after, is, width);
  const [sharesBefore, sharesAfter] = [shares(a), shares(b)];
  const pitch = (layout: Layout, { rows }: Breakpoint): Exact | null =>
    (rows && resolveRows(rows, height, { width, rootFontSize: rootFontSize(layout) }))?.pitch ?? null;
  return [
    ...differ("margin", a.margin.start, b.margin.start),
    ...differ("container", a.container.width, b.container.width),
    ...differ("gutters", a.gutter, b.gutter),
    ...differ("column width", a.column, b.column),
    ...shareParts.flatMap((parts) => differ(shareWhat[parts], sharesBefore[parts], sharesAfter[parts])),
    ...differ("row pitch", pitch(before, was), pitch(after, is)),
    ...areaEffects(before, after, was, is, width),
  ];
};

/** Lengths that were changed themselves are listed as changes, not as effects. */
const alreadyTold = (key: string): Effect["what"] | null => {
  const cell = cellOfPath(key);
  return cell === "gutter" ? "gutters" : cell === "margin" ? "margin" : null;
};

/**
 * The differences of two layouts by breakpoint, in the order of the later layout with removed ones at the end, and the
 * changes of the whole spec.
 */
export const changesByBreakpoint = (
  before: Layout,
  after: Layout,
): { readonly spec: readonly ChangeWords[]; readonly breakpoints: readonly BreakpointChange[] } => {
  const all = compareLayouts(before, after);
  const told = (changes: readonly Change[]) => changesInWords(changes, before, after);
  const breakpointOf = (change: Change): string | undefined => {
    const { path } = change;
    if (path[0] === "text" && path[2] === "at") return path[3];
    return placementOf(change)?.breakpoint ?? (path[0] === "breakpoints" && path[1] !== "#order" ? path[1] : undefined);
  };
  const inside = (id: string) => all.filter((change) => breakpointOf(change) === id);
  const find = (layout: Layout, id: string) => layout.breakpoints.find((one) => one.id === id) ?? null;
  const gone = before.breakpoints.filter(({ id }) => !find(after, id));
  const breakpoints = [...after.breakpoints, ...gone].map(({ id, name }): BreakpointChange => {
    const was = find(before, id);
    const is = find(after, id);
    const changes = told(inside(id));
    const said = changes.flatMap(({ key }) => alreadyTold(key) ?? []);
    const effects = was && is ? effectsOf(before, after, was, is).filter(({ what }) => !said.includes(what)) : [];
    const kind = !was ? "added" : !is ? "removed" : changes.length + effects.length > 0 ? "changed" : "same";
    return { id, name, kind, changes, effects, before: was, after: is };
  });
  return { spec: told(all.filter((change) => breakpointOf(change) === undefined)), breakpoints };
};

/** Lengths of which there are many at a breakpoint, in a sentence. */
const many: ReadonlySet<Effect["what"]> = new Set<Effect["what"]>(["gutters", "halves", "thirds", "quarters"]);

/**
 * A breakpoint's changes as one sentence with both numbers of each: "Desk gutter 20 → 24, so column width goes from 77⅔
 * to 74 and thirds from 370⅔ to 368". Empty if nothing changed.
 */
export const breakpointSentence = ({ name: named, changes, effects }: BreakpointChange): Words => {
  const said = listed(changes.map(changeSentence));
  const done = listed(
    effects.map(
      ({ what, area, from, to }, index) =>
        words`${area === undefined ? what : words`the width of ${name(area)}`}${index > 0 ? "" : many.has(what) ? " go" : " goes"} from ${from} to ${to}`,
    ),
  );
  if (said.length === 0) return done.length === 0 ? [] : words`${name(named)} ${done}`;
  return done.length === 0 ? words`${name(named)} ${said}` : words`${name(named)} ${said}, so ${done}`;
};

/** What became of a breakpoint between two layouts, in a sentence. */
export const changeOfBreakpoint = (change: BreakpointChange): Words => {
  switch (change.kind) {
    case "added":
      return words`${name(change.name)} is new, from ${change.after?.from ?? 0} with ${change.after?.columns.count ?? 0} columns`;
    case "removed":
      return words`${name(change.name)} goes`;
    case "changed":
      return breakpointSentence(change);
    case "same":
      return words`${name(change.name)} stays as it is`;
    default:
      return change.kind satisfies never;
  }
};

/** Widths from one up to another over which two layouts' containers differ, and by how much at most (after less before). */
export type ContainerDifference = { readonly from: Exact; readonly until: Exact; readonly most: Exact };

/** The container of a layout over widths as corners of straight lines: [width, container], two corners where it jumps. */
export const containerLine = (layout: Layout, from: Exact, to: Exact): readonly (readonly [Exact, Exact])[] =>
  widthPieces(layout, from, to).flatMap(({ from: low, until, start, end }) => [
    [low, start.container.width] as const,
    [until, end.container.width] as const,
  ]);

/**
 * The ranges of widths where the containers of two layouts differ, in closed form. Both are linear between the corners
 * of either, so within a piece they differ everywhere except where they cross, or nowhere.
 */
export const containerDifferences = (before: Layout, after: Layout, from: Exact, to: Exact): readonly ContainerDifference[] => {
  const a = widthPieces(before, from, to);
  const b = widthPieces(after, from, to);
  const corners = [...a, ...b].flatMap((piece) => [piece.from, piece.until]).sort(compare);
  const out: ContainerDifference[] = [];
  const larger = (x: Exact, y: Exact): Exact => (Math.abs(toNumber(x)) >= Math.abs(toNumber(y)) ? x : y);
  for (const [index, low] of corners.entries()) {
    const high = corners[index + 1];
    if (!high || compare(low, high) >= 0) continue;
    const was = a.find((piece) => compare(piece.from, low) <= 0 && compare(high, piece.until) <= 0);
    const is = b.find((piece) => compare(piece.from, low) <= 0 && compare(high, piece.until) <= 0);
    if (!was || !is) continue;
    const at = (layout: Layout, id: string, width: Exact): Exact | null => {
      const breakpoint = layout.breakpoints.find((one) => one.id === id);
      return breakpoint ? termsAt(layout, breakpoint, width).container.width : null;
    };
    const difference = (width: Exact): Exact | null => {
      const [x, y] = [at(before, was.breakpoint, width), at(after, is.breakpoint, width)];
      return x && y ? subtract(y, x) : null;
    };
    const [first, last] = [difference(low), difference(high)];
    if (!first || !last || (toNumber(first) === 0 && toNumber(last) === 0)) continue;
    const most = larger(first, last);
    const previous = out.at(-1);
    if (previous && compare(previous.until, low) === 0)
      out[out.length - 1] = { from: previous.from, until: high, most: larger(previous.most, most) };
    else out.push({ from: low, until: high, most });
  }
  return out;
};
