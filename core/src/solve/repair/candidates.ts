import { exact, type Exact, fromJsonNumber, multiply, ratio, toNumber } from "../../exact/exact";
import { parseLength, px } from "../../exact/length";
import { columnTerms } from "../../grid/columns";
import { limits } from "../../layout/limits";
import type { Breakpoint } from "../../layout/schema";
import { commonDenominator } from "../whole-pixel-sets";
import type { RepairCell } from "../../layout/cells";
import type { RuleId } from "../../check/types";
import type { Frame } from "./frames";

/**
 * What a repair costs, in the order it is compared in: how many numbers change that make a major version (counts and
 * from-widths), how many that make a minor one, then the sum of the changes, then what drawn-at widths move by. Nobody
 * moves a breakpoint to mend a drawing, and nobody changes a count to save a px.
 */
export type Cost = {
  readonly major: number;
  readonly minor: number;
  /** |Δg| + (|ΔmS| + |ΔmE|)/2 + |ΔC| + |Δn| · today's column + |Δfrom|, doubled parts of a px, so that it is whole. */
  readonly cost: number;
  /** What drawn-at widths move by, px. */
  readonly drawn: number;
  /** Lengths on the half step only: of two repairs that cost the same the one on the base unit is taken. */
  readonly halves: number;
};

/** Numbers one breakpoint could have, lengths in whole parts of a px (`Scale.unit` to the px), and what taking them costs. */
export type Candidate = Cost & {
  readonly count: number;
  readonly gutter: number;
  readonly start: number;
  readonly end: number;
  /** The declared cap or width; 0 for a fluid container. */
  readonly container: number;
};

/** What one breakpoint's candidates are worked out from, in whole parts of a px. */
export type Scale = {
  readonly unit: number;
  /** Half the base unit. */
  readonly half: number;
  readonly least: number;
};

/** The numbers of a breakpoint in whole parts of a px, at the width of its frame. */
type Today = {
  readonly width: number;
  readonly count: number;
  readonly gutter: number;
  /** The gutter's share of a column, where it is given in fr. */
  readonly share: { readonly n: number; readonly d: number } | null;
  readonly start: number;
  readonly end: number;
  /** Margins in % follow the width and are not changed. */
  readonly relative: { readonly start: number; readonly end: number };
  readonly container: number;
  /** What one column more or less costs, px: today's column, rounded, at least 1. */
  readonly weight: number;
};

/**
 * What a whole repair may still try, counted in sets of numbers looked at: core has no clock, and a count is the same
 * on every machine. Every search of a repair spends from the one it was given; below 0 it stops where it is.
 */
export type Work = { left: number };

export type CandidateSearch = {
  readonly work: Work;
  readonly breakpoint: Breakpoint;
  readonly frame: Frame;
  readonly lowest: boolean;
  readonly rootFontSize: Exact;
  readonly scale: Scale;
  readonly held: ReadonlySet<RepairCell>;
  /** Rules whose caution was accepted at this breakpoint. */
  readonly exempt: ReadonlySet<RuleId>;
  /** Most a candidate's changes may come to, doubled parts of a px. */
  readonly bound: number;
  /** Whether the number of columns stays as it is, or is another. */
  readonly counts: "today" | "others";
  /** Whether it is enough to know that there is one: the search leaves off with the first. */
  readonly anyOne?: boolean;
};

/** Widths at which a breakpoint's numbers are looked at: where it begins, where it ends, where it is drawn, and 320. */
const widthsOf = ({ from, until, drawn }: Frame): readonly Exact[] =>
  [from, drawn, until === null ? limits.size : Math.max(1, Math.ceil(until) - 1), 320].map(fromJsonNumber);

/**
 * The d of a gutter that is p/d of a column, where the container is held: whole columns make it a whole number of dths,
 * c·(n·d + G·p)/d. Null where the gutter is no share, or the container is fluid.
 */
export const sharesOf = ({ columns: { gutter, container } }: Breakpoint): bigint | null => {
  const length = parseLength(gutter);
  return length?.unit === "fr" && container.kind !== "fluid" ? ratio(length.value).d : null;
};
/** Finest of these that are counted in; containers of finer ones are looked for in coarser parts. */
export const mostShares = 1_000n;

/** Every length of a breakpoint that has to be whole over the common unit. */
export const lengthsOf = (breakpoint: Breakpoint, frame: Frame, rootFontSize: Exact): readonly Exact[] => {
  const { margin, gutter, container } = breakpoint.columns;
  const held = container.kind === "capped" ? [container.max] : container.kind === "fixed" ? [container.width] : [];
  const texts = [margin.start, margin.end, ...held, ...(gutter.endsWith("fr") ? [] : [gutter])];
  const parts = sharesOf(breakpoint);
  const share = parts !== null && parts <= mostShares ? [exact(1, parts)] : [];
  return [...share, ...widthsOf(frame).flatMap((width) => [width, ...texts.map((text) => px(text, { width, rootFontSize }))])];
};

