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
  /** Its height is not known: rows are bands, drawn as high as each other. */
  readonly band: boolean;
};

/** How high a band is drawn, px of layout, where the sheet leaves it room. */
const bandHeight = 120;

type Frame = { readonly top: number; readonly band: number };

/**
 * Boxes of a breakpoint's areas as they are drawn, outer ones first. Positions are resolve's; only where it says none, because
 * rows are bands, bands of one height stand for them.
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

/** The column of a grid that a position across falls in, from 1; the nearest one outside of it. */
export const columnAt = (grid: AreaGrid, x: number): number => {
  const pitch = toNumber(grid.column) + toNumber(grid.gutter);
  return Math.max(1, Math.min(grid.count, Math.floor((x - toNumber(columnLine(grid, 1)) + toNumber(grid.gutter) / 2) / pitch) + 1));
};

/** The row of a grid that a position down falls in, from 1; bands are counted by the height they are drawn with. */
export const rowAt = ({ rows }: AreaGrid, y: number, band: number): number => {
  if (!rows?.top) return Math.max(1, Math.floor(y / band) + 1);
  const from = toNumber(rows.top);
  // Rows go on for ever: double until past, then halve.
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

/** How far apart rows of a grid start, px of layout; bands by the height they are drawn with. */
export const rowPitch = ({ rows }: AreaGrid, row: number, band: number): number =>
  rows ? Math.max(1, toNumber(rows.start(row + 1)) - toNumber(rows.start(row))) : band;

/** How high a band of the sheet is drawn. */
export const bandOf = (boxes: readonly AreaBox[]): number => {
  const first = boxes.find(({ band, one }) => band && one.area.within === undefined);
  return first ? first.height / first.one.rowSpan : bandHeight;
};
