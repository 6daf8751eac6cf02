import { check } from "../../check/check";
import { add, divide, exact, type Exact, fromJsonNumber, multiply, toNumber, zero } from "../../exact/exact";
import { pxText } from "../../exact/length";
import { breakpointRanges, type BreakpointRange } from "../../grid/breakpoint-at";
import { columnTerms, px } from "../../grid/columns";
import { rootFontSize as rootFontSizeOf } from "../../grid/resolve";
import type { Breakpoint, Layout } from "../../layout/schema";
import type { Finding } from "../../check/types";
import {
  type Candidate,
  type CandidateSearch,
  candidates,
  compareCost,
  type Cost,
  lengthsOf,
  type Scale,
  unitOf,
  type Work,
} from "./candidates";
import { type HeldCell, type RepairCell, repairCells } from "./cells";
import { type Frame, frameChoices, framesOf } from "./frames";
import { isToMend } from "./goal";
import { repairVertical } from "./vertical";

export type Repaired =
  | {
      readonly ok: true;
      readonly layout: Layout;
      /** What all changes together come to, px. */
      readonly cost: Exact;
      /** Whether it is proven that no other repair costs less; not where counts or from-widths had to change, or the work ran out first. */
      readonly least: boolean;
      /** What a repair is to leave none of and has left all the same: rules it knows no numbers for. */
      readonly left: readonly Finding[];
    }
  | {
      readonly ok: false;
      /**
       * Held numbers that leave no way: at each breakpoint without one, those of which any one let go would make one. Empty where nothing that is held is
       * in the way, and no numbers of the kind a repair looks among would do.
       */
      readonly inTheWay: readonly HeldCell[];
      /** Breakpoints no numbers were found for. */
      readonly breakpoints: readonly string[];
      /** The work ran out before anything was found: there may be a way all the same. */
      readonly gaveUp: boolean;
    };

/**
 * How far gutters, margins and containers are looked for, px. Where counts and from-widths stay, everything within it is
 * looked at; with other counts there is far more, and it is looked at within growing bounds.
 */
const widest = 1024;
const bounds = [16, 48, 128, 384, widest] as const;

/** Candidates of one breakpoint that are paired with those of the next. */
const mostPaired = 1500;

/** Sets of numbers a repair looks at before it leaves off: a few seconds in a browser. A usual spec takes under a hundredth. */
const mostWork = 8_000_000;

/** What one search needs to know of a breakpoint. */
type Place = {
  readonly range: BreakpointRange;
  readonly held: ReadonlySet<RepairCell>;
  readonly exempt: ReadonlySet<string>;
  readonly froms: readonly number[];
};

type Problem = {
  readonly work: Work;
  readonly places: readonly Place[];
  readonly scale: Scale;
  readonly rootFontSize: Exact;
  /** Whether counts and from-widths may change. */
  readonly major: boolean;
  /** Nodes worked out already: the same are asked for again within other orders and with falling steps let in. */
  readonly known: Map<string, readonly Node[]>;
};

/** One breakpoint's numbers with the frame they stand in; the cost includes moving the frame. */
type Node = { readonly frame: Frame; readonly candidate: Candidate; readonly cost: Cost };

/** A way through all breakpoints so far, ending in a node. */
type Way = { readonly cost: Cost; readonly node: Node; readonly before: Way | null };

const searchOf = (
  { work, scale, rootFontSize }: Problem,
  place: Place,
  frame: Frame,
  lowest: boolean,
  bound: number,
  counts: CandidateSearch["counts"],
): CandidateSearch => ({
  work,
  breakpoint: place.range.breakpoint,
  frame,
  lowest,
  rootFontSize,
  scale,
  held: place.held,
  exempt: place.exempt,
  bound,
  counts,
});

