import type { Frame } from "../../check/mending";
import { type Exact, fromJsonNumber, toNumber } from "../../exact/exact";
import { columnTerms } from "../../grid/columns";
import { type Candidate, candidates, type CandidateSearch, compareCost, type Cost, mostShares, sharesOf } from "./candidates";
import { framesOf } from "./frames";
import { type Node, type Problem, searchOf, widest } from "./problem";

/** Bounds for searching other counts, one after the other: with the widest alone there would be far too many. */
const bounds = [16, 48, 128, 384, widest] as const;

/** Maximum number of candidates of one breakpoint that are combined with the next one's. */
const mostPaired = 1500;

/** A path through all breakpoints so far, ending in a node. */
export type Way = { readonly cost: Cost; readonly node: Node; readonly before: Way | null };

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
    // One more than are combined shows that there are more.
    candidates(searchOf(problem, place, frame, index === 0, Math.round(2 * within * problem.scale.unit), counts))
      .slice(0, mostPaired + 1)
      .map((candidate) => ({
        frame,
        candidate,
        cost: {
          major: candidate.major + Number(moved > 0),
          minor: candidate.minor,
          cost: candidate.cost + framed,
          drawn: Math.abs(frame.drawn - breakpoint.drawnAt.width),
          halves: candidate.halves,
        },
      }));
  const frames = framesOf(breakpoint.drawnAt.width, from, until, place.held.has("drawn-at"));
  // With today's count everything is tried, once; other counts come after all of these, however little they would move.
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

export type Found = { readonly way: Way; readonly proven: boolean };

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
  const coarse = problem.places.some(({ range }) => (sharesOf(range.breakpoint) ?? 0n) > mostShares);
  return { way, proven: !problem.major && problem.work.left >= 0 && !beyond && !coarse };
};

/** The cheapest way: of all where counts and from-widths stay, else within growing bounds until there is one or the work runs out. */
export const cheapest = (problem: Problem, rising: boolean): Found | null => {
  if (!problem.major) return cheapestWay(problem, widest, rising);
  for (const bound of bounds) {
    const found = cheapestWay(problem, bound, rising);
    if (found || problem.work.left < 0) return found;
  }
  return null;
};
