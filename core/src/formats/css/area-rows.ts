import type { Rows } from "../../layout/schema";
import { bare, type Property } from "./parts";
import { sectionIn } from "./sums";

/** Rows of a grid with areas, as properties and lines. */
export type Rowing = {
  /** Rows that go on inside an area on the same grid: those that repeat by themselves, those that divide as its outer ones. */
  readonly same: readonly Property[];
  readonly properties: readonly Property[];
  /** The first line of a row, and how many tracks so many rows take. */
  readonly line: (row: number) => number;
  readonly tracks: (rows: number) => number;
  /** How far the first row starts above the grid's own top, negative; null if it does not. */
  readonly above: string | null;
};

const plainRows = (properties: readonly Property[], same: readonly Property[], above: string | null = null): Rowing => ({
  same,
  properties,
  above,
  line: (row) => row,
  tracks: (rows) => rows,
});

const subgrid: readonly Property[] = [["grid-template-rows", "subgrid"]];

/**
 * Rows as tracks. Dividing rows share a section by fr. If areas continue in further sections, tracks between rows are
 * the gutters, and tracks between sections the margins.
 */
export const rowing = (rows: Rows | null, needed: number, height: string | null, text: (length: string) => string): Rowing => {
  if (!rows) return plainRows([], []);
  const gutter = text(rows.gutter);
  if (rows.kind === "repeating") {
    const offset = text(rows.offset);
    const tracks: readonly Property[] = [
      ["grid-auto-rows", text(rows.height)],
      ["row-gap", gutter],
    ];
    const over = rows.offset.startsWith("-");
    return plainRows(
      [...tracks, ["padding-block", Number.parseFloat(offset) === 0 || over ? "0px" : `${offset} 0px`]],
      tracks,
      over ? offset : null,
    );
  }
  const { count, margin } = rows;
  const [above, below] = [text(margin.start), text(margin.end)];
  const sections = Math.max(1, Math.ceil(needed / count));
  const section = height === null ? null : sectionIn(height, rows, text);
  const padding: Property = ["padding-block", above === below ? above : `${above} ${below}`];
  const size = (times: number): readonly Property[] =>
    section === null ? [] : [["block-size", times === 1 ? section : `calc(${section} * ${times})`]];
  // Inside an area the height is the area's, which its rows share: all of it, unless it is held or they go on below it. They
  // are lengths then, each of which a browser puts on its own layout unit.
  const shared = height !== null || (sections === 1 && rows.least === undefined && rows.most === undefined);
  const room = `${sectionIn(`(100% + ${bare(above)} + ${bare(below)})`, rows, text)} - ${bare(above)} - ${bare(below)}`;
  const row = shared ? "minmax(0, 1fr)" : `calc((${room} - ${count - 1} * ${bare(gutter)}) / ${count})`;
  if (sections === 1)
    return plainRows([...size(1), padding, ["grid-template-rows", `repeat(${count}, ${row})`], ["row-gap", gutter]], subgrid);
  const own = count === 1 ? row : `repeat(${count - 1}, ${row} ${gutter}) ${row}`;
  const between = `calc(${bare(below)} + ${bare(above)})`;
  return {
    same: subgrid,
    properties: [
      ...size(sections),
      padding,
      ["grid-template-rows", Array.from({ length: sections }, () => own).join(` ${between} `)],
      ["row-gap", "0px"],
    ],
    line: (row) => 2 * row - 1,
    tracks: (many) => 2 * many - 1,
    above: null,
  };
};
