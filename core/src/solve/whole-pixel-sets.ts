import { add, ceiling, compare, divide, exact, type Exact, floor, multiply, ratio, sign, subtract, toNumber } from "../exact/exact";
import { limits } from "../layout/limits";
import type { Issue } from "../layout/parse";

/** Values from + k·step up to `to`, both ends included; one value where from = to. */
export type Steps = { readonly from: Exact; readonly to: Exact; readonly step: Exact };

/** What to look for. Lengths in CSS px. Either margins are tried, or the container is known and the margins follow from it. */
export type SetSearch = {
  readonly width: Exact;
  readonly outer: { readonly margin: Steps } | { readonly container: Exact };
  readonly columns: readonly number[];
  readonly gutter: Steps;
  readonly edgeGutters: "none" | "half";
  readonly leastColumn: Exact;
  /** Most sets listed; all are counted. */
  readonly limit: number;
  /** Called from time to time with the share of pairs of count and gutter done so far; a worker passes it on. */
  readonly onProgress?: (share: number) => void;
};

export type WholePixelSet = {
  readonly columns: number;
  /** A whole number. */
  readonly column: Exact;
  readonly gutter: Exact;
  readonly margin: Exact;
  readonly container: Exact;
};

/**
 * Many sets as parallel lists of whole numbers: counts, columns in px, gutters and margins in parts of a px, with
 * `unit` parts per px. A hundred thousand sets need no exact numbers until one is read (`setAt`).
 */
export type SetList = {
  readonly unit: number;
  /** The width in parts of a px. */
  readonly width: number;
  readonly length: number;
  readonly columns: Uint8Array;
  readonly column: Float64Array;
  readonly gutter: Float64Array;
  readonly margin: Float64Array;
};

export type SetsFound =
  /** `combinations` is how many there were to try: counts × gutters × margins. */
  | { readonly ok: true; readonly total: number; readonly combinations: number; readonly list: SetList }
  | { readonly ok: false; readonly issues: readonly Issue[] };

/** Most values tried of the gutter, and of the margin. */
export const mostSteps = 20_000;

const gcd = (a: bigint, b: bigint): bigint => (b === 0n ? (a < 0n ? -a : a) : gcd(b, a % b));

/** The least denominator over which all of these are whole. */
export const commonDenominator = (parts: readonly Exact[]): bigint =>
  parts.reduce((all, part) => (all * ratio(part).d) / gcd(all, ratio(part).d), 1n);

/** How many values a range has; 0 where `to` is below `from`. */
const countOf = ({ from, to, step }: Steps): Exact =>
  compare(to, from) < 0 ? exact(0) : sign(step) <= 0 ? exact(1) : add(floor(divide(subtract(to, from), step)), exact(1));

const faults = ({ width, outer, columns, gutter }: SetSearch): readonly Issue[] => {
  const issues: Issue[] = [];
  const range = (path: string, steps: Steps): void => {
    if (sign(steps.from) < 0) issues.push({ path: `${path}/from`, message: "must be 0 or more" });
    if (compare(steps.to, steps.from) < 0) issues.push({ path: `${path}/to`, message: "must not be below from" });
    else if (sign(steps.step) <= 0 && compare(steps.to, steps.from) > 0) issues.push({ path: `${path}/step`, message: "must be above 0" });
    else if (compare(countOf(steps), exact(mostSteps)) > 0)
      issues.push({ path: `${path}/step`, message: `must make at most ${mostSteps.toLocaleString("en")} steps of the range` });
  };
  range("/gutter", gutter);
  if ("margin" in outer) range("/margin", outer.margin);
  else if (compare(outer.container, width) > 0)
    issues.push({ path: "/container", message: "must not be wider than the width: the margins would be below 0" });
  columns.forEach((count, index) => {
    if (!Number.isInteger(count) || count < 1 || count > limits.columns)
      issues.push({ path: `/columns/${index}`, message: `must be a whole number from 1 to ${limits.columns}` });
  });
  return issues;
};

/** a · b mod m for 0 ≤ a, b < m; with big integers only if the product would not be exact. */
const timesMod = (a: number, b: number, m: number): number => (m < 94_906_265 ? (a * b) % m : Number((BigInt(a) * BigInt(b)) % BigInt(m)));

/** The inverse of a modulo m (coprime); 0 for m = 1. */
const inverseMod = (a: number, m: number): number => {
  let [oldR, r, oldS, s] = [a, m, 1, 0];
  while (r !== 0) {
    const q = Math.floor(oldR / r);
    [oldR, r] = [r, oldR - q * r];
    [oldS, s] = [s, oldS - q * s];
  }
  return ((oldS % m) + m) % m;
};

/** Margins first, first + step, … last (as indices into the range) that close for a count and a gutter. */
type Visit = (n: number, gutter: number, room: number, first: number, step: number, last: number) => void;

/** A search over one common denominator: every length is a whole number of 1/unit px. */
type Walk = {
  readonly unit: number;
  readonly width: number;
  readonly margins: { readonly from: number; readonly step: number; readonly last: number };
  readonly gutters: { readonly from: number; readonly step: number; readonly last: number };
  readonly least: number;
  readonly counts: readonly number[];
  readonly edge: 0 | 1;
};

