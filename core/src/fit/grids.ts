import { add, compare, divide, type Exact, exact, multiply, subtract, toNumber } from "../exact/exact";
import { pxText } from "../exact/length";
import { layoutFromColumns } from "../layout/defaults";
import type { Breakpoint, Layout } from "../layout/schema";
import {
  leastPitch,
  mostShare,
  pitchOf,
  viewportEdge,
  judged,
  better,
  possible,
  snapped,
  isNoChance,
  sameGrid,
  type Model,
  type Judged,
  type Mark,
} from "./explained";

/** A grid that boxes may have been drawn on: n columns between equal margins. Half edge gutters with margins that much narrower are the same lines. */
export type GridFound = {
  readonly columns: number;
  readonly gutter: Exact;
  readonly margin: Exact;
  readonly column: Exact;
  /** Left and right edges that stand on its lines, or the viewport's edges, within the tolerance; of how many. */
  readonly explained: number;
  readonly of: number;
};

/** What is known of a box across; edges that belong to no box have one side only. */
export type Across = { readonly left: Exact | null; readonly right: Exact | null };

export type GridsOptions = {
  readonly tolerance?: Exact;
  /** As many are told. */
  readonly most?: number;
  /** Left and right are one edge of a picture, of which nobody says which it is: it is explained where either is. */
  readonly either?: boolean;
};

const mostColumns = 24;

/** Positions of one kind, those that are the same counted together. */
type Edges = readonly { readonly at: number; readonly weight: number }[];

const gathered = (positions: readonly number[]): Edges => {
  const found: { at: number; weight: number }[] = [];
  for (const at of [...positions].sort((a, b) => a - b)) {
    const last = found.at(-1);
    if (last && at - last.at < 0.01) last.weight += 1;
    else found.push({ at, weight: 1 });
  }
  return found;
};

/** The heaviest positions, at most so many: an edge that boxes share says more of the grid than one that stands alone. */
const heaviest = (edges: Edges, most: number): Edges => [...edges].sort((a, b) => b.weight - a.weight || a.at - b.at).slice(0, most);

/** A pitch as data suggest it, with how many edges do. */
type Pitch = { readonly pitch: number; readonly votes: number };

/** Most edges whose differences are looked at, and pitches that are tried: they bound the work, not the answer's quality on real designs. */
const mostEdges = 64;
const mostPitches = 600;
/** Most edges of each kind that grids are rated by; what is told of those that are found counts all. */
const mostJudged = 400;

/** Edges of one kind lie whole pitches apart: each difference d votes for d/1, d/2, … d/24. Pitches that agree are one. */
const pitches = (lefts: Edges, rights: Edges, width: number): readonly Pitch[] => {
  const votes: { pitch: number; weight: number }[] = [];
  for (const kind of [heaviest(lefts, mostEdges), heaviest(rights, mostEdges)])
    for (const [index, a] of kind.entries())
      for (const b of kind.slice(0, index)) {
        const distance = Math.abs(a.at - b.at);
        for (let k = 1; k <= mostColumns && distance / k >= leastPitch; k += 1)
          if (distance / k <= width) votes.push({ pitch: distance / k, weight: Math.sqrt(a.weight * b.weight) });
      }
  votes.sort((a, b) => a.pitch - b.pitch);
  const found: { pitch: number; votes: number; sum: number }[] = [];
  for (const { pitch, weight } of votes) {
    const last = found.at(-1);
    if (last && pitch - last.pitch < 0.04) {
      last.votes += weight;
      last.sum += pitch * weight;
    } else found.push({ pitch, votes: weight, sum: pitch * weight });
  }
  return found
    .map(({ votes: many, sum }) => ({ pitch: sum / many, votes: many }))
    .sort((a, b) => b.votes - a.votes || b.pitch - a.pitch)
    .slice(0, mostPitches);
};

