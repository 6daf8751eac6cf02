import { toNumber } from "../exact/exact";
import { type AreaGeometry, type AreaGrid, columnLine } from "./areas";
import type { Resolution } from "./resolve";

/** Where an area is drawn, px of layout. */
export type AreaBox = {
  readonly one: AreaGeometry;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  /** True if its height is not known: rows are bands, all drawn with one height. */
  readonly band: boolean;
};

/** Height of a drawn band, px of layout, if the sheet has room for it. */
const bandHeight = 120;

type Frame = { readonly top: number; readonly band: number };

/**
 * Boxes of a breakpoint's areas as they are drawn, outer ones first. Positions come from `resolve`. It has none if rows
 * are bands; then bands of one height are drawn.
 */
export const areaBoxes = ({ areas, height }: Resolution): readonly AreaBox[] => {
  const boxes = new Map<string, AreaBox>();
  const bands = (of: readonly AreaGeometry[]): number => Math.max(1, ...of.map(({ row, rowSpan }) => row + rowSpan - 1));
  const top = areas.filter(({ area }) => area.within === undefined);
  const root: Frame = { top: 0, band: Math.min(bandHeight, toNumber(height) / bands(top)) };
  for (const one of areas) {
    const outer = one.area.within === undefined ? null : boxes.get(one.area.within);
    const inner = areas.filter(({ area }) => area.within === one.area.within);
    const frame = outer ? { top: outer.top, band: outer.height / bands(inner) } : root;
    const known = one.top !== null && one.height !== null;
    boxes.set(one.area.id, {
      one,
      left: toNumber(one.left),
      width: Math.max(0, toNumber(one.width)),
      top: one.top ? toNumber(one.top) : frame.top + (one.row - 1) * frame.band,
      height: Math.max(0, known && one.height ? toNumber(one.height) : one.rowSpan * frame.band),
      band: !known,
    });
  }
  return [...boxes.values()];
};

/** The column at a horizontal position, from 1; outside the grid the nearest one. */
export const columnAt = (grid: AreaGrid, x: number): number => {
  const pitch = toNumber(grid.column) + toNumber(grid.gutter);
  return Math.max(1, Math.min(grid.count, Math.floor((x - toNumber(columnLine(grid, 1)) + toNumber(grid.gutter) / 2) / pitch) + 1));
};

/** The row at a vertical position, from 1. Bands are counted with their drawn height. */
export const rowAt = ({ rows }: AreaGrid, y: number, band: number): number => {
  if (!rows?.top) return Math.max(1, Math.floor(y / band) + 1);
  const from = toNumber(rows.top);
  // Rows repeat without end: double until past the position, then bisect.
  let most = 1;
  while (most < 20_000 && from + toNumber(rows.start(most + 1)) <= y) most *= 2;
  let least = 1;
  while (most - least > 0) {
    const middle = Math.ceil((least + most) / 2);
    if (from + toNumber(rows.start(middle)) <= y) least = middle;
    else most = middle - 1;
  }
  return least;
};

/** Distance between the starts of two rows, px of layout. Bands have their drawn height. */
export const rowPitch = ({ rows }: AreaGrid, row: number, band: number): number =>
  rows ? Math.max(1, toNumber(rows.start(row + 1)) - toNumber(rows.start(row))) : band;

/** The drawn height of a band of the sheet. */
export const bandOf = (boxes: readonly AreaBox[]): number => {
  const first = boxes.find(({ band, one }) => band && one.area.within === undefined);
  return first ? first.height / first.one.rowSpan : bandHeight;
};
