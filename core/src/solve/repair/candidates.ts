import { exact, type Exact, fromJsonNumber, multiply, ratio, toNumber } from "../../exact/exact";
import { parseLength, px } from "../../exact/length";
import type { Frame, Mending, Scale, TriedTerms } from "../../check/mending";
import type { RuleId } from "../../check/types";
import { lastWidth, reflowPx } from "../../grid/breakpoint-at";
import { columnTerms, gapCount } from "../../grid/columns";
import type { RepairCell } from "../../layout/cells";
import { limits } from "../../layout/limits";
import type { Breakpoint } from "../../layout/schema";
import { commonDenominator } from "../whole-pixel-sets";
import { columnsPredicate, mendingsBut } from "./mendings";

/**
 * The cost of a repair, compared in this order: the number of changes that make a major version (counts and
 * from-widths), the number that make a minor one, the sum of the changes, and how far drawn-at widths move. So no
 * breakpoint moves to mend a drawing, and no count changes to save a px.
 */
export type Cost = {
  readonly major: number;
  readonly minor: number;
  /** |Δg| + (|ΔmS| + |ΔmE|)/2 + |ΔC| + |Δn| · today's column + |Δfrom|, doubled parts of a px, so that it is whole. */
  readonly cost: number;
  /** How far drawn-at widths move, px. */
  readonly drawn: number;
  /** How many lengths are on half units: of two repairs with the same cost, the one with fewer wins. */
  readonly halves: number;
};

/** Possible numbers of one breakpoint, lengths in parts of a px (`Scale`), and their cost. */
export type Candidate = Cost & {
  readonly count: number;
  readonly gutter: number;
  readonly start: number;
  readonly end: number;
  /** The declared cap or width; 0 for a fluid container. */
  readonly container: number;
};

/** The current numbers of a breakpoint in parts of a px, at the width of its frame. */
type Today = {
  readonly width: number;
  readonly count: number;
  readonly gutter: number;
  /** The gutter as a share of a column, if it is in fr. */
  readonly share: { readonly n: number; readonly d: number } | null;
  readonly start: number;
  readonly end: number;
  /** A margin in % as a part of the width, which it follows unchanged. Null for any other margin. */
  readonly relative: { readonly start: number | null; readonly end: number | null };
  readonly container: number;
  /** The cost of one column more or less, px: today's column, rounded, at least 1. */
  readonly weight: number;
};

/**
 * How many sets of numbers a repair may still try. It is a count and not a time, because core has no clock and a count
 * is the same on every machine. All searches of a repair share it; below 0 they stop.
 */
export type Work = { left: number };

export type CandidateSearch = {
  readonly work: Work;
  readonly breakpoint: Breakpoint;
  readonly frame: Frame;
  readonly isLowest: boolean;
  readonly rootFontSize: Exact;
  readonly scale: Scale;
  readonly held: ReadonlySet<RepairCell>;
  /** Rules whose caution was accepted at this breakpoint. */
  readonly exempt: ReadonlySet<RuleId>;
  /** Maximum cost of a candidate, doubled parts of a px. */
  readonly bound: number;
  /** Whether to search today's number of columns, or the others. */
  readonly counts: "today" | "others";
  /** True if it is enough to know that there is a candidate: the search stops at the first. */
  readonly anyOne?: boolean;
};

/** Widths at which rules check a breakpoint: its first, its last, the drawn-at width, and 320. */
export const widthsOf = (frame: Frame): readonly number[] => [frame.from, frame.drawn, lastWidth(frame), reflowPx];

/**
 * The d of a gutter of p/d columns, if the container has its own size: whole columns make that size a multiple of 1/d,
 * c·(n·d + G·p)/d. Null if the gutter is not in fr, or the container is fluid.
 */
export const sharesOf = ({ columns: { gutter, container } }: Breakpoint): bigint | null => {
  const length = parseLength(gutter);
  return length?.unit === "fr" && container.kind !== "fluid" ? ratio(length.value).d : null;
};
/** Maximum d that is counted; for larger ones containers are searched in coarser parts. */
export const mostShares = 1_000n;

