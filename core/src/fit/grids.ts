import { add, compare, divide, type Exact, exact, multiply, subtract, toNumber } from "../exact/exact";
import { pxText } from "../exact/length";
import { toDecimal } from "../exact/show";
import { layoutFromColumns } from "../layout/defaults";
import type { Breakpoint, Layout } from "../layout/schema";
import type { BoxList } from "./boxes";
import {
  best,
  better,
  isEven,
  isInverted,
  isNoChance,
  type Judged,
  leastPitch,
  type Model,
  mostShare,
  pitchOf,
  possible,
  sameGrid,
  snapped,
  type View,
  viewportEdge,
} from "./explained";
import { type Across, type Mark, marksOfPicture } from "./sides";

/** A grid that boxes may have been drawn on: n columns between margins. Half edge gutters with margins that much narrower are the same lines. */
export type GridFound = {
  readonly columns: number;
  readonly gutter: Exact;
  /** The left margin, and the right one, which is mostly the same. */
  readonly margin: Exact;
  readonly marginEnd: Exact;
  readonly column: Exact;
  /** Number of left and right edges on its lines, or on the viewport's edges, within the tolerance; of how many. */
  readonly explained: number;
  readonly of: number;
};

export type GridsOptions = {
  readonly tolerance?: Exact;
  /** Maximum number of grids. */
  readonly most?: number;
  /** Left and right are one edge of a picture, which could be either: it is explained if one of them is. */
  readonly either?: boolean;
};

const mostColumns = 24;
/** How far a line may be from the whole px at which a picture shows it. */
const pixel = 0.55;
/** So many times the edges of any other grid must be explained by one whose gutters are wider than its columns, in a picture. */
const moreEdges = 1.25;

/** Positions of one kind, those that are the same counted together. */
type Edges = readonly { readonly at: number; readonly weight: number }[];

const gathered = (positions: Edges): Edges => {
  const found: { at: number; weight: number }[] = [];
  for (const { at, weight } of [...positions].sort((a, b) => a.at - b.at)) {
    const last = found.at(-1);
    if (last && at - last.at < 0.01) last.weight += weight;
    else found.push({ at, weight });
  }
  return found;
};

/** The heaviest positions, at most `most`: an edge shared by boxes says more about the grid than a single one. */
const heaviest = (edges: Edges, most: number): Edges => [...edges].sort((a, b) => b.weight - a.weight || a.at - b.at).slice(0, most);

/** A pitch as data suggest it, with how many edges do. */
type Pitch = { readonly pitch: number; readonly votes: number };

/**
 * Maximum number of edges that are compared, and of pitches that are tried. They limit the work; results for real
 * designs do not change.
 */
const mostEdges = 64;
const mostPitches = 600;
/** Maximum number of edges of each kind that rate a grid. The figures of found grids count all edges. */
const mostJudged = 400;

/**
 * Edges of one kind are whole pitches apart, so each difference d votes for d/1, d/2, … d/24. Nearly equal pitches are
 * merged.
 */
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

/** A position within a pitch, the weight of edges there, and the first and last of them. */
type Phase = { readonly phase: number; readonly weight: number; readonly first: number; readonly last: number };

/** The few positions within a pitch that have most edges: the weight within the tolerance, and their mean. */
const phases = (edges: Edges, pitch: number, tolerance: number): readonly Phase[] => {
  const turned = edges.map(({ at, weight }) => ({ at: ((at % pitch) + pitch) % pitch, weight })).sort((a, b) => a.at - b.at);
  // Repeated after the end, so that a window may cross it.
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
  return best.map(({ phase, weight: many }) => {
    const there = edges.filter(({ at }) => Math.abs(at - phase - Math.round((at - phase) / pitch) * pitch) <= 2 * tolerance);
    return { phase, weight: many, first: there[0]?.at ?? phase, last: there.at(-1)?.at ?? phase };
  });
};