/** Nodes of one breakpoint between two from-widths, cheapest first. */
const nodesOf = (problem: Problem, index: number, from: number, until: number | null, bound: number): readonly Node[] => {
  const key = `${index} ${from} ${until} ${bound}`;
  const known = problem.known.get(key);
  if (known) return known;
  const found = findNodes(problem, index, from, until, bound);
  problem.known.set(key, found);
  return found;
};

const findNodes = (problem: Problem, index: number, from: number, until: number | null, bound: number): readonly Node[] => {
  const place = problem.places[index];
  if (!place) return [];
  const { breakpoint } = place.range;
  const moved = Math.abs(from - place.range.from);
  const framed = Math.round(2 * moved * problem.scale.unit);
  const found = (frame: Frame, counts: CandidateSearch["counts"], within: number): readonly Node[] =>
    candidates(searchOf(problem, place, frame, index === 0, Math.round(2 * within * problem.scale.unit), counts)).map((candidate) => ({
      frame,
      candidate,
      cost: {
        ...candidate,
        major: candidate.major + Number(moved > 0),
        cost: candidate.cost + framed,
        drawn: Math.abs(frame.drawn - breakpoint.drawnAt.width),
      },
    }));
  const frames = framesOf(breakpoint.drawnAt.width, from, until, place.held.has("drawn-at"));
  // With today's count all is looked at, once; other counts come after all of these, however little they would move.
  const key = `${index} ${from} ${until}`;
  const kept =
    problem.known.get(key) ?? frames.flatMap((frame) => found(frame, "today", widest)).sort((a, b) => compareCost(a.cost, b.cost));
  problem.known.set(key, kept);
  if (!problem.major) return kept;
  return [...kept, ...frames.flatMap((frame) => found(frame, "others", bound))].sort((a, b) => compareCost(a.cost, b.cost));
};

/** A step that falls today may stay; any other keeps gutters and margins from shrinking as the width grows. */
const mayFollow = (problem: Problem, index: number): ((below: Candidate, above: Candidate) => boolean) => {
  const terms = [index - 1, index].map((at) => {
    const range = problem.places[at]?.range;
    return (
      range && {
        columns: range.breakpoint.columns,
        at: columnTerms(range.breakpoint.columns, {
          width: fromJsonNumber(range.breakpoint.drawnAt.width),
          rootFontSize: problem.rootFontSize,
        }),
      }
    );
  });
  const [below, above] = terms;
  if (!below || !above) return () => true;
  const relative = (text: string): boolean => text.endsWith("%") || text.endsWith("fr");
  const rises = (a: string, b: string, was: Exact, is: Exact): boolean => !relative(a) && !relative(b) && toNumber(was) <= toNumber(is);
  const gutter = rises(below.columns.gutter, above.columns.gutter, below.at.gutter, above.at.gutter);
  const start = rises(below.columns.margin.start, above.columns.margin.start, below.at.declaredMargin.start, above.at.declaredMargin.start);
  const end = rises(below.columns.margin.end, above.columns.margin.end, below.at.declaredMargin.end, above.at.declaredMargin.end);
  return (a, b) => (!gutter || a.gutter <= b.gutter) && (!start || a.start <= b.start) && (!end || a.end <= b.end);
};

const sum = (a: Cost, b: Cost): Cost => ({
  major: a.major + b.major,
  minor: a.minor + b.minor,
  cost: a.cost + b.cost,
  drawn: a.drawn + b.drawn,
  halves: a.halves + b.halves,
});

type Found = { readonly way: Way; readonly proven: boolean };

/**
 * The cheapest way through candidates of all breakpoints within a bound (a shortest path: each breakpoint's candidates
 * are joined to those of the next that may follow). `proven` tells that no dearer candidate could make a cheaper way.
 */