/** Every length of a breakpoint at some widths that must be a whole number of parts. */
export const lengthsOf = (breakpoint: Breakpoint, widths: readonly Exact[], rootFontSize: Exact): readonly Exact[] => {
  const { margin, gutter, container } = breakpoint.columns;
  const held = container.kind === "capped" ? [container.max] : container.kind === "fixed" ? [container.width] : [];
  const texts = [margin.start, margin.end, ...held, ...(gutter.endsWith("fr") ? [] : [gutter])];
  const parts = sharesOf(breakpoint);
  const share = parts !== null && parts <= mostShares ? [exact(1, parts)] : [];
  // Only a length in % depends on the width.
  const at = (text: string): readonly Exact[] => (text.endsWith("%") ? widths : widths.slice(0, 1));
  return [...share, ...widths, ...texts.flatMap((text) => at(text).map((width) => px(text, { width, rootFontSize })))];
};

/**
 * The largest factor of a container in what rules compare: a span of half the columns is k·column + (k − 1)·gutter, which is
 * at most the columns times the container, and times a term of the fraction if the gutter is in fr.
 */
export const factorOf = ({ columns: { gutter } }: Breakpoint): bigint => {
  const length = parseLength(gutter);
  const { n, d } = length?.unit === "fr" ? ratio(length.value) : { n: 1n, d: 1n };
  return BigInt(limits.columns) * (n > d ? n : d);
};

/** The number of parts to the px that makes all of these lengths whole; null if doubles would not be exact. */
export const unitOf = (lengths: readonly Exact[], factor: bigint): number | null => {
  const unit = commonDenominator(lengths);
  return unit * BigInt(limits.size) * factor > BigInt(Number.MAX_SAFE_INTEGER) ? null : Number(unit);
};

const todayOf = ({ breakpoint, frame, rootFontSize, scale }: CandidateSearch): Today => {
  const { columns } = breakpoint;
  const width = fromJsonNumber(frame.drawn);
  const whole = (length: Exact): number => Math.round(toNumber(multiply(length, exact(scale.unit))));
  const percent = (text: string): number | null => (text.endsWith("%") ? toNumber(parseLength(text)?.value ?? exact(0)) / 100 : null);
  const terms = columnTerms(columns, { width, rootFontSize });
  const gutter = parseLength(columns.gutter);
  const held =
    columns.container.kind === "capped" ? columns.container.max : columns.container.kind === "fixed" ? columns.container.width : null;
  const share = gutter?.unit === "fr" ? ratio(gutter.value) : null;
  return {
    width: whole(width),
    count: columns.count,
    gutter: share ? 0 : whole(terms.gutter),
    share: share && { n: Number(share.n), d: Number(share.d) },
    start: whole(terms.declaredMargin.start),
    end: whole(terms.declaredMargin.end),
    relative: { start: percent(columns.margin.start), end: percent(columns.margin.end) },
    container: held === null ? 0 : whole(px(held, { width, rootFontSize })),
    weight: Math.max(1, Math.round(Math.abs(toNumber(terms.column)))) * scale.unit,
  };
};

/** Values of a length that pass: today's and, if it may change, the multiples of half the base unit within reach. */
const choices = (
  today: number,
  { mayChange, reach, most, half }: { mayChange: boolean; reach: number; most: number; half: number },
  passes: (length: number) => boolean,
): readonly number[] => {
  const values = passes(today) ? [today] : [];
  if (!mayChange) return values;
  const last = Math.floor(Math.min(most, today + reach) / half);
  for (let k = Math.max(0, Math.ceil((today - reach) / half)); k <= last; k += 1) {
    const value = k * half;
    if (value !== today && passes(value)) values.push(value);
  }
  return values;
};

/** Whether a length passes all of these. */
type LengthPredicate = NonNullable<Mending["gutter"]>;
const lengthPredicate =
  (predicates: readonly LengthPredicate[], scale: Scale) =>
  (length: number): boolean => {
    for (const passes of predicates) if (!passes(length, scale)) return false;
    return true;
  };

/** Maximum number of pairs of margins that are tried with one count and gutter. */
const mostPairs = 400;

