import { type AreaBox, exact, type Exact, multiply, type Resolution, rowAt, toDecimal, toNumber } from "@ypsiline/core";
import type { Sight } from "./lines";

/** A rectangle on the sheet's paper, screen px from the sheet's top left corner. */
export type Box = { readonly left: number; readonly top: number; readonly width: number; readonly height: number };

/** What is written on the paper, in the box that it fills. */
export type Label = Box & { readonly text: string };

/** The label of an area: its box may be narrower than its words, which then end in an ellipsis. */
export type AreaLabel = Label & { readonly id: string; readonly span: number; readonly shortened: boolean };

/** Heights of the strips and of an area's label, screen px. */
export const numberStrip = 16;
export const sideStrip = 40;
const plateHeight = 18;

/** The number face is monospaced: the advance of a character at its size here, screen px. */
const advance = 11 * 0.6;
/** Least room between two labels, screen px. */
const apart = 4;
/** An area's label narrower than this says nothing. */
const leastPlate = 32;
/** Padding of an area's label, and the room before its number of columns. */
const platePadding = 8;

const meet = (a: Box, b: Box): boolean =>
  a.left < b.left + b.width && b.left < a.left + a.width && a.top < b.top + b.height && b.top < a.top + a.height;

/** Every how many a number is written, so that numbers of such a width have room: 1, 2, 3, 4, 6, 8, 12, 16, 24, 32 … */
const everyHowMany = (pitch: number, width: number): number | null => {
  if (pitch <= 0) return null;
  for (let every = 1; every <= 128; every *= 2)
    for (const each of every === 1 ? [1] : [every, every * 1.5]) if (each * pitch >= width) return each;
  return null;
};

/** Column numbers in the strip above the sheet, each over the middle of its column. */
export const columnLabels = ({ columns }: Resolution, scale: number): readonly Label[] => {
  const [first, second] = columns;
  if (!first) return [];
  const width = String(columns.length).length * advance;
  const pitch = second ? (toNumber(second.start) - toNumber(first.start)) * scale : Infinity;
  const every = everyHowMany(pitch, width + apart);
  if (every === null) return [];
  return columns.flatMap((track, index) => {
    const number = index + 1;
    // The first is written if the next one leaves room for it.
    if (number % every !== 0 && !(number === 1 && (every - 1) * pitch >= width + apart)) return [];
    const middle = (toNumber(track.start) + toNumber(track.width) / 2) * scale;
    return [{ text: String(number), left: middle - width / 2, top: -numberStrip, width, height: numberStrip }];
  });
};

/** Px down the strip at the sheet's start, by a step that is so many base units; only what is in sight. */
export const pxLabels = (height: number, base: Exact, scale: number, sight: Sight): readonly Label[] => {
  const unit = toNumber(base) > 0 ? base : exact(8);
  let step = unit;
  while (toNumber(step) * scale < 24) step = multiply(step, exact(2));
  const labels: Label[] = [];
  const px = toNumber(step) * scale;
  for (let k = Math.max(0, Math.floor(sight.from / px)); k * px <= Math.min(height * scale, sight.until); k += 1)
    labels.push(besideSheet(toDecimal(multiply(exact(k), step), 2), k * px));
  return labels;
};

const besideSheet = (text: string, middle: number): Label => {
  const width = Math.min(text.length * advance, sideStrip - apart);
  return { text, left: -apart - width, top: Math.max(0, middle - 6), width, height: 12 };
};

/** A row that is written beside the sheet, and whether the sheet cuts it. */
export type RowLabel = Label & { readonly row: number };

/** Row numbers in the strip at the sheet's start: those that are visible and have room. */
export const rowLabels = ({ grid, rows }: Resolution, height: number, scale: number, sight: Sight): readonly RowLabel[] => {
  if (!rows || !grid.rows) return [];
  const pitch = toNumber(rows.pitch) * scale;
  const every = everyHowMany(pitch, 14);
  if (every === null) return [];
  const labels: RowLabel[] = [];
  for (let row = rowAt(grid, Math.max(0, sight.from) / scale, 1); ; row += 1) {
    const top = toNumber(grid.rows.start(row)) * scale;
    if (top >= height * scale || top > sight.until) break;
    const tall = Math.min(toNumber(grid.rows.end(row)) * scale, height * scale) - top;
    if (row % every === 0 && tall > 0) labels.push({ row, ...besideSheet(String(row), top + Math.min(tall, pitch) / 2) });
  }
  // Sections of dividing rows need not continue evenly: a number that would overlap the previous one is left out.
  return labels.filter((label, index) => !labels[index - 1] || !meet(label, labels[index - 1] ?? label));
};

/** The row that the end of the drawing cuts off; null if there is none. */
export const cutRow = ({ grid, rows }: Resolution, height: number): number | null => {
  if (!rows || !grid.rows) return null;
  const row = rowAt(grid, Math.max(0, height - 1e-6), 1);
  const [top, bottom] = [toNumber(grid.rows.start(row)), toNumber(grid.rows.end(row))];
  return top < height - 1e-6 && bottom > height + 1e-6 ? row : null;
};

/** Lines a label is tried on, from the top of its area down. */
const lines = 5;

/**
 * The position of each area's name inside its box, without overlaps with each other or with `taken`. In the areas'
 * order, each name goes to the first line of its box with room for all of it, else it is shortened where most fits,
 * else it is left out. `width` is the sheet's, screen px: nothing is written outside. `measure` returns the width of a
 * name, screen px.
 */
export const areaLabels = (
  boxes: readonly AreaBox[],
  scale: number,
  width: number,
  measure: (name: string) => number,
  taken: readonly Box[] = [],
): readonly AreaLabel[] => {
  const all: Box[] = [...taken];
  const labels: AreaLabel[] = [];
  for (const box of boxes) {
    const { area, placement } = box.one;
    const number = String(placement.span).length * advance + platePadding;
    const wanted = Math.ceil(measure(area.name) + number + 2 * platePadding);
    const [left, top] = [Math.max(0, box.left * scale) + 2, Math.max(0, box.top * scale) + 2];
    const [right, bottom] = [Math.min(width, (box.left + box.width) * scale) - 2, (box.top + box.height) * scale - 2];
    let best: Box | null = null;
    for (let line = 0; line < lines && (best?.width ?? 0) < wanted; line += 1) {
      const y = top + line * (plateHeight + 2);
      if (y + plateHeight > bottom) break;
      const free = freeIn(all, { left, top: y, width: right - left, height: plateHeight }, wanted);
      if (free && free.width >= leastPlate && (best === null || free.width > best.width)) best = free;
    }
    if (best === null) continue;
    all.push(best);
    labels.push({ ...best, id: area.id, text: area.name, span: placement.span, shortened: best.width < wanted });
  }
  return labels;
};

/** The first free part of a line with the wanted width, else the widest; null if the line is full. */
const freeIn = (all: readonly Box[], line: Box, wanted: number): Box | null => {
  const end = line.left + line.width;
  const inWay = all.filter((one) => meet(one, line)).sort((a, b) => a.left - b.left);
  let from = line.left;
  let best: Box | null = null;
  for (const one of [...inWay, null]) {
    const until = one ? Math.min(end, one.left - apart) : end;
    const width = Math.min(wanted, until - from);
    if (width > (best?.width ?? 0)) best = { ...line, left: from, width };
    if (width >= wanted) return best;
    if (one) from = Math.max(from, one.left + one.width + apart);
  }
  return best;
};