const cheapestWay = (problem: Problem, bound: number, rising: boolean): Found | null => {
  let ways = new Map<number | null, readonly Way[]>();
  let complete: Cost | null = null;
  for (const [index, { froms }] of problem.places.entries()) {
    const follows = rising ? mayFollow(problem, index) : () => true;
    const nextFroms: readonly (number | null)[] = problem.places[index + 1]?.froms ?? [null];
    const here = new Map<number | null, Way[]>();
    for (const from of froms)
      for (const until of nextFroms) {
        const before = index === 0 ? null : (ways.get(from) ?? []);
        if (before?.length === 0) continue;
        const all = nodesOf(problem, index, from, until, bound);
        const nodes = all.slice(0, mostPaired);
        const dearest = nodes.at(-1);
        if (all.length > nodes.length && dearest && (!complete || compareCost(dearest.cost, complete) < 0)) complete = dearest.cost;
        const reached = here.get(until) ?? [];
        for (const node of nodes) {
          let best: Way | null = null;
          if (before === null) best = { cost: node.cost, node, before: null };
          else
            for (const way of before) {
              if ((problem.work.left -= 1) < 0) break;
              // Ways come cheapest first, so the first that may be followed is the best.
              if (!follows(way.node.candidate, node.candidate)) continue;
              best = { cost: sum(way.cost, node.cost), node, before: way };
              break;
            }
          if (best) reached.push(best);
        }
        here.set(until, reached);
      }
    for (const list of here.values()) list.sort((a, b) => compareCost(a.cost, b.cost));
    ways = here;
  }
  const way = ways.get(null)?.[0];
  if (!way) return null;
  const beyond = complete !== null && compareCost(way.cost, complete) > 0;
  return { way, proven: !problem.major && problem.work.left >= 0 && !beyond };
};

/** The cheapest way: of all where counts and from-widths stay, else within growing bounds until there is one or the work runs out. */
const cheapest = (problem: Problem, rising: boolean): Found | null => {
  if (!problem.major) return cheapestWay(problem, widest, rising);
  for (const bound of bounds) {
    const found = cheapestWay(problem, bound, rising);
    if (found || problem.work.left < 0) return found;
  }
  return null;
};

/** The declared text of a length in parts of a px; today's where it has not changed, so that rem and % stay. */
const textOf = (today: string, was: Exact, parts: number, unit: number): string => {
  const now = exact(parts, unit);
  return toNumber(was) === toNumber(now) ? today : (pxText(now) ?? today);
};

const taken = ({ frame, candidate }: Node, { range: { breakpoint } }: Place, { scale: { unit }, rootFontSize }: Problem): Breakpoint => {
  const { columns } = breakpoint;
  const context = { width: fromJsonNumber(frame.drawn), rootFontSize };
  const terms = columnTerms(columns, context);
  const side = (text: string, was: Exact, parts: number): string => (text.endsWith("%") ? text : textOf(text, was, parts, unit));
  const { container } = columns;
  return {
    ...breakpoint,
    from: frame.from,
    drawnAt: { ...breakpoint.drawnAt, width: frame.drawn },
    columns: {
      ...columns,
      count: candidate.count,
      gutter: columns.gutter.endsWith("fr") ? columns.gutter : textOf(columns.gutter, terms.gutter, candidate.gutter, unit),
      margin: {
        start: side(columns.margin.start, terms.declaredMargin.start, candidate.start),
        end: side(columns.margin.end, terms.declaredMargin.end, candidate.end),
      },
      container:
        container.kind === "fluid"
          ? container
          : container.kind === "capped"
            ? { ...container, max: textOf(container.max, px(container.max, context), candidate.container, unit) }
            : { ...container, width: textOf(container.width, px(container.width, context), candidate.container, unit) },
    },
  };
};

