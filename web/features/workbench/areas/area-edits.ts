import {
  type Area,
  type AreaGeometry,
  type Layout,
  limits,
  type Place,
  type Placement,
  type Resolution,
  slugOf,
  untaken,
} from "@ypsiline/core";

/** A plain placement: in the grid, not over others, with no grid of its own inside. */
const plain = (place: Place): Placement => ({ ...place, leaves: "none", over: false, inside: null });

const withArea = (layout: Layout, id: string, change: (area: Area) => Area): Layout => ({
  ...layout,
  areas: layout.areas.map((area) => (area.id === id ? change(area) : area)),
});

/** Changes an area's placement at a breakpoint; undefined members are removed. */
export const withPlacement = (layout: Layout, id: string, at: string, change: Partial<Placement>): Layout =>
  withArea(layout, id, (area) => {
    const placement = area.placements[at];
    return placement ? { ...area, placements: { ...area.placements, [at]: { ...placement, ...change } } } : area;
  });

/** Shows an area at a place of a breakpoint; what else its placement says there stays. */
export const placeAt = (layout: Layout, id: string, at: string, place: Place): Layout =>
  withArea(layout, id, (area) => ({
    ...area,
    placements: { ...area.placements, [at]: { ...(area.placements[at] ?? plain(place)), row: undefined, rowSpan: undefined, ...place } },
  }));

/** An area and all areas inside it. */
const withInner = ({ areas }: Layout, id: string): ReadonlySet<string> => {
  const found = new Set([id]);
  for (let size = 0; size !== found.size;) {
    size = found.size;
    for (const area of areas) if (area.within !== undefined && found.has(area.within)) found.add(area.id);
  }
  return found;
};

/** Hides an area at a breakpoint, with the areas inside it. */
export const hideAt = (layout: Layout, id: string, at: string): Layout => {
  const gone = withInner(layout, id);
  return {
    ...layout,
    areas: layout.areas.map((area) =>
      gone.has(area.id) ? { ...area, placements: Object.fromEntries(Object.entries(area.placements).filter(([key]) => key !== at)) } : area,
    ),
  };
};

export const mayAddArea = ({ areas }: Layout): boolean => areas.length < limits.areas;

/** Adds an area at a place of a breakpoint, last in reading order, with a name no other has. */
export const addArea = (
  layout: Layout,
  at: string,
  place: Place,
  within: string | undefined,
): { readonly layout: Layout; readonly id: string } => {
  const name = untaken("Area", (one) => layout.areas.some((area) => area.name === one), " ");
  const id = untaken(slugOf(name, "area", 32), (one) => layout.areas.some((area) => area.id === one));
  const area: Area = { id, name, ...(within === undefined ? {} : { within }), placements: { [at]: plain(place) } };
  return { layout: { ...layout, areas: [...layout.areas, area] }, id };
};

/** Removes an area with those inside it. */
export const removeArea = (layout: Layout, id: string): Layout => {
  const gone = withInner(layout, id);
  return { ...layout, areas: layout.areas.filter((area) => !gone.has(area.id)) };
};

/** Moves an area in reading order by so many places. */
export const reorderArea = (layout: Layout, id: string, by: number): Layout => {
  const from = layout.areas.findIndex((area) => area.id === id);
  const area = layout.areas[from];
  const to = Math.max(0, Math.min(layout.areas.length - 1, from + by));
  if (!area || to === from) return layout;
  return { ...layout, areas: layout.areas.toSpliced(from, 1).toSpliced(to, 0, area) };
};

/** Which edges of an area are moved: all of them, or one. */
export type Edge = "all" | "start" | "end" | "top" | "bottom";

/** Most rows an area may be moved down to. */
const lastRow = 10_000;
const within = (value: number, least: number, most: number): number => Math.max(least, Math.min(most, value));

/** An area's place after its edges were moved by whole columns and rows, held inside the columns and below row 1. */
export const moved = ({ placement, row, rowSpan, on }: AreaGeometry, edge: Edge, columns: number, rows: number): Place => {
  const { column, span } = placement;
  const end = column + span;
  const bottom = row + rowSpan;
  const keptRows: Pick<Place, "row" | "rowSpan"> = { row: placement.row, rowSpan: placement.rowSpan };
  switch (edge) {
    case "all": {
      const to = within(column + columns, 1, Math.max(1, on.count - span + 1));
      return {
        column: to,
        span,
        ...(rows === 0 ? keptRows : { row: within(row + rows, 1, lastRow - rowSpan), rowSpan: placement.rowSpan }),
      };
    }
    case "start": {
      const to = within(column + columns, 1, end - 1);
      return { column: to, span: end - to, ...keptRows };
    }
    case "end":
      return { column, span: within(end + columns, column + 1, Math.max(on.count, column) + 1) - column, ...keptRows };
    case "top": {
      const to = within(row + rows, 1, bottom - 1);
      return { column, span, row: to, rowSpan: bottom - to === 1 ? undefined : bottom - to };
    }
    case "bottom": {
      const many = within(bottom + rows, row + 1, lastRow) - row;
      return { column, span, row: placement.row, rowSpan: many === 1 ? undefined : many };
    }
    default:
      return edge satisfies never;
  }
};

/** The previous area on the same grid; null for the first. */
const before = ({ areas }: Resolution, one: AreaGeometry): AreaGeometry | null => {
  const own = areas.filter(({ area }) => area.within === one.area.within);
  return own[own.findIndex(({ area }) => area.id === one.area.id) - 1] ?? null;
};

/** A place beside the previous area: in the free columns after it, in its row; null if there are none. */
export const besideBefore = (resolution: Resolution, one: AreaGeometry): Place | null => {
  const other = before(resolution, one);
  if (!other) return null;
  const from = other.placement.column + other.placement.span;
  const free = one.on.count - from + 1;
  return free < 1
    ? null
    : { column: from, span: Math.min(one.placement.span, free), row: other.placement.row, rowSpan: one.placement.rowSpan };
};

/** On a row of its own: all columns, below everything that comes before it. */
export const ownRow = (resolution: Resolution, one: AreaGeometry): Place => {
  const own = resolution.areas.filter(({ area }) => area.within === one.area.within);
  const earlier = own.slice(
    0,
    own.findIndex(({ area }) => area.id === one.area.id),
  );
  const below = Math.max(0, ...earlier.map(({ row, rowSpan }) => row + rowSpan - 1)) + 1;
  const numbered = one.placement.row !== undefined || earlier.some(({ placement }) => placement.row !== undefined);
  return { column: 1, span: one.on.count, row: numbered ? below : undefined, rowSpan: one.placement.rowSpan };
};
