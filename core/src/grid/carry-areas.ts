import { ownMember } from "../layout/member";
import { flow } from "./flow";
import type { Area, Breakpoint, Layout, Placement } from "../layout/schema";

/**
 * How areas are copied from one breakpoint to another: with the same share of the columns, one below the other, or two
 * by two.
 */
export const carryWays = ["same-share", "stacked", "two-by-two"] as const;
export type CarryWay = (typeof carryWays)[number];

const placementAt = ({ placements }: Area, id: string): Placement | undefined => ownMember(placements, id);

/** The containing area of an area; null if it is in none. */
const outerOf = (layout: Layout, area: Area): Area | null => layout.areas.find(({ id }) => id === area.within) ?? null;

/** The number of columns of an area's grid at a breakpoint; null if its containing area is not shown. */
export const columnsUnder = (layout: Layout, area: Area, breakpoint: Breakpoint): number | null => {
  const outer = outerOf(layout, area);
  if (!outer) return breakpoint.columns.count;
  const placement = placementAt(outer, breakpoint.id);
  if (!placement) return null;
  return placement.inside?.kind === "own" ? placement.inside.count : placement.span;
};

/** A placement without its row: it flows. */
const flowing = ({ row: _, ...placement }: Placement): Placement => placement;

/**
 * From n to n′ columns with the same share: start line ⌊(a − 1)·n′/n⌉, end line ⌊(a − 1 + k)·n′/n⌉, at least one
 * column.
 */
const sameShare = ({ column, span }: Pick<Placement, "column" | "span">, from: number, to: number): { column: number; span: number } => {
  const line = (at: number): number => Math.floor((2 * at * to + from) / (2 * from));
  const end = Math.max(1, line(column - 1 + span));
  const start = Math.min(line(column - 1), end - 1);
  return { column: start + 1, span: end - start };
};

/** Whether two placements share a cell, with rows as they flow. */
const overlaps = (placements: readonly Placement[]): ReadonlySet<string> => {
  const rows = flow(placements.map(({ column, span, row, rowSpan = 1 }) => ({ column, span, row, rowSpan })));
  const found = new Set<string>();
  placements.forEach((a, i) =>
    placements.forEach((b, j) => {
      const [top, other] = [rows[i] ?? 1, rows[j] ?? 1];
      const apart =
        a.column + a.span <= b.column ||
        b.column + b.span <= a.column ||
        top + (a.rowSpan ?? 1) <= other ||
        other + (b.rowSpan ?? 1) <= top;
      if (i < j && !apart) found.add(`${i} ${j}`);
    }),
  );
  return found;
};

/** The placements of siblings at another breakpoint. */
const carried = (placements: readonly Placement[], way: CarryWay, from: number, to: number): readonly Placement[] => {
  switch (way) {
    case "stacked":
      return placements.map((placement) => ({ ...flowing(placement), column: 1, span: to }));
    case "two-by-two": {
      const first = Math.ceil(to / 2);
      return placements.map((placement, index) => ({
        ...flowing(placement),
        ...(to < 2 ? { column: 1, span: to } : index % 2 === 0 ? { column: 1, span: first } : { column: first + 1, span: to - first }),
      }));
    }
    case "same-share": {
      const shared = placements.map((placement) => ({ ...placement, ...sameShare(placement, from, to) }));
      // With fewer columns two areas may get the same one. Then all rows are dropped, and flow separates them in their
      // order.
      const before = overlaps(placements);
      return [...overlaps(shared)].every((pair) => before.has(pair)) ? shared : shared.map(flowing);
    }
    default:
      return way satisfies never;
  }
};

/**
 * Copies the areas of one breakpoint to another, from the outermost in, each into the columns of its own grid.
 * Placements at the other breakpoint are replaced; an area that is not shown here keeps its placement there.
 */
export const carryAreas = (layout: Layout, fromId: string, toId: string, way: CarryWay): Layout => {
  const [from, to] = [fromId, toId].map((id) => layout.breakpoints.find((one) => one.id === id));
  if (!from || !to || from === to) return layout;
  let next = layout;
  const carry = (within: string | undefined): void => {
    const here = layout.areas.flatMap((area) => {
      const placement = area.within === within ? placementAt(area, fromId) : undefined;
      return placement ? [{ area, placement }] : [];
    });
    const [first] = here;
    if (!first) return;
    const n = columnsUnder(layout, first.area, from);
    const other = columnsUnder(next, first.area, to);
    if (n === null || other === null) return;
    const placed = carried(
      here.map(({ placement }) => placement),
      way,
      n,
      other,
    );
    const byId = new Map(here.map(({ area }, index) => [area.id, placed[index]]));
    next = {
      ...next,
      areas: next.areas.map((area) => {
        const placement = byId.get(area.id);
        return placement ? { ...area, placements: { ...area.placements, [toId]: placement } } : area;
      }),
    };
    for (const { area } of here) carry(area.id);
  };
  carry(undefined);
  return next;
};