/** Where in a pitch most edges stand: the weight within the tolerance of a phase, and their mean. The best few. */
const phases = (edges: Edges, pitch: number, tolerance: number): readonly { readonly phase: number; readonly weight: number }[] => {
  const turned = edges.map(({ at, weight }) => ({ at: ((at % pitch) + pitch) % pitch, weight })).sort((a, b) => a.at - b.at);
  // Once more past the end, so that a window may lie across it.
  const twice = [...turned, ...turned.map(({ at, weight }) => ({ at: at + pitch, weight }))];
  const found: { phase: number; weight: number }[] = [];
  let [end, weight, sum] = [0, 0, 0];
  for (let from = 0; from < turned.length; from += 1) {
    const first = twice[from];
    if (!first) break;
    for (let next = twice[end]; end < from + turned.length && next && next.at - first.at <= 2 * tolerance; next = twice[end]) {
      weight += next.weight;
      sum += next.at * next.weight;
      end += 1;
    }
    found.push({ phase: (sum / weight) % pitch, weight });
    weight -= first.weight;
    sum -= first.at * first.weight;
  }
  const best: { phase: number; weight: number }[] = [];
  for (const one of found.sort((a, b) => b.weight - a.weight)) {
    if (best.length >= 3) break;
    if (best.every(({ phase }) => Math.abs(phase - one.phase) > tolerance)) best.push(one);
  }
  return best;
};

const marksOf = (edges: Edges, kind: 0 | 1): readonly Mark[] =>
  edges.map(({ at, weight }) => (kind === 0 ? { start: at, end: NaN, weight } : { start: NaN, end: at, weight }));

/** Exact, with the edges it explains counted exactly. */
const told = ({ count, margin, gutter }: Model, across: readonly Across[], width: Exact, tolerance: Exact, either: boolean): GridFound => {
  const [m, g] = [exact(Math.round(margin * 10), 10), exact(Math.round(gutter * 10), 10)];
  const column = divide(subtract(subtract(width, add(m, m)), multiply(exact(count - 1), g)), exact(count));
  const pitch = add(column, g);
  const within = (at: Exact, first: Exact, edge: Exact): boolean => {
    const index = Math.max(0, Math.min(count - 1, Math.round((toNumber(at) - toNumber(first)) / toNumber(pitch))));
    const far = (line: Exact): boolean => compare(subtract(at, line), tolerance) <= 0 && compare(subtract(line, at), tolerance) <= 0;
    return far(add(first, multiply(exact(index), pitch))) || far(edge);
  };
  const zero = exact(0);
  const once = (sum: number): number => (either ? Math.min(1, sum) : sum);
  const explained = across.reduce(
    (sum, { left, right }) => sum + once((left && within(left, m, zero) ? 1 : 0) + (right && within(right, add(m, column), width) ? 1 : 0)),
    0,
  );
  const of = across.reduce((sum, { left, right }) => sum + once((left ? 1 : 0) + (right ? 1 : 0)), 0);
  return { columns: count, gutter: g, margin: m, column, explained, of };
};

/**
 * Grids that boxes at a width may have been drawn on, the likeliest first (docs/fit.md): counts from 1 to 24, margins and
 * gutters up to a third of the width in tenths of a px. Candidates come from the data: pitches from differences between
 * edges of one kind, margin and gutter from where in a pitch most of them stand. None where nothing repeats.
 */
