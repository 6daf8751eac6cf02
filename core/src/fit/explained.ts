/** Column and gutter together are at least so wide: denser lines explain anything. */
export const leastPitch = 16;
/** Margins and gutters are at most this share of the width. */
export const mostShare = 1 / 3;

/** A grid as numbers: margin, gutter and count say everything at a width. */
export type Model = { readonly count: number; readonly margin: number; readonly gutter: number };

export const pitchOf = ({ count, margin, gutter }: Model, width: number): number => (width - 2 * margin + gutter) / count;

/** How far an edge is from the nearest line of its kind; `side` 0 for starts, 1 for ends. */
const offOf = (model: Model, width: number, at: number, side: 0 | 1): { readonly off: number; readonly index: number } => {
  const pitch = pitchOf(model, width);
  const first = model.margin + (side === 0 ? 0 : pitch - model.gutter);
  const index = Math.max(0, Math.min(model.count - 1, Math.round((at - first) / pitch)));
  return { off: at - first - index * pitch, index };
};

export type Judged = Model & { readonly explained: number; readonly exact: number; readonly residue: number; readonly bits: number };

export const viewportEdge = (at: number, side: 0 | 1, width: number, tolerance: number): boolean =>
  Math.abs(at - (side === 0 ? 0 : width)) <= tolerance;

/**
 * How much the choice of a line weighs. Whole, it would rank a grid of half the columns before one that explains a few edges
 * more; at nothing, any grid dense enough would win. On generated designs a fifth finds the true grid most often.
 */
const lineShare = 0.2;

/** An edge, or several at one place: where it would be as a start and as an end, NaN where that is known not to be. */
export type Mark = { readonly start: number; readonly end: number; readonly weight: number };

/** How far a position is from the nearest of lines a pitch apart, from the first on; negative before it. */
const offFrom = (at: number, first: number, pitch: number, count: number): number => {
  const index = Math.round((at - first) / pitch);
  return at - first - (index < 0 ? 0 : index >= count ? count - 1 : index) * pitch;
};

/** How far a mark is from the nearest line it may stand on. */
const offLine = ({ count, margin, gutter }: Model, pitch: number, { start, end }: Mark): number => {
  if (Number.isNaN(end)) return offFrom(start, margin, pitch, count);
  const asEnd = offFrom(end, margin + pitch - gutter, pitch, count);
  if (Number.isNaN(start)) return asEnd;
  const asStart = offFrom(start, margin, pitch, count);
  return Math.abs(asEnd) < Math.abs(asStart) ? asEnd : asStart;
};

/**
 * How well a grid explains edges. `bits` is how long they are when told by it: an edge on a line takes the choice of one of n
 * lines, any other its place in the width. So a grid of more columns is better only where it explains more edges than its
 * lines would by chance, and of two that explain as many the one of fewer columns is.
 */
export const judged = (model: Model, marks: readonly Mark[], width: number, tolerance: number): Judged => {
  let [explained, whole, residue, bits] = [0, 0, 0, 0];
  const onLine = lineShare * Math.log2(model.count + 1);
  const anywhere = Math.log2(Math.max(2, width / (2 * tolerance + 1 / 64)));
  const pitch = pitchOf(model, width);
  for (const mark of marks) {
    const { weight } = mark;
    const off = Math.abs(offLine(model, pitch, mark));
    if (off <= tolerance + 1e-9) {
      explained += weight;
      residue += off * weight;
      // How far from its line it stands is told too: the shorter the closer.
      bits += (onLine + 0.5 * Math.log2(1 + 64 * off)) * weight;
      if (off <= 1 / 64 + 1e-9) whole += weight;
    } else bits += (anywhere + 1) * weight;
  }
  return { ...model, explained, exact: whole, residue, bits };
};

