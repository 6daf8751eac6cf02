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
};

export type WholePixelSet = {
  readonly columns: number;
  /** A whole number. */
  readonly column: Exact;
  readonly gutter: Exact;
  readonly margin: Exact;
  readonly container: Exact;
};

export type SetsFound =
  | { readonly ok: true; readonly total: number; readonly sets: readonly WholePixelSet[] }
  | { readonly ok: false; readonly issues: readonly Issue[] };

/** Most values tried of the gutter, and of the margin. */
export const mostSteps = 20_000;

const gcd = (a: bigint, b: bigint): bigint => (b === 0n ? (a < 0n ? -a : a) : gcd(b, a % b));

/** How many values a range has; 0 where `to` is below `from`. */
const countOf = ({ from, to, step }: Steps): Exact =>
  compare(to, from) < 0 ? exact(0) : sign(step) <= 0 ? exact(1) : add(floor(divide(subtract(to, from), step)), exact(1));

const faults = ({ outer, columns, gutter }: SetSearch): readonly Issue[] => {
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
  columns.forEach((count, index) => {
    if (!Number.isInteger(count) || count < 1 || count > limits.columns)
      issues.push({ path: `/columns/${index}`, message: `must be a whole number from 1 to ${limits.columns}` });
  });
  return issues;
};

/** a · b mod m for 0 ≤ a, b < m; through big integers only where the product would not be exact. */
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

/**
 * Every combination of count n, gutter g and margin m whose column (W − 2m − G·g)/n is whole and at least
 * the least, G = n − 1 + 2e; in the order columns, gutter, margin.
 *
 * Over one common denominator D all lengths are whole numbers and the margins m = m0 + i·s that work for a
 * given n and g are one residue class: 2s·i ≡ W − 2m0 − G·g (mod n·D). It is solved, not tried, so the work
 * follows the answers (and the pairs of n and g), not the combinations. Says which range is wrong otherwise.
 */
export const wholePixelSets = (search: SetSearch): SetsFound => {
  const issues = faults(search);
  if (issues.length > 0) return { ok: false, issues };
  const { width, outer, gutter, edgeGutters, leastColumn, limit } = search;
  const margins: Steps =
    "margin" in outer
      ? outer.margin
      : {
          from: divide(subtract(width, outer.container), exact(2)),
          to: divide(subtract(width, outer.container), exact(2)),
          step: exact(0),
        };
  const parts = [width, margins.from, margins.step, gutter.from, gutter.step, leastColumn];
  const denominator = parts.reduce((all, part) => (all * ratio(part).d) / gcd(all, ratio(part).d), 1n);
  if (denominator * BigInt(limits.columns) > BigInt(Number.MAX_SAFE_INTEGER))
    return { ok: false, issues: [{ path: "", message: "must use lengths of fewer decimals" }] };
  const whole = (part: Exact): number => toNumber(multiply(part, exact(denominator)));
  const unit = Number(denominator);
  const [w, m0, ms, g0, gs] = [whole(width), whole(margins.from), whole(margins.step), whole(gutter.from), whole(gutter.step)];
  const least = whole(ceiling(leastColumn));
  const lastMargin = toNumber(countOf(margins)) - 1;
  const lastGutter = toNumber(countOf(gutter)) - 1;

  let total = 0;
  const sets: WholePixelSet[] = [];
  const counts = [...new Set(search.columns)].sort((a, b) => a - b);
  for (const n of counts) {
    const gaps = n - 1 + (edgeGutters === "half" ? 1 : 0);
    const modulus = n * unit;
    const slope = (2 * ms) % modulus;
    const common = Number(gcd(BigInt(slope), BigInt(modulus)));
    const step = modulus / common;
    const inverse = inverseMod(slope / common, step);
    for (let j = 0; j <= lastGutter; j += 1) {
      const g = g0 + j * gs;
      const room = w - 2 * m0 - gaps * g;
      // The column at margin i is (room − 2·ms·i)/n; it must not be below the least, nor below one px.
      const spare = room - Math.max(least, unit) * n;
      if (spare < 0) break;
      const wanted = ((room % modulus) + modulus) % modulus;
      if (wanted % common !== 0) continue;
      const first = timesMod(wanted / common, inverse, step);
      const last = ms === 0 ? lastMargin : Math.min(lastMargin, Math.floor(spare / (2 * ms)));
      if (first > last) continue;
      total += Math.floor((last - first) / step) + 1;
      for (let i = first; i <= last && sets.length < limit; i += step) {
        const margin = exact(m0 + i * ms, unit);
        sets.push({
          columns: n,
          column: exact((room - 2 * ms * i) / modulus),
          gutter: exact(g, unit),
          margin,
          container: subtract(width, multiply(exact(2), margin)),
        });
      }
    }
  }
  return { ok: true, total, sets };
};