export const grids = (
  width: Exact,
  across: readonly Across[],
  { tolerance = exact(1), most = 5, either = false }: GridsOptions = {},
): readonly GridFound[] => {
  const [wide, near] = [toNumber(width), Math.max(1 / 64, toNumber(tolerance))];
  const rough = (positions: readonly (Exact | null)[]): Edges => gathered(positions.flatMap((at) => (at ? [toNumber(at)] : [])));
  const sides = [rough(across.map(({ left }) => left)), rough(across.map(({ right }) => right))] as const;
  const inside = (kind: 0 | 1): Edges =>
    heaviest(
      sides[kind].filter(({ at }) => !viewportEdge(at, kind, wide, near)),
      mostJudged,
    );
  const inner: readonly [Edges, Edges] = [inside(0), inside(1)];
  const models = new Map<string, Model>();
  const propose = (model: Model): void => {
    if (model.count < 1 || model.count > mostColumns) return;
    const key = `${model.count} ${Math.round(model.margin * 2)} ${Math.round(model.gutter * 2)}`;
    if (!models.has(key)) models.set(key, model);
  };
  for (const { pitch } of pitches(inner[0], inner[1], wide)) {
    for (const { phase: start } of phases(inner[0], pitch, near))
      for (const { phase: end } of phases(inner[1], pitch, near)) {
        // Ends stand a gutter before starts.
        const gutter = (((start - end) % pitch) + pitch) % pitch;
        for (const wanted of gutter > pitch - near ? [gutter, 0] : [gutter])
          for (let margin = start; margin <= wide * mostShare + near; margin += pitch) {
            const count = Math.round((wide - 2 * margin + wanted) / pitch);
            const model = { count, margin, gutter: wanted };
            if (Math.abs(pitchOf(model, wide) - pitch) * count <= 3 * near + 1) propose(model);
          }
      }
  }
  // One or two columns may leave nothing that repeats: outermost edges say the margin, and gaps the gutter.
  for (const left of heaviest(inner[0], 8)) propose({ count: 1, margin: left.at, gutter: 0 });
  for (const right of heaviest(inner[1], 8)) propose({ count: 1, margin: wide - right.at, gutter: 0 });
  for (const start of heaviest(inner[0], 12))
    for (const end of heaviest(inner[1], 12)) {
      // A gap in the middle, where the second of two columns starts and the first ends: both halves are as wide.
      const gutter = start.at - end.at;
      if (gutter >= 0 && Math.abs(start.at + end.at - wide) <= 2 * near)
        for (const { at } of heaviest(inner[0], 4)) propose({ count: 2, margin: at, gutter });
    }
  const marks = either ? pairedMarks(across, wide, near) : [...marksOf(inner[0], 0), ...marksOf(inner[1], 1)];
  const rated = [...models.values()]
    .filter((model) => possible({ ...model, margin: Math.max(0, model.margin), gutter: Math.max(0, model.gutter) }, wide))
    .map((model) => judged(model, marks, wide, near))
    .sort(better)
    .slice(0, 40);
  const found: Judged[] = [];
  for (const model of rated) {
    const one = snapped(model, marks, wide, near);
    if (one && !found.some((other) => sameGrid(one, other))) found.push(one);
  }
  return found
    .sort(better)
    .filter((model) => model.explained > 0 && (!either || isNoChance(model, marks, wide, near)))
    .slice(0, most)
    .map((model) => told(model, across, width, tolerance, either));
};

/** Edges of a picture as marks, those at one place together; those at the viewport's edges say nothing of the columns. */
const pairedMarks = (across: readonly Across[], width: number, tolerance: number): readonly Mark[] => {
  const found = new Map<string, { start: number; end: number; weight: number }>();
  for (const { left, right } of across) {
    if (!left || !right) continue;
    const [start, end] = [toNumber(left), toNumber(right)];
    if (viewportEdge(start, 0, width, tolerance) || viewportEdge(end, 1, width, tolerance)) continue;
    const key = `${start.toFixed(2)} ${end.toFixed(2)}`;
    const known = found.get(key);
    if (known) known.weight += 1;
    else found.set(key, { start, end, weight: 1 });
  }
  return [...found.values()].sort((a, b) => b.weight - a.weight || a.start - b.start).slice(0, 2 * mostJudged);
};

/** A breakpoint with a grid that was found in place of its own. */
export const withGrid = (breakpoint: Breakpoint, { columns, gutter, margin }: GridFound): Breakpoint => {
  const side = pxText(margin) ?? "0px";
  return {
    ...breakpoint,
    columns: {
      count: columns,
      gutter: pxText(gutter) ?? "0px",
      margin: { start: side, end: side },
      edgeGutters: "none",
      container: { kind: "fluid" },
    },
  };
};

/** A new layout of a grid that was found, drawn at the width it was found at. */
export const layoutFromGrid = (name: string, width: Exact, grid: GridFound): Layout => {
  const layout = layoutFromColumns(name, toNumber(width), grid.columns);
  const last = layout.breakpoints.length - 1;
  return { ...layout, breakpoints: layout.breakpoints.map((one, index) => (index === last ? withGrid(one, grid) : one)) };
};
