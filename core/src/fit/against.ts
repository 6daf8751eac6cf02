import { absolute, add, compare, divide, type Exact, exact, subtract, toNumber, zero } from "../exact/exact";
import { px } from "../exact/length";
import { type AreaGeometry, type AreaGrid, columnLine, columnsTogether } from "../grid/areas";
import { lengthContext, resolve, type Resolution } from "../grid/resolve";
import type { Parsed } from "../layout/parse";
import type { Breakpoint, Layout } from "../layout/schema";
import type { Box, BoxList } from "./boxes";
import { type Lines, linesEvery, linesOf } from "./lines";

/**
 * How a position compares with the nearest line: on it (within 1/64 px), near (within the tolerance), or off. Bounds
 * are included.
 */
export type Standing = "on" | "near" | "off";

export type LineFit = {
  /** The position measured. */
  readonly at: Exact;
  /** Measured minus the nearest line, px, exact. */
  readonly off: Exact;
  readonly is: Standing;
};

/** An edge against column starts or ends, and the viewport's own. */
export type EdgeFit = LineFit & { readonly to: number | "viewport" };

/** The sides of a box that are compared with lines. */
export const boxSides = ["left", "right", "top", "bottom"] as const;
export type BoxSide = (typeof boxSides)[number];

export type BoxFit = {
  readonly box: Box;
  /** The area whose inner grid it is compared with; null for the breakpoint's own grid. */
  readonly within: string | null;
  /** Null if the box is an edge of a picture that is horizontal, or nearer to a line of the other kind. */
  readonly left: EdgeFit | null;
  readonly right: EdgeFit | null;
  /** Its width as whole columns with the gutters between, and what is left over: negative where less. */
  readonly columns: number;
  readonly rest: Exact;
  readonly width: Standing;
  /** Compared with row starts and ends if there are rows, else with baseline lines; null if there are neither. */
  readonly top: LineFit | null;
  readonly bottom: LineFit | null;
  /** Its height in base units. */
  readonly baseUnits: Exact;
  /** White space down to the next box below that overlaps it sideways. */
  readonly below: { readonly gap: Exact; readonly to: Box } | null;
  /** If it has the name or id of an area: measured minus placed, px; null if that is unknown. */
  readonly area: {
    readonly id: string;
    readonly left: Exact;
    readonly right: Exact;
    readonly top: Exact | null;
    readonly bottom: Exact | null;
  } | null;
};

export type Fit = {
  readonly breakpoint: Breakpoint;
  readonly width: Exact;
  readonly tolerance: Exact;
  /** All sides that are compared with a line; edges of a picture once each. */
  readonly edges: Readonly<Record<Standing, number>>;
  /** Of these the left and right ones, and the upright edges of a picture: those that columns decide. */
  readonly across: Readonly<Record<Standing, number>>;
  readonly boxes: readonly BoxFit[];
};

export type FitOptions = {
  /** A breakpoint to hold against instead of the one that applies at the list's width. */
  readonly breakpoint?: string;
  /** How far off is near, px; 1 unless said. */
  readonly tolerance?: Exact;
};

const lineWidth = exact(1, 64);
const one = exact(1);

export const standing = (off: Exact, tolerance: Exact): Standing => {
  const far = absolute(off);
  return compare(far, lineWidth) <= 0 ? "on" : compare(far, tolerance) <= 0 ? "near" : "off";
};

const worst: Readonly<Record<Standing, number>> = { on: 0, near: 1, off: 2 };

/** The verdict for a box, or an edge of a picture: that of its worst side, without sides that are off on purpose. */
export const verdict = (one: BoxFit, isMeant: (side: BoxSide) => boolean = () => false): Standing =>
  boxSides.reduce<Standing>((sum, side) => {
    const is = one[side]?.is ?? "on";
    return worst[is] > worst[sum] && !isMeant(side) ? is : sum;
  }, "on");

/** Maximum number of row lines, from the top of a grid down. */
const mostLines = 20_000;

/**
 * Starts and ends of a grid's rows, from its top down to a height; baseline lines if it has no rows; null if neither is
 * known.
 */
const verticalLines = (
  grid: AreaGrid,
  top: Exact | null,
  until: number,
): { readonly starts: Lines<number>; readonly ends: Lines<number> } | null => {
  const { rows, baseline } = grid;
  if (rows?.top) {
    const starts: (readonly [Exact, number])[] = [];
    const ends: (readonly [Exact, number])[] = [];
    for (let row = 1; row <= mostLines; row += 1) {
      const start = add(rows.top, rows.start(row));
      starts.push([start, row]);
      ends.push([add(rows.top, rows.end(row)), row]);
      if (toNumber(start) > until) break;
    }
    return { starts: linesOf(starts), ends: linesOf(ends) };
  }
  if (!rows && baseline && top) {
    const lines = linesEvery(add(top, baseline.offset), baseline.step);
    return { starts: lines, ends: lines };
  }
  return null;
};

/** A grid as boxes are compared with it. */
type Held = {
  readonly grid: AreaGrid;
  readonly within: string | null;
  readonly starts: Lines<number | "viewport">;
  readonly ends: Lines<number | "viewport">;
  readonly down: ReturnType<typeof verticalLines>;
};