/**
 * Every set of numbers for one breakpoint that every mending rule passes, with a cost up to the bound, cheapest first.
 * It tries counts of 1 to 96; gutters and margins on half units, or as they are; a container's own size as it is, or as
 * whole columns make it. Of candidates with the same gutter and margins only the cheapest is kept, because neighbouring
 * breakpoints see no other difference. When the work is spent, it returns what it has found so far.
 */
export const candidates = (search: CandidateSearch): readonly Candidate[] => {
  const { work, breakpoint, frame, isLowest, scale, held, exempt, bound } = search;
  const { columns } = breakpoint;
  const { unit, half } = scale;
  const today = todayOf(search);
  const { kind } = columns.container;
  const mendings = mendingsBut(exempt);
  const passes = columnsPredicate(mendings);
  const narrowest = Math.max(0, ...mendings.map((one) => one.narrowest?.(scale) ?? 0));
  if (!mendings.every((one) => one.frame?.(frame, isLowest) ?? true)) return [];

  const gutters = choices(
    today.gutter,
    { mayChange: today.share === null && !held.has("gutter"), reach: bound / 2, most: today.width, half },
    today.share === null
      ? lengthPredicate(
          mendings.flatMap(({ gutter }) => gutter ?? []),
          scale,
        )
      : () => true,
  );
  const marginPasses = lengthPredicate(
    mendings.flatMap(({ margin }) => margin ?? []),
    scale,
  );
  const side = (value: number, relative: number | null): readonly number[] =>
    choices(
      value,
      { mayChange: relative === null && !held.has("margin"), reach: bound, most: today.width, half },
      relative === null ? marginPasses : () => true,
    );
  const alike = today.start === today.end && today.relative.start === today.relative.end;
  const starts = side(today.start, today.relative.start);
  const ends = alike ? [] : side(today.end, today.relative.end);
  const pairs: { start: number; end: number; cost: number }[] = [];
  for (const start of starts)
    for (const end of alike ? [start] : ends) {
      const cost = Math.abs(start - today.start) + Math.abs(end - today.end);
      if (cost <= bound && start + end <= today.width) pairs.push({ start, end, cost });
    }
  work.left -= pairs.length;
  if (work.left < 0) return [];
  pairs.sort((a, b) => a.cost - b.cost);
  // Equal margins make fewer pairs than this. Of unequal ones only the cheapest are tried, or a search would take too
  // long.
  pairs.length = Math.min(pairs.length, mostPairs);

  /** Declared margins at another width: those in % follow it. */
  const marginsAt = (width: number, start: number, end: number): number =>
    (today.relative.start === null ? start : Math.round(width * today.relative.start)) +
    (today.relative.end === null ? end : Math.round(width * today.relative.end));
  const first = Math.round(frame.from * unit);
  const last = Math.round(lastWidth(frame) * unit);
  const reflow = reflowPx * unit;

  // The numbers that are tried. They are changed in place, because there are millions.
  const numbers = { count: 0, gaps: 0, gutter: 0, start: 0, end: 0, container: 0 };
  const blank = () => ({ width: 0, margins: 0, container: 0, column: 0, gutter: 0, over: 1 });
  const fill = (terms: ReturnType<typeof blank>, width: number): TriedTerms => {
    const { count, gaps, gutter } = numbers;
    const margins = marginsAt(width, numbers.start, numbers.end);
    const room = width - margins;
    const container = kind === "fluid" ? room : kind === "capped" ? Math.min(room, numbers.container) : numbers.container;
    terms.width = width;
    terms.margins = margins;
    terms.container = container;
    if (today.share === null) {
      terms.column = container - gaps * gutter;
      terms.gutter = count * gutter;
      terms.over = count;
    } else {
      const { n: p, d } = today.share;
      terms.column = container * d;
      terms.gutter = container * p;
      terms.over = count * d + gaps * p;
    }
    return terms;
  };
  const [drawnTerms, firstTerms, lastTerms, reflowTerms] = [blank(), blank(), blank(), blank()];
  const tried = {
    ...scale,
    kind,
    isLowest,
    count: 0,
    drawn: drawnTerms,
    first: () => fill(firstTerms, first),
    last: () => fill(lastTerms, last),
    reflow: () => fill(reflowTerms, reflow),
  };

  // A fluid container has no size of its own, and a held one only its own.
  const isGiven = kind === "fluid" || held.has("container");
  const given = [kind === "fluid" ? 0 : today.container];

  const cheapest = new Map<string, Candidate>();
  const inOrder = (): readonly Candidate[] => [...cheapest.values()].sort(compareCost);
  const others = held.has("columns")
    ? []
    : Array.from({ length: limits.columns }, (_, index) => index + 1).filter((count) => count !== today.count);
  const counts = search.counts === "today" ? [today.count] : others;
  for (const count of counts) {
    const countCost = 2 * Math.abs(count - today.count) * today.weight;
    if (countCost > bound) continue;
    numbers.count = tried.count = count;
    const gaps = (numbers.gaps = gapCount(count, columns.edgeGutters === "half"));
    for (const gutter of gutters) {
      const gutterCost = countCost + 2 * Math.abs(gutter - today.gutter);
      if (gutterCost > bound) continue;
      // If the whole width is too small for the columns, every container is.
      if (today.share === null && today.width - gaps * gutter < count * narrowest) continue;
      numbers.gutter = gutter;
      const gutterHalves = today.share === null && gutter % (2 * half) !== 0 ? 1 : 0;
      for (const { start, end, cost: marginCost } of pairs) {
        if ((work.left -= 1) < 0) return inOrder();
        const before = gutterCost + marginCost;
        if (before > bound) break;
        numbers.start = start;
        numbers.end = end;
        for (const container of containersFor(start, end)) {
          work.left -= 1;
          const cost = before + (kind === "fluid" ? 0 : 2 * Math.abs(container - today.container));
          if (cost > bound) continue;
          numbers.container = container;
          fill(drawnTerms, today.width);
          if (!passes(tried)) continue;
          const key = `${gutter} ${start} ${end}`;
          const known = cheapest.get(key);
          const candidate: Candidate = {
            count,
            gutter,
            start,
            end,
            container,
            major: Number(count !== today.count),
            minor:
              Number(gutter !== today.gutter) +
              Number(start !== today.start || end !== today.end) +
              Number(kind !== "fluid" && container !== today.container),
            cost,
            drawn: 0,
            halves:
              gutterHalves +
              (today.relative.start === null && start % (2 * half) !== 0 ? 1 : 0) +
              (today.relative.end === null && end % (2 * half) !== 0 ? 1 : 0),
          };
          if (!known || compareCost(candidate, known) < 0) cheapest.set(key, candidate);
          if (search.anyOne) return inOrder();
        }
      }
    }
  }
  return inOrder();

  /**
   * Caps and widths to try between two margins: today's, and those that whole columns make: the next smaller, the next
   * larger, the widest that fits and the narrowest.
   */
  function containersFor(start: number, end: number): readonly number[] {
    if (isGiven) return given;
    const { count, gaps, gutter } = numbers;
    const room = today.width - start - end;
    const most = kind === "fixed" ? Math.min(room, first - marginsAt(first, start, end)) : room;
    const values = new Set<number>([today.container]);
    if (today.share !== null) {
      // C = c·(n·d + G·p)/d for a column of c: the whole columns near today's that make a whole number of parts.
      const { n: p, d } = today.share;
      const parts = count * d + gaps * p;
      const near = Math.floor((today.container * d) / (parts * unit));
      for (let column = Math.max(1, near - d); column <= near + d + 1; column += 1) {
        const made = (column * unit * parts) / d;
        if (Number.isInteger(made) && made > 0 && made <= most) values.add(made);
      }
    } else {
      const made = (column: number): number => count * column * unit + gaps * gutter;
      const near = (today.container - gaps * gutter) / (count * unit);
      const fitting = Math.floor((most - gaps * gutter) / (count * unit));
      for (const column of [Math.floor(near), Math.ceil(near), fitting, Math.ceil(narrowest / unit)])
        if (column > 0 && made(column) <= most) values.add(made(column));
    }
    return [...values];
  }
};

/** Cheaper first, in the order of `Cost`. */
export const compareCost = (a: Cost, b: Cost): number =>
  a.major - b.major || a.minor - b.minor || a.cost - b.cost || a.drawn - b.drawn || a.halves - b.halves;
