import { idPattern } from "../layout/schema";
import type { Area, Layout, Placement } from "../layout/schema";
import type { Place } from "../layout/place-text";
import type { Resolution } from "./resolve";
import { shareCell } from "./white-space";

/** What a word map cannot express about an area: that it overlaps another, leaves the grid, or has a grid inside it. */
type Unsaid = { readonly id: string; readonly name: string; readonly why: "over" | "leaves" | "inside" };

export type WordMap = {
  /** The value of grid-template-areas: one string per row, a dot for an empty cell. */
  readonly text: string;
  readonly unsaid: readonly Unsaid[];
};

/** Maximum number of rows of a map; nobody reads longer ones. */
export const mostMapRows = 400;

/**
 * A breakpoint's areas as a word map (CSS Grid Layout Module Level 2, grid-template-areas): the ids of areas that are
 * in no other, with rows as they flow. An area that overlaps an earlier one, or is outside the columns, is left out.
 * Null if the map would be too long.
 */
export const wordMap = ({ areas, terms }: Resolution): WordMap | null => {
  const top = areas.filter(({ area }) => area.within === undefined);
  const last = Math.max(0, ...top.map(({ row, rowSpan }) => row + rowSpan - 1));
  if (last > mostMapRows) return null;
  const inside = ({ placement: { column, span }, row }: (typeof top)[number]): boolean =>
    column >= 1 && column + span - 1 <= terms.count && row >= 1;
  const said = top.filter((one, index) => inside(one) && !top.slice(0, index).some((other) => shareCell(one, other)));
  const rows = Array.from({ length: last }, (_, y) =>
    Array.from({ length: terms.count }, (__, x) => {
      const one = said.find(
        ({ placement: { column, span }, row, rowSpan }) =>
          x + 1 >= column && x + 1 < column + span && y + 1 >= row && y + 1 < row + rowSpan,
      );
      return one ? one.area.id : ".";
    }),
  );
  // Columns under each other, as people write them.
  const wide = Array.from({ length: terms.count }, (_, x) => Math.max(0, ...rows.map((row) => row[x]?.length ?? 0)));
  const text = rows.map((row) => `"${row.map((cell, x) => cell.padEnd(x === row.length - 1 ? 0 : (wide[x] ?? 0))).join(" ")}"`).join("\n");
  const unsaid = areas.flatMap((one): Unsaid[] => {
    const { id, name } = one.area;
    if (one.area.within !== undefined || (top.includes(one) && !said.includes(one)))
      return one.area.within === undefined ? [{ id, name, why: "over" }] : [];
    return [
      ...(one.placement.leaves === "none" ? [] : [{ id, name, why: "leaves" as const }]),
      ...(one.inside === null ? [] : [{ id, name, why: "inside" as const }]),
    ];
  });
  return { text, unsaid };
};

export type MapCell = { readonly id: string } & Required<Pick<Place, "column" | "span">> & {
    readonly row: number;
    readonly rowSpan: number;
  };

export type ReadMap =
  | { readonly ok: true; readonly columns: number; readonly cells: readonly MapCell[] }
  | { readonly ok: false; readonly message: string; /** The row that is wrong, from 1. */ readonly row: number };

/** Rows of a map: its strings, or its lines if it has none. */
const rowsOf = (text: string): readonly string[] => {
  const strings = [...text.matchAll(/"([^"]*)"|'([^']*)'/g)].map((found) => found[1] ?? found[2] ?? "");
  return strings.length > 0 ? strings : text.split(/\r?\n/).filter((line) => line.trim() !== "");
};

/**
 * Reads a word map: rows of names and dots, all with the same number of cells, every name a rectangle (CSS Grid Layout
 * Module Level 2, 7.3). Names are ids. An error names the row and what would be right.
 */
export const readWordMap = (text: string): ReadMap => {
  const rows = rowsOf(text).map((row) => row.trim().split(/\s+/).filter(Boolean));
  const fault = (row: number, message: string): ReadMap => ({ ok: false, row, message });
  if (rows.length > mostMapRows) return fault(mostMapRows + 1, `a map has at most ${mostMapRows} rows`);
  const columns = rows[0]?.length ?? 0;
  const found = new Map<string, { column: number; span: number; row: number; rowSpan: number; cells: number }>();
  for (const [y, row] of rows.entries()) {
    if (row.length !== columns) return fault(y + 1, `row ${y + 1} has ${row.length} cells and the first ${columns}; every row has as many`);
    for (const [x, cell] of row.entries()) {
      if (/^\.+$/.test(cell)) continue;
      if (!idPattern.test(cell))
        return fault(y + 1, `“${cell.slice(0, 40)}” is no id: a small letter, then small letters, digits or hyphens`);
      const known = found.get(cell);
      if (!known) {
        found.set(cell, { column: x + 1, span: 1, row: y + 1, rowSpan: 1, cells: 1 });
        continue;
      }
      known.cells += 1;
      const right = Math.max(known.column + known.span, x + 2);
      known.span = right - Math.min(known.column, x + 1);
      known.column = Math.min(known.column, x + 1);
      known.rowSpan = y + 2 - known.row;
    }
  }
  for (const [id, { column, span, row, rowSpan, cells }] of found) {
    if (cells === span * rowSpan) continue;
    // The first row in which the rectangle around the name contains something else.
    const broken = rows.findIndex(
      (line, y) => y + 1 >= row && y + 1 < row + rowSpan && line.slice(column - 1, column - 1 + span).some((cell) => cell !== id),
    );
    return fault(broken + 1, `${id} is no rectangle: in row ${broken + 1} it would have to take columns ${column}–${column + span - 1}`);
  }
  return { ok: true, columns, cells: [...found].map(([id, { cells: _, ...place }]) => ({ id, ...place })) };
};

/**
 * A layout with a breakpoint's areas as in a map. Unknown ids become new areas; areas that are no longer in the map are
 * not shown; everything that a map cannot express stays.
 */
export const withWordMap = (layout: Layout, at: string, cells: readonly MapCell[], before: WordMap): Layout => {
  const over = new Set(before.unsaid.filter(({ why }) => why === "over").map(({ id }) => id));
  const plain: Pick<Placement, "leaves" | "over" | "inside"> = { leaves: "none", over: false, inside: null };
  const placed = ({ column, span, row, rowSpan }: MapCell, old: Placement | undefined): Placement => {
    const { rowSpan: _, ...rest } = old ?? { ...plain, column, span };
    return { ...rest, column, span, row, ...(rowSpan === 1 ? {} : { rowSpan }) };
  };
  const known = layout.areas.map((area): Area => {
    if (area.within !== undefined) return area;
    const cell = cells.find(({ id }) => id === area.id);
    if (cell) return { ...area, placements: { ...area.placements, [at]: placed(cell, area.placements[at]) } };
    if (over.has(area.id)) return area;
    return { ...area, placements: Object.fromEntries(Object.entries(area.placements).filter(([id]) => id !== at)) };
  });
  const added = cells
    .filter(({ id }) => !layout.areas.some((area) => area.id === id))
    .map((cell): Area => ({
      id: cell.id,
      name: cell.id.charAt(0).toUpperCase() + cell.id.slice(1).replaceAll("-", " "),
      placements: { [at]: placed(cell, undefined) },
    }));
  return { ...layout, areas: [...known, ...added] };
};