const problemOf = (layout: Layout, held: readonly HeldCell[], work: Work, major: boolean): Problem | null => {
  const rootFontSize = rootFontSizeOf(layout);
  const ranges = breakpointRanges(layout);
  const heldAt = (id: string): ReadonlySet<RepairCell> =>
    new Set(held.filter(({ breakpoint }) => breakpoint === id).map(({ cell }) => cell));
  const choices = frameChoices(ranges, (id) => !major || heldAt(id).has("from"));
  const places = ranges.map((range, index): Place => ({
    range,
    held: heldAt(range.breakpoint.id),
    exempt: new Set(layout.accepted.filter(({ breakpoint }) => breakpoint === range.breakpoint.id).map(({ rule }) => rule)),
    froms: choices[index] ?? [range.from],
  }));
  const context = { width: exact(1), rootFontSize };
  const half = divide(px(layout.base, context), exact(2));
  const least = px(layout.leastColumn, context);
  const frames = ranges.flatMap((range, index) =>
    (choices[index] ?? []).flatMap((from) =>
      (choices[index + 1] ?? [null]).flatMap((until) => {
        return framesOf(range.breakpoint.drawnAt.width, from, until, false).flatMap((frame) =>
          lengthsOf(range.breakpoint, frame, rootFontSize),
        );
      }),
    ),
  );
  const unit = unitOf([half, least, ...frames]);
  if (unit === null) return null;
  const parts = (length: Exact): number => toNumber(multiply(length, exact(unit)));
  return { work, places, scale: { unit, half: parts(half), least: parts(least) }, rootFontSize, major, known: new Map() };
};

/** Breakpoints that no numbers within the widest bound would do for, whatever the others have; all where only together they do not. */
const stuckAt = (problem: Problem): readonly string[] => {
  const { places } = problem;
  const alone = places.filter((place, index) => {
    const nexts: readonly (number | null)[] = places[index + 1]?.froms ?? [null];
    const frames = place.froms.flatMap((from) =>
      nexts.flatMap((until) => framesOf(place.range.breakpoint.drawnAt.width, from, until, place.held.has("drawn-at"))),
    );
    const any = (counts: CandidateSearch["counts"], within: number): boolean =>
      frames.some((frame) => {
        const bound = Math.round(2 * within * problem.scale.unit);
        return candidates({ ...searchOf(problem, place, frame, index === 0, bound, counts), anyOne: true }).length > 0;
      });
    return !any("today", widest) && !(problem.major && bounds.some((bound) => any("others", bound)));
  });
  // With one from-width each, any numbers of one go with any of the next.
  const together = alone.length === 0 && places.some(({ froms }) => froms.length !== 1) && !cheapest(problem, false);
  const at = together ? places : alone;
  return at.map(({ range }) => range.breakpoint.id);
};

const stuck = (layout: Layout, held: readonly HeldCell[], work: Work): readonly string[] => {
  const problem = problemOf(layout, held, work, true);
  return problem ? stuckAt(problem) : [];
};

/**
 * The holds in the way at each of the breakpoints that have none: as few as leave it without one, taken out one after the
 * other, so that any one of them let go makes one there. Where breakpoints are stuck only together, of all together.
 */
const holdsInTheWay = (layout: Layout, held: readonly HeldCell[], at: readonly string[], work: Work): readonly HeldCell[] => {
  if (stuck(layout, [], work).length > 0) return [];
  const alone = at.map((id) => [id]);
  const fewest = (ids: readonly string[]): readonly HeldCell[] => {
    const isStuck = (holds: readonly HeldCell[]): boolean => stuck(layout, holds, work).some((id) => ids.includes(id));
    // Of other breakpoints only what they hold of their widths can matter to these.
    let needed = held.filter(({ breakpoint, cell }) => ids.includes(breakpoint) || cell === "from" || cell === "drawn-at");
    if (!isStuck(needed)) return [];
    for (const hold of [...needed]) {
      const without = needed.filter((one) => one !== hold);
      if (isStuck(without)) needed = without;
    }
    return needed;
  };
  const found = alone.flatMap(fewest);
  return [...new Set(found.length > 0 ? found : fewest(at))];
};