/** Exact, with the edges it explains counted exactly. */
const told = (model: Model, across: readonly Across[], width: Exact, tolerance: Exact, either: boolean): GridFound => {
  const { count } = model;
  const [m, e, g] = [model.start, model.end, model.gutter].map((length) => exact(Math.round(length * 10), 10)) as [Exact, Exact, Exact];
  const column = divide(subtract(subtract(width, add(m, e)), multiply(exact(count - 1), g)), exact(count));
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
  return { columns: count, gutter: g, margin: m, marginEnd: e, column, explained, of };
};

/**
 * Grids that boxes at a width may have been drawn on, the likeliest first (docs/fit.md): counts from 1 to 24, margins
 * and gutters up to a third of the width in tenths of a px. Candidates come from the data: pitches from differences
 * between edges of one kind, margin and gutter from the positions of most edges within a pitch. None if nothing
 * repeats.
 */
export const grids = (
  width: Exact,
  across: readonly Across[],
  { tolerance = exact(1), most = 5, either = false }: GridsOptions = {},
): readonly GridFound[] => {
  const wide = toNumber(width);
  const asked = Math.max(1 / 64, toNumber(tolerance));
  const near = either ? Math.min(pixel, asked) : asked;
  const view = { width: wide, tolerance: near, picture: either };
  const marks = either ? marksOfPicture(across, wide).slice(0, 2 * mostJudged) : marksOfBoxes(across, view);
  const inner = (["start", "end"] as const).map((kind) =>
    gathered(marks.flatMap((mark) => (Number.isNaN(mark[kind]) ? [] : [{ at: mark[kind], weight: mark.weight }]))),
  ) as [Edges, Edges];
  const models = new Map<number, Model>();
  const halves = Math.ceil(2 * mostShare * wide) + 2;
  const propose = ({ count, start, end, gutter }: Model): void => {
    const model = { count, start: Math.max(0, start), end: Math.max(0, end), gutter: Math.max(0, gutter) };
    if (count < 1 || count > mostColumns || !possible(model, wide)) return;
    // Models whose lengths are equal to half a px are one.
    const key =
      ((count * halves + Math.round(2 * model.start)) * halves + Math.round(2 * model.end)) * halves + Math.round(2 * model.gutter);
    if (!models.has(key)) models.set(key, model);
  };
  const even = (count: number, margin: number, gutter: number): Model => ({ count, start: margin, end: margin, gutter });
  for (const { pitch } of pitches(inner[0], inner[1], wide)) {
    const [starts, ends] = [phases(inner[0], pitch, near), phases(inner[1], pitch, near)];
    for (const { phase: start, first } of starts)
      for (const { phase: end, last } of ends) {
        // Ends are one gutter before starts.
        const gutter = (((start - end) % pitch) + pitch) % pitch;
        for (const wanted of gutter > pitch - near ? [gutter, 0] : [gutter]) {
          for (let margin = start; margin <= wide * mostShare + near; margin += pitch) {
            const model = even(Math.round((wide - 2 * margin + wanted) / pitch), margin, wanted);
            if (Math.abs(pitchOf(model, wide) - pitch) * model.count <= 3 * near + 1) propose(model);
          }
          // Margins that differ are those that its outermost edges leave.
          const model = { count: Math.round((last - first + wanted) / pitch), start: first, end: wide - last, gutter: wanted };
          if (Math.abs(first + last - wide) > 2 && Math.abs(pitchOf(model, wide) - pitch) * model.count <= 3 * near + 1) propose(model);
        }
      }
  }
  // One or two columns may leave nothing that repeats: outermost edges say the margin, and gaps the gutter.
  for (const left of heaviest(inner[0], 8)) propose(even(1, left.at, 0));
  for (const right of heaviest(inner[1], 8)) propose(even(1, wide - right.at, 0));
  for (const start of heaviest(inner[0], 12))
    for (const end of heaviest(inner[1], 12)) {
      // A gap in the middle, between the first of two columns and the second: both halves are equally wide.
      const gutter = start.at - end.at;
      if (gutter >= 0 && Math.abs(start.at + end.at - wide) <= 2 * near)
        for (const { at } of heaviest(inner[0], 4)) propose(even(2, at, gutter));
    }
  const rated = best(models.values(), 40, marks, view);
  const found: Judged[] = [];
  for (const model of rated) {
    const one = snapped(model, marks, view);
    if (one && !found.some((other) => sameGrid(one, other))) found.push(one);
  }
  const likely = found.sort(better).filter((model) => model.explained > 0 && (!either || isNoChance(model, marks, view)));
  return (either ? invertedLast(fewerFirst(likely), wide) : fewerFirst(likely))
    .slice(0, most)
    .map((model) => told(model, across, width, tolerance, either));
};