/** Margin and gutter that lie closest to the edges a grid explains, by least squares: each edge is linear in both. */
const settled = (model: Model, marks: readonly Mark[], width: number, reach: number): Model => {
  const { count } = model;
  const pitch = pitchOf(model, width);
  let [a, b, c, d, e] = [0, 0, 0, 0, 0];
  for (const mark of marks) {
    const off = offLine(model, pitch, mark);
    if (Math.abs(off) > reach) continue;
    const { weight } = mark;
    // As whichever of the two it is nearer to a line.
    const side =
      Number.isNaN(mark.start) || Math.abs(offOf(model, width, mark.end, 1).off) < Math.abs(offOf(model, width, mark.start, 0).off) ? 1 : 0;
    const at = side === 0 ? mark.start : mark.end;
    // Start i: m(1 − 2i/n) + g·i/n + W·i/n; end i: m(1 − 2(i + 1)/n) + g((i + 1)/n − 1) + W(i + 1)/n.
    const turn = (offOf(model, width, at, side).index + side) / count;
    const [forMargin, forGutter, rest] = [1 - 2 * turn, turn - side, at - width * turn];
    a += weight * forMargin * forMargin;
    b += weight * forMargin * forGutter;
    c += weight * forGutter * forGutter;
    d += weight * forMargin * rest;
    e += weight * forGutter * rest;
  }
  const determinant = a * c - b * b;
  if (Math.abs(determinant) < 1e-9) return model;
  return { count, margin: (d * c - e * b) / determinant, gutter: (a * e - b * d) / determinant };
};

/** Which of two is told first: the one that tells the edges shorter, then the one that more edges stand on exactly, then the closer, then the rounder. */
export const better = (x: Judged, y: Judged): number =>
  x.bits - y.bits || y.exact - x.exact || x.count - y.count || x.residue - y.residue || roundness(x) - roundness(y);
const roundness = ({ margin, gutter }: Model): number => [margin, gutter].filter((length) => length !== Math.round(length)).length;

export const possible = ({ count, margin, gutter }: Model, width: number): boolean => {
  const pitch = (width - 2 * margin + gutter) / count;
  const most = width * mostShare;
  return margin >= 0 && margin <= most && gutter >= 0 && gutter <= most && pitch >= leastPitch && pitch - gutter > 0;
};

/** The best grid near a model with margin and gutter in tenths of a px: whole px first, as people draw. */
export const snapped = (model: Model, marks: readonly Mark[], width: number, tolerance: number): Judged | null => {
  let near = model;
  for (const reach of [2 * tolerance + 0.5, tolerance + 0.1, Math.min(tolerance, 0.6)]) near = settled(near, marks, width, reach);
  const around = (length: number): readonly number[] => {
    const tenth = Math.round(length * 10);
    return [...new Set([Math.round(length) * 10, ...Array.from({ length: 5 }, (_, index) => tenth - 2 + index)])].map(
      (value) => value / 10,
    );
  };
  let best: Judged | null = null;
  for (const margin of around(near.margin))
    for (const gutter of around(near.gutter)) {
      const one = { count: model.count, margin: Math.max(0, margin), gutter: Math.max(0, gutter) };
      if (!possible(one, width)) continue;
      const result = judged(one, marks, width, tolerance);
      if (!best || better(result, best) < 0) best = result;
    }
  return best;
};

/** How many bits of surprise a grid of a picture's edges must be worth: more than the choice of its three numbers from all there are. */
const leastSurprise = 20;

/**
 * Whether so many places of a picture's edges lie on a grid's lines that chance does not explain it: N · KL(k/N ‖ q), the
 * exponent of the binomial's tail (Chernoff), for k of N places on lines that cover the share q of the width.
 */
export const isNoChance = (model: Model, marks: readonly Mark[], width: number, tolerance: number): boolean => {
  const pitch = pitchOf(model, width);
  const explained = marks.filter((mark) => Math.abs(offLine(model, pitch, mark)) <= tolerance + 1e-9).length;
  const [share, chance] = [explained / Math.max(1, marks.length), Math.min(0.95, (2 * model.count * (2 * tolerance + 1)) / width)];
  if (share <= chance) return false;
  const part = (p: number, q: number): number => (p === 0 ? 0 : p * Math.log2(p / q));
  return marks.length * (part(share, chance) + part(1 - share, 1 - chance)) > leastSurprise;
};

export const sameGrid = (x: Model, y: Model): boolean =>
  x.count === y.count && Math.abs(x.margin - y.margin) < 0.05 && Math.abs(x.gutter - y.gutter) < 0.05;