const held = (grid: AreaGrid, within: string | null, viewport: Exact, down: Held["down"]): Held => {
  const columns = Array.from({ length: grid.count }, (_, index) => index + 1);
  const start = (column: number): Exact => columnLine(grid, column);
  return {
    grid,
    within,
    starts: linesOf<number | "viewport">([...columns.map((column) => [start(column), column] as const), [zero, "viewport"]]),
    ends: linesOf<number | "viewport">([
      ...columns.map((column) => [add(start(column), grid.column), column] as const),
      [viewport, "viewport"],
    ]),
    down,
  };
};

/** Widths of 0, 1, 2 … n columns together, once for each grid. */
const togethers = new WeakMap<AreaGrid, readonly Exact[]>();
const togetherIn = (grid: AreaGrid): readonly Exact[] => {
  const known = togethers.get(grid);
  if (known) return known;
  const made = Array.from({ length: grid.count + 1 }, (_, k) => (k === 0 ? zero : columnsTogether(grid, k)));
  togethers.set(grid, made);
  return made;
};

/**
 * A width as whole columns of a grid and a rest (docs/fit.md): the most that fit, or one more if that is nearer and
 * within the tolerance.
 */
export const inColumns = (width: Exact, grid: AreaGrid, tolerance: Exact): { readonly columns: number; readonly rest: Exact } => {
  const pitch = toNumber(grid.column) + toNumber(grid.gutter);
  if (pitch <= 0) return { columns: 0, rest: width };
  const together = togetherIn(grid);
  const fits = (k: number): boolean => compare(together[k] ?? width, width) <= 0;
  // Floats say about how many; exact numbers say which.
  let columns = Math.max(0, Math.min(grid.count, Math.floor((toNumber(width) + toNumber(grid.gutter)) / pitch)));
  while (columns > 0 && !fits(columns)) columns -= 1;
  while (columns < grid.count && fits(columns + 1)) columns += 1;
  const rest = subtract(width, together[columns] ?? zero);
  if (columns === grid.count) return { columns, rest };
  const more = together[columns + 1] ?? zero;
  const most = Math.max(toNumber(tolerance), toNumber(lineWidth));
  if (toNumber(more) - toNumber(width) > most + unsure) return { columns, rest };
  const less = subtract(width, more);
  const nearer = compare(absolute(less), absolute(rest)) < 0 && standing(less, tolerance) !== "off";
  return nearer ? { columns: columns + 1, rest: less } : { columns, rest };
};

/** Floats of lengths up to 100,000 px tell them further apart than this for certain, px. */
const unsure = 1e-6;

/**
 * Whether a box is inside an area and smaller than it, as far as that is known: an area in bands has no known height.
 */
const liesIn = (box: Box, area: AreaGeometry): boolean => {
  if (!area.top || !area.bottom) return false;
  const [x, y] = [toNumber(box.x), toNumber(box.y)];
  if (x < toNumber(area.left) - unsure || x > toNumber(area.right) + unsure) return false;
  if (y < toNumber(area.top) - unsure || y > toNumber(area.bottom) + unsure) return false;
  const [right, bottom] = [add(box.x, box.width), add(box.y, box.height)];
  const inside =
    compare(box.x, area.left) >= 0 && compare(right, area.right) <= 0 && compare(box.y, area.top) >= 0 && compare(bottom, area.bottom) <= 0;
  return inside && (compare(box.width, area.width) < 0 || compare(box.height, subtract(area.bottom, area.top)) < 0);
};

/** For each box the next one below it that overlaps it sideways: found among floats, which tell px decimals apart. */
const nextBelow = (boxes: readonly Box[]): ((index: number) => number | null) => {
  const apart = 5e-7;
  const rough = boxes.map(({ x, y, width, height }) => {
    const [left, top] = [toNumber(x), toNumber(y)];
    return { left, top, right: left + toNumber(width), bottom: top + toNumber(height) };
  });
  const order = rough.map((_, index) => index).sort((a, b) => (rough[a]?.top ?? 0) - (rough[b]?.top ?? 0) || a - b);
  const tops = order.map((index) => rough[index]?.top ?? 0);
  return (index) => {
    const own = rough[index];
    if (!own) return null;
    let [from, until] = [0, tops.length];
    while (from < until) {
      const middle = (from + until) >> 1;
      if ((tops[middle] ?? 0) < own.bottom - apart) from = middle + 1;
      else until = middle;
    }
    for (let at = from; at < order.length; at += 1) {
      const other = rough[order[at] ?? -1];
      if (other && order[at] !== index && other.left < own.right - apart && own.left < other.right - apart) return order[at] ?? null;
    }
    return null;
  };
};

/** Of two lines, the one nearer to an edge of a picture. */
const nearer = <T extends LineFit>(first: T | null, last: T | null): readonly [T | null, T | null] =>
  first && last && compare(absolute(first.off), absolute(last.off)) > 0 ? [null, last] : [first, first ? null : last];