/**
 * Of grids that explain equally many edges, and equally many exactly, those with fewer columns first. Grids with even
 * and with uneven margins are not compared.
 */
const fewerFirst = (found: readonly Judged[]): readonly Judged[] => {
  const sorted: Judged[] = [];
  for (const model of found) {
    const isAfter = (other: Judged): boolean =>
      other.explained === model.explained && other.exact <= model.exact && other.count > model.count && isEven(other) === isEven(model);
    const place = sorted.findIndex(isAfter);
    sorted.splice(place < 0 ? sorted.length : place, 0, model);
  }
  return sorted;
};

/** A grid whose gutters are wider than its columns comes after every other, unless it explains many more edges. */
const invertedLast = (found: readonly Judged[], width: number): readonly Judged[] => {
  const sorted = found.filter((model) => !isInverted(model, width));
  for (const model of found) {
    if (!isInverted(model, width)) continue;
    const after = sorted.findLastIndex((other) => moreEdges * other.explained >= model.explained);
    const before = found.slice(0, found.indexOf(model)).reduce((last, other) => Math.max(last, sorted.indexOf(other)), -1);
    sorted.splice(Math.max(after, before) + 1, 0, model);
  }
  return sorted;
};

/** The grids that the boxes of a list, or the upright edges of a picture, may have been drawn on, the likeliest first. */
export const gridsOfList = (list: BoxList, options: Omit<GridsOptions, "either"> = {}): readonly GridFound[] =>
  grids(list.width, list.edges ? uprightEdges(list) : list.boxes.map(({ x, width }) => ({ left: x, right: add(x, width) })), {
    ...options,
    either: list.edges ?? false,
  });

/** The upright edges of a picture, each with both sides of the line it is. */
export const uprightEdges = ({ boxes }: BoxList): readonly Across[] =>
  boxes
    .filter(({ width, height }) => compare(width, height) <= 0)
    .map(({ x, y, width, height }) => ({ left: x, right: add(x, width), top: y, bottom: add(y, height) }));

/** A grid in words, as "12 columns, gutter 24, margin 64". */
export const gridWords = ({ columns, gutter, margin, marginEnd }: GridFound): string =>
  [
    `${columns} ${columns === 1 ? "column" : "columns"}`,
    `gutter ${toDecimal(gutter)}`,
    compare(margin, marginEnd) === 0 ? `margin ${toDecimal(margin)}` : `margins ${toDecimal(margin)} and ${toDecimal(marginEnd)}`,
  ].join(", ");

/** Left and right edges of boxes; those at the viewport's edges say nothing of the columns. */
const marksOfBoxes = (across: readonly Across[], { width, tolerance }: View): readonly Mark[] => {
  const side = (kind: 0 | 1): Edges =>
    heaviest(
      gathered(
        across.flatMap(({ left, right }) => {
          const at = kind === 0 ? left : right;
          return at ? [{ at: toNumber(at), weight: 1 }] : [];
        }),
      ).filter(({ at }) => !viewportEdge(at, kind, width, tolerance)),
      mostJudged,
    );
  return [
    ...side(0).map(({ at, weight }) => ({ start: at, end: NaN, weight })),
    ...side(1).map(({ at, weight }) => ({ start: NaN, end: at, weight })),
  ];
};

/** A breakpoint with a found grid instead of its own. */
export const withGrid = (breakpoint: Breakpoint, { columns, gutter, margin, marginEnd }: GridFound): Breakpoint => {
  const side = (length: Exact): string => pxText(length) ?? "0px";
  return {
    ...breakpoint,
    columns: {
      count: columns,
      gutter: pxText(gutter) ?? "0px",
      margin: { start: side(margin), end: side(marginEnd) },
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