/** How many gutters are walked between two words of progress. */
const stride = 4096;

/**
 * Visits each pair of count and gutter that some margins close with. The margins m = m0 + i·s that work are one
 * residue class, 2s·i ≡ W − 2m0 − G·g (mod n·D): it is solved, not tried, so the work follows the pairs.
 */
const walk = ({ unit, width, margins, gutters, least, counts, edge }: Walk, visit: Visit, onProgress?: (share: number) => void): void => {
  counts.forEach((n, index) => {
    const gaps = n - 1 + edge;
    const modulus = n * unit;
    const slope = (2 * margins.step) % modulus;
    const common = Number(gcd(BigInt(slope), BigInt(modulus)));
    const step = modulus / common;
    const inverse = inverseMod(slope / common, step);
    for (let j = 0; j <= gutters.last; j += 1) {
      if (onProgress && j % stride === 0) onProgress((index + j / (gutters.last + 1)) / counts.length);
      const g = gutters.from + j * gutters.step;
      const room = width - 2 * margins.from - gaps * g;
      // The column at margin i is (room − 2·s·i)/n; it must not be below the least, nor below one px.
      const spare = room - Math.max(least, unit) * n;
      if (spare < 0) {
        if (gaps > 0) break;
        continue;
      }
      const wanted = ((room % modulus) + modulus) % modulus;
      if (wanted % common !== 0) continue;
      const first = timesMod(wanted / common, inverse, step);
      const last = margins.step === 0 ? margins.last : Math.min(margins.last, Math.floor(spare / (2 * margins.step)));
      if (first <= last) visit(n, g, room, first, step, last);
    }
  });
};

/**
 * Every combination of count n, gutter g and margin m whose column (W − 2m − G·g)/n is whole and at least
 * the least, G = n − 1 + 2e; in the order columns, gutter, margin. Counted first, then listed up to the limit.
 * Says which range is wrong otherwise.
 */
export const wholePixelSets = (search: SetSearch): SetsFound => {
  const issues = faults(search);
  if (issues.length > 0) return { ok: false, issues };
  const { width, outer, gutter, edgeGutters, leastColumn, limit, onProgress } = search;
  const margins: Steps =
    "margin" in outer
      ? outer.margin
      : {
          from: divide(subtract(width, outer.container), exact(2)),
          to: divide(subtract(width, outer.container), exact(2)),
          step: exact(0),
        };
  const parts = [width, margins.from, margins.step, gutter.from, gutter.step];
  const denominator = commonDenominator(parts);
  if (denominator * BigInt(limits.columns) > BigInt(Number.MAX_SAFE_INTEGER))
    return { ok: false, issues: [{ path: "", message: "must use lengths of fewer decimals" }] };
  const unit = Number(denominator);
  const whole = (part: Exact): number => toNumber(multiply(part, exact(denominator)));
  const plan: Walk = {
    unit,
    width: whole(width),
    margins: { from: whole(margins.from), step: whole(margins.step), last: toNumber(countOf(margins)) - 1 },
    gutters: { from: whole(gutter.from), step: whole(gutter.step), last: toNumber(countOf(gutter)) - 1 },
    least: toNumber(ceiling(leastColumn)) * unit,
    counts: [...new Set(search.columns)].sort((a, b) => a - b),
    edge: edgeGutters === "half" ? 1 : 0,
  };

  let total = 0;
  walk(
    plan,
    (_n, _g, _room, first, step, last) => {
      total += Math.floor((last - first) / step) + 1;
    },
    onProgress,
  );
  const length = Math.min(total, limit);
  const list = {
    unit,
    width: plan.width,
    length,
    columns: new Uint8Array(length),
    column: new Float64Array(length),
    gutter: new Float64Array(length),
    margin: new Float64Array(length),
  };
  const { from, step: marginStep } = plan.margins;
  let at = 0;
  if (length > 0)
    walk(plan, (n, g, room, first, step, last) => {
      // The column falls by the same whole number from one margin of the class to the next.
      let column = (room - 2 * marginStep * first) / (n * unit);
      const fall = (2 * marginStep * step) / (n * unit);
      for (let i = first; i <= last && at < length; i += step) {
        list.columns[at] = n;
        list.column[at] = column;
        list.gutter[at] = g;
        list.margin[at] = from + i * marginStep;
        column -= fall;
        at += 1;
      }
    });
  const combinations = plan.counts.length * (plan.gutters.last + 1) * (plan.margins.last + 1);
  return { ok: true, total, combinations, list };
};

/** One set of a list, exact. @throws RangeError if the list has no set at that index. */
export const setAt = (list: SetList, index: number): WholePixelSet => {
  const [columns, column, gutter, margin] = [list.columns[index], list.column[index], list.gutter[index], list.margin[index]];
  if (columns === undefined || column === undefined || gutter === undefined || margin === undefined)
    throw new RangeError(`no set ${index} in a list of ${list.length}`);
  return {
    columns,
    column: exact(column),
    gutter: exact(gutter, list.unit),
    margin: exact(margin, list.unit),
    container: exact(list.width - 2 * margin, list.unit),
  };
};