/**
 * The least total change of a whole spec after which no problem and no whole-column, whole-span or on-base caution
 * is left at any breakpoint (docs/arithmetic.md, section 6). It looks among counts of 1 to 96, gutters and margins on
 * the half step (or as they are), held containers that whole columns make, row heights, row gutters and baseline
 * steps, and moves from-widths and drawn-at widths only where their order is at fault. Gutters and margins are kept from shrinking
 * as the width grows where they do not today, if that can be had. What it costs is compared as `Cost` says: first the
 * version a change makes, then px, drawn-at widths last.
 *
 * Held cells stay as they are; where they leave no way, those in the way are named. `layout` comes back as it was
 * where there is nothing to mend. After `most` sets of numbers looked at it leaves off: with what it has, not proven
 * the least, or with nothing.
 */
export const repair = (layout: Layout, held: readonly HeldCell[] = [], most: number = mostWork): Repaired => {
  if (!check(layout).findings.some(isToMend)) return { ok: true, layout, cost: zero, least: true, left: [] };
  const work: Work = { left: most };
  const known = held.filter(({ breakpoint, cell }) => repairCells.includes(cell) && layout.breakpoints.some(({ id }) => id === breakpoint));
  // Counts and from-widths are let go only where nothing else will do.
  const modest = problemOf(layout, known, work, false);
  const isModest = modest !== null && stuckAt(modest).length === 0 && (cheapest(modest, true) ?? cheapest(modest, false)) !== null;
  const problem = isModest ? modest : problemOf(layout, known, work, true);
  if (!problem) return { ok: false, inTheWay: [], breakpoints: layout.breakpoints.map(({ id }) => id), gaveUp: false };

  const base = px(layout.base, { width: exact(1), rootFontSize: problem.rootFontSize });
  const vertical = problem.places.map(({ range: { breakpoint }, held: cells, exempt }) =>
    repairVertical(
      breakpoint,
      base,
      { width: fromJsonNumber(breakpoint.drawnAt.width), rootFontSize: problem.rootFontSize },
      cells,
      exempt,
    ),
  );
  const heldRows = vertical.flatMap(({ breakpoint, inTheWay }) => inTheWay.map((cell): HeldCell => ({ breakpoint: breakpoint.id, cell })));
  const at = stuckAt(problem);
  const found = at.length > 0 ? null : (cheapest(problem, true) ?? cheapest(problem, false));
  if (!found || heldRows.length > 0) {
    const inTheWay = found ? [] : holdsInTheWay(layout, known, at, work);
    const gaveUp = !found && work.left < 0;
    return {
      ok: false,
      inTheWay: gaveUp ? heldRows : [...inTheWay, ...heldRows],
      breakpoints: [...new Set([...(gaveUp ? [] : at), ...heldRows.map(({ breakpoint }) => breakpoint)])],
      gaveUp,
    };
  }
  const nodes: Node[] = [];
  for (let one: Way | null = found.way; one; one = one.before) nodes.unshift(one.node);
  const next = new Map(
    problem.places.map((place, index) => {
      const node = nodes[index];
      const upright = vertical[index]?.breakpoint ?? place.range.breakpoint;
      const { rows, baseline } = upright;
      return [place.range.breakpoint.id, node ? { ...taken(node, place, problem), rows, baseline } : upright] as const;
    }),
  );
  const falling = layout.breakpoints.some(({ from }, index) => index > 0 && from < (layout.breakpoints[index - 1]?.from ?? 0));
  const ordered = falling ? problem.places.map(({ range }) => range.breakpoint) : layout.breakpoints;
  const repaired: Layout = { ...layout, breakpoints: ordered.map((one) => next.get(one.id) ?? one) };
  const cost = vertical.reduce(
    (all, one) => add(all, one.cost),
    add(exact(found.way.cost.cost, 2 * problem.scale.unit), fromJsonNumber(found.way.cost.drawn)),
  );
  return { ok: true, layout: repaired, cost, least: found.proven, left: check(repaired).findings.filter(isToMend) };
};