type Sides = Pick<BoxFit, "left" | "right" | "top" | "bottom">;

/**
 * All four sides of a box; for an edge of a picture only the nearest line, of columns for a vertical edge, of rows for
 * a horizontal one.
 */
const sidesOf = ({ left, right, top, bottom }: Sides, { width, height }: Box, isEdge: boolean): Sides => {
  if (!isEdge) return { left, right, top, bottom };
  const level = compare(width, height) > 0;
  const [first, last] = nearer(left, right);
  const [above, below] = nearer(top, bottom);
  return { left: level ? null : first, right: level ? null : last, top: level ? above : null, bottom: level ? below : null };
};

/** Holds boxes against a resolution of the layout at their width. */
const fitIn = (layout: Layout, list: BoxList, resolution: Resolution, tolerance: Exact): Fit => {
  const { areas, width } = resolution;
  const until = Math.max(0, ...list.boxes.map(({ y, height }) => toNumber(y) + toNumber(height)));
  const base = px(layout.base, lengthContext(layout, width));
  const root = held(resolution.grid, null, width, verticalLines(resolution.grid, zero, until));
  const grids = new Map<string, Held>();
  const gridIn = (area: AreaGeometry): Held => {
    const known = grids.get(area.area.id);
    if (known || !area.inside) return known ?? root;
    const outer = byId.get(area.area.within ?? "");
    // A baseline continues through an area on the same grid; its rows are counted from the area's first.
    const goesOn = area.inside.kind === "same" && !area.inside.rows;
    const down = goesOn ? (outer ? gridIn(outer) : root).down : verticalLines(area.inside, area.top, until);
    const made = held(area.inside, area.area.id, width, down);
    grids.set(area.area.id, made);
    return made;
  };
  const byName = new Map(areas.flatMap((one) => [[one.area.name, one] as const, [one.area.id, one] as const]));
  const byId = new Map(areas.map((one) => [one.area.id, one]));
  // Innermost first, of those as deep in document order.
  const gridded = areas.filter(({ inside }) => inside !== null).sort((a, b) => b.depth - a.depth);
  const below = nextBelow(list.boxes);
  const [edges, across] = [
    { on: 0, near: 0, off: 0 },
    { on: 0, near: 0, off: 0 },
  ];
  const edge = (position: Exact, lines: Held["starts"]): EdgeFit => {
    const near = lines.nearest(position);
    const off = near?.off ?? zero;
    return { at: position, to: near?.to ?? "viewport", off, is: standing(off, tolerance) };
  };
  const counted = (sides: Sides): Sides => {
    for (const side of boxSides) {
      const one = sides[side];
      if (!one) continue;
      edges[one.is] += 1;
      if (side === "left" || side === "right") across[one.is] += 1;
    }
    return sides;
  };
  const line = (position: Exact, lines: Lines<number> | undefined): LineFit | null => {
    const near = lines?.nearest(position);
    return near ? { at: position, off: near.off, is: standing(near.off, tolerance) } : null;
  };
  const boxes = list.boxes.map((box, index): BoxFit => {
    const own = byName.get(box.name) ?? null;
    const named = box.area === null || box.area === own?.area.id ? undefined : byId.get(box.area);
    const outer = own ? byId.get(own.area.within ?? "") : named?.inside ? named : gridded.find((area) => liesIn(box, area));
    const on = outer ? gridIn(outer) : root;
    const right = add(box.x, box.width);
    const bottom = add(box.y, box.height);
    const { columns, rest } = inColumns(box.width, on.grid, tolerance);
    const next = below(index);
    const other = next === null ? undefined : list.boxes[next];
    return {
      box,
      within: on.within,
      ...counted(
        sidesOf(
          {
            left: edge(box.x, on.starts),
            right: edge(right, on.ends),
            top: line(box.y, on.down?.starts),
            bottom: line(bottom, on.down?.ends),
          },
          box,
          list.edges ?? false,
        ),
      ),
      columns,
      rest,
      width: standing(rest, tolerance),
      baseUnits: divide(box.height, base),
      below: other ? { gap: subtract(other.y, bottom), to: other } : null,
      area: own && {
        id: own.area.id,
        left: subtract(box.x, own.left),
        right: subtract(right, own.right),
        top: own.top && subtract(box.y, own.top),
        bottom: own.bottom && subtract(bottom, own.bottom),
      },
    };
  });
  return { breakpoint: resolution.breakpoint, width, tolerance, edges, across, boxes };
};

/**
 * Compares each box of a list with a layout at the list's width (docs/fit.md): its left edge with column starts, its
 * right edge with column ends, both also with the viewport's edges; its width in columns; its top and bottom with rows
 * or baseline lines; its height in base units. Exact. Returns an error if the named breakpoint is not in the layout.
 */
export const fit = (layout: Layout, list: BoxList, { breakpoint, tolerance = one }: FitOptions = {}): Parsed<Fit> => {
  const resolved = resolve(layout, { width: list.width, ...(breakpoint === undefined ? {} : { breakpoint }) });
  return resolved.ok ? { ok: true, value: fitIn(layout, list, resolved.value, tolerance) } : resolved;
};
