import { type Box, type BoxList, compare, fromJsonNumber, toNumber } from "@ypsiline/core";

/** A rectangle in CSS px of the page. */
export type Marked = { readonly x: number; readonly y: number; readonly width: number; readonly height: number };

/** Where sides of a marked box snap to, CSS px: a drawn edge is as thick as its line, so that a box begins and ends at its outer side. */
export type Snaps = { readonly x: Sides; readonly y: Sides };
type Sides = { readonly starts: readonly number[]; readonly ends: readonly number[] };

export const noSnaps: Snaps = { x: { starts: [], ends: [] }, y: { starts: [], ends: [] } };

/** The lines of the edges that were found in a picture (an upright edge is thin, a level one low), or the sides of boxes. */
export const snapsOf = (list: BoxList): Snaps => {
  const sides = () => ({ starts: [] as number[], ends: [] as number[] });
  const snaps = { x: sides(), y: sides() };
  for (const { x, y, width, height } of list.boxes) {
    const upright = compare(width, height) <= 0;
    for (const [to, from, size] of [
      ...(upright || !list.edges ? [[snaps.x, toNumber(x), toNumber(width)] as const] : []),
      ...(!upright || !list.edges ? [[snaps.y, toNumber(y), toNumber(height)] as const] : []),
    ]) {
      to.starts.push(from);
      to.ends.push(from + size);
    }
  }
  return snaps;
};

/** The nearest line within reach of a place, else the place on whole device px. */
const snapped = (at: number, lines: readonly number[], reach: number, density: number): number => {
  let best = Math.round(at * density) / density;
  let least = reach;
  for (const line of lines)
    if (Math.abs(line - at) <= least) {
      least = Math.abs(line - at);
      best = line;
    }
  return best;
};

type Place = readonly [x: number, y: number];

/** The box between two places of a picture, its sides on edges that were found within reach, px of the page. */
export const markedBetween = (one: Place, other: Place, snaps: Snaps, reach: number, density: number): Marked => {
  const side = (axis: 0 | 1, { starts, ends }: Sides): readonly [number, number] => {
    const start = snapped(Math.min(one[axis], other[axis]), starts, reach, density);
    return [start, Math.max(0, snapped(Math.max(one[axis], other[axis]), ends, reach, density) - start)];
  };
  const [[x, width], [y, height]] = [side(0, snaps.x), side(1, snaps.y)];
  return { x, y, width, height };
};

/** Numbers of a box as a list of boxes holds them: at most six decimals. */
const held = (value: number) => fromJsonNumber(Math.round(value * 1_000_000) / 1_000_000);

/** A list with a marked box added. Edges that were found alone are no boxes and stay out of it: they are what the box snapped to. */
export const withMarked = (list: BoxList, marked: Marked): BoxList => {
  const boxes = list.edges ? [] : list.boxes;
  const taken = new Set(boxes.map(({ name }) => name));
  let number = boxes.length + 1;
  while (taken.has(`Box ${number}`)) number += 1;
  const box: Box = {
    name: `Box ${number}`,
    x: held(marked.x),
    y: held(marked.y),
    width: held(marked.width),
    height: held(marked.height),
    area: null,
  };
  return { ...list, edges: false, boxes: [...boxes, box] };
};

/** The list with one of its boxes called something else. */
export const renamed = (list: BoxList, index: number, name: string): BoxList => ({
  ...list,
  boxes: list.boxes.map((box, at) => (at === index ? { ...box, name } : box)),
});
