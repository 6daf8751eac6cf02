import { compare, type Exact } from "../../exact/exact";

/** Where something begins or ends as the viewport widens: at a width, or (`past`) just beyond it. */
export type Edge = { readonly at: Exact; readonly past: boolean };

/** Widths from one edge, and below another; null for no end on that side. */
export type Interval = { readonly from: Edge | null; readonly until: Edge | null };

/** Viewport widths a condition holds at: intervals in order, none touching the next. */
export type WidthSet = readonly Interval[];

export const everyWidth: WidthSet = [{ from: null, until: null }];
export const noWidth: WidthSet = [];

export const compareEdges = (a: Edge, b: Edge): number => compare(a.at, b.at) || Number(a.past) - Number(b.past);

const later = (a: Edge | null, b: Edge | null): Edge | null => (!a ? b : !b ? a : compareEdges(a, b) >= 0 ? a : b);
const sooner = (a: Edge | null, b: Edge | null): Edge | null => (!a ? b : !b ? a : compareEdges(a, b) <= 0 ? a : b);
const holdsAny = ({ from, until }: Interval): boolean => !from || !until || compareEdges(from, until) < 0;

export const from = (at: Exact, past = false): WidthSet => [{ from: { at, past }, until: null }];
export const until = (at: Exact, past = false): WidthSet => [{ from: null, until: { at, past } }];

export const intersection = (a: WidthSet, b: WidthSet): WidthSet =>
  a.flatMap((one) => b.map((other) => ({ from: later(one.from, other.from), until: sooner(one.until, other.until) })).filter(holdsAny));

export const complement = (set: WidthSet): WidthSet => {
  const gaps: Interval[] = [];
  let start: Edge | null = null;
  let open = true;
  for (const one of set) {
    if (open && one.from) gaps.push({ from: start, until: one.from });
    start = one.until;
    open = one.until !== null;
  }
  if (open) gaps.push({ from: start, until: null });
  return gaps.filter(holdsAny);
};

/** Everything in either: what is not outside of both. */
export const union = (a: WidthSet, b: WidthSet): WidthSet => complement(intersection(complement(a), complement(b)));

/** Whether a set holds from an edge on, up to wherever it changes next. */
export const holdsFrom = (set: WidthSet, edge: Edge | null): boolean =>
  set.some(
    (one) =>
      (one.from === null || (edge !== null && compareEdges(one.from, edge) <= 0)) &&
      (one.until === null || edge === null || compareEdges(edge, one.until) < 0),
  );

/** Every edge at which a set begins or ends. */
export const edgesOf = (set: WidthSet): readonly Edge[] => set.flatMap((one) => [one.from, one.until].filter((edge) => edge !== null));