/** The unit over which all of these, and half the base, are whole; null past what doubles count exactly. */
export const unitOf = (parts: readonly Exact[]): number | null => {
  const unit = commonDenominator(parts);
  return unit > 1_000_000_000n ? null : Number(unit);
};

const todayOf = ({ breakpoint, frame, rootFontSize, scale }: CandidateSearch): Today => {
  const { columns } = breakpoint;
  const width = fromJsonNumber(frame.drawn);
  const whole = (length: Exact): number => Math.round(toNumber(multiply(length, exact(scale.unit))));
  const percent = (text: string): number => (text.endsWith("%") ? toNumber(parseLength(text)?.value ?? exact(0)) / 100 : 0);
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

/** Values a length may take: today's where it may stand, and the multiples of the half step within the bound; nearest first is not needed. */
const choices = (today: number, keep: boolean, change: boolean, half: number, reach: number, most: number): readonly number[] => {
  const values: number[] = keep ? [today] : [];
  if (!change) return values;
  const first = Math.max(0, Math.ceil((today - reach) / half));
  const last = Math.floor(Math.min(most, today + reach) / half);
  for (let k = first; k <= last; k += 1) if (!(keep && k * half === today)) values.push(k * half);
  return values;
};

/** Most pairs of start and end margin tried with a count and a gutter. */
const mostPairs = 400;

/**
 * Every set of numbers for one breakpoint that costs no more than the bound and leaves it without a problem and
 * without a whole-column, whole-span or on-base caution, dearest last. Counts are 1 to 96; gutters and margins
 * multiples of the half step, or as they are where they may stay; a held container what whole columns make.
 * Of those alike in gutter and margins only the cheapest is kept: nothing else tells them apart for the others.
 * Those found so far where the work it may do is spent.
 */
export const candidates = (search: CandidateSearch): readonly Candidate[] => {
  const { work, breakpoint, frame, lowest, scale, held, exempt, bound } = search;
  const { columns } = breakpoint;
  const { unit, half, least } = scale;
  const today = todayOf(search);
  const { kind } = columns.container;
  const edge = columns.edgeGutters === "half" ? 0 : -1;
  const needsWhole = !exempt.has("whole-columns");
  const needsSpans = !exempt.has("whole-spans");
  const onHalf = (value: number): boolean => value % half === 0;
  const free = (rule: RuleId, relative: number, value: number): boolean => relative > 0 || exempt.has(rule) || onHalf(value);

  const gutters = choices(
    today.gutter,
    today.share !== null || free("gutter-on-base", 0, today.gutter),
    today.share === null && !held.has("gutter"),
    half,
    bound / 2,
    today.width,
  );
  const side = (value: number, relative: number): readonly number[] =>
    choices(value, free("margin-on-base", relative, value), relative === 0 && !held.has("margin"), half, bound, today.width);
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
  // Margins alike make fewer pairs than this; of unequal ones the cheapest are tried, or a search would not end in time.
  pairs.length = Math.min(pairs.length, mostPairs);

  /** Declared margins at another width: those in % follow it. */
  const marginsAt = (width: number, start: number, end: number): number =>
    (today.relative.start > 0 ? Math.round(width * today.relative.start) : start) +
    (today.relative.end > 0 ? Math.round(width * today.relative.end) : end);
  const first = Math.round(frame.from * unit);
  const until = frame.until ?? limits.size;
  const last = Math.max(first, Math.round(Math.min(until, Math.max(1, Math.ceil(until) - 1)) * unit));
  const reflow = 320 * unit;

  const containerAt = (width: number, margins: number, container: number): number =>
    kind === "fluid" ? width - margins : kind === "capped" ? Math.min(width - margins, container) : container;
  /** n·c for a container and a gutter: what is left to the columns. */
  const toColumns = (container: number, n: number, gaps: number, gutter: number): number =>
    today.share === null ? container - gaps * gutter : (container * n * today.share.d) / (n * today.share.d + gaps * today.share.n);
  const wideEnough = (width: number, n: number, gaps: number, gutter: number, start: number, end: number, container: number): boolean => {
    const left = toColumns(containerAt(width, marginsAt(width, start, end), container), n, gaps, gutter);
    return left > 0 && left >= least * n;
  };

  const cheapest = new Map<string, Candidate>();
  const others = held.has("columns")
    ? []
    : Array.from({ length: limits.columns }, (_, index) => index + 1).filter((count) => count !== today.count);
  const counts = search.counts === "today" ? [today.count] : others;
  for (const count of counts) {
    const countCost = 2 * Math.abs(count - today.count) * today.weight;
    if (countCost > bound) continue;
    const gaps = count + edge;
    for (const gutter of gutters) {
      const gutterCost = countCost + 2 * Math.abs(gutter - today.gutter);
      if (gutterCost > bound) continue;
      // Where not even the whole width holds the columns, no margins and no container will.
      if (today.share === null && today.width - gaps * gutter < count * Math.max(least, needsWhole ? unit : 0)) continue;
      const gutterHalves = today.share === null && gutter % (2 * half) !== 0 ? 1 : 0;
      for (const { start, end, cost: marginCost } of pairs) {
        if ((work.left -= 1) < 0) return inOrder();
        const before = gutterCost + marginCost;
        if (before > bound) break;
        const room = today.width - start - end;
        for (const container of containersFor(
          room,
          kind === "fixed" ? Math.min(room, first - marginsAt(first, start, end)) : room,
          count,
          gaps,
          gutter,
        )) {
          work.left -= 1;
          const cost = before + (kind === "fluid" ? 0 : 2 * Math.abs(container - today.container));
          if (cost > bound) continue;
          if (!closes(containerAt(today.width, start + end, container), count, gaps, gutter)) continue;
          if (kind === "fixed" && container > first - marginsAt(first, start, end)) continue;
          if (
            !wideEnough(first, count, gaps, gutter, start, end, container) ||
            !wideEnough(last, count, gaps, gutter, start, end, container)
          )
            continue;
          if (lowest && !fitsReflow(count, gaps, gutter, start, end, container)) continue;
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
              (today.relative.start === 0 && start % (2 * half) !== 0 ? 1 : 0) +
              (today.relative.end === 0 && end % (2 * half) !== 0 ? 1 : 0),
          };
          if (!known || compareCost(candidate, known) < 0) cheapest.set(key, candidate);
          if (search.anyOne) return inOrder();
        }
      }
    }
  }
  return inOrder();

  function inOrder(): readonly Candidate[] {
    return [...cheapest.values()].sort(compareCost);
  }

  /** Caps and widths to try: today's, and those that whole columns make, just below it, just above it, the widest that fits and the least. */
  function containersFor(room: number, most: number, n: number, gaps: number, gutter: number): readonly number[] {
    if (kind === "fluid") return [0];
    if (held.has("container")) return [today.container];
    const values = new Set<number>([today.container]);
    if (today.share !== null) {
      // C = c·(n·d + G·p)/d for a column of c: the whole columns near today's that make a whole number of parts.
      const { n: p, d } = today.share;
      const parts = n * d + gaps * p;
      const near = Math.floor((today.container * d) / (parts * unit));
      for (let column = Math.max(1, near - d); column <= near + d + 1; column += 1) {
        const made = (column * unit * parts) / d;
        if (Number.isInteger(made) && made > 0 && made <= most) values.add(made);
      }
    } else {
      const made = (columns: number): number => n * columns * unit + gaps * gutter;
      const near = (today.container - gaps * gutter) / (n * unit);
      const fitting = Math.floor((most - gaps * gutter) / (n * unit));
      for (const columns of [Math.floor(near), Math.ceil(near), fitting, Math.ceil(least / unit)])
        if (columns > 0 && made(columns) <= most) values.add(made(columns));
    }
    return [...values];
  }

  function closes(container: number, n: number, gaps: number, gutter: number): boolean {
    if (today.share !== null) {
      const { n: p, d } = today.share;
      const parts = n * d + gaps * p;
      // c = C·d/(n·d + G·p) and g = p·c/d: whole columns, and gutters whole wherever a span holds one.
      const columnTimes = container * d;
      if (columnTimes <= 0) return false;
      const whole = columnTimes % (parts * unit) === 0;
      if (needsWhole && !whole) return false;
      if (!needsSpans) return true;
      return [2, 3, 4].filter((k) => n % k === 0).every((k) => (container * ((n / k) * d + (n / k - 1) * p)) % (parts * unit) === 0);
    }
    const left = container - gaps * gutter;
    if (left <= 0) return false;
    if (needsWhole && left % (n * unit) !== 0) return false;
    if (!needsSpans) return true;
    // k/n of what is left and k − 1 gutters make a span of k.
    return [2, 3, 4].filter((k) => n % k === 0).every((k) => (left / k + (n / k - 1) * gutter) % unit === 0);
  }

  function fitsReflow(n: number, gaps: number, gutter: number, start: number, end: number, container: number): boolean {
    const margins = marginsAt(reflow, start, end);
    const wide = containerAt(reflow, margins, container);
    return wide <= reflow && wideEnough(reflow, n, gaps, gutter, start, end, container);
  }
};

/** Cheaper first, in the order of `Cost`. */
export const compareCost = (a: Cost, b: Cost): number =>
  a.major - b.major || a.minor - b.minor || a.cost - b.cost || a.drawn - b.drawn || a.halves - b.halves;
