import { type Exact, toNumber } from "../exact/exact";

/** What is known of a box across; edges that belong to no box have one side only. */
export type Across = {
  readonly left: Exact | null;
  readonly right: Exact | null;
  /** The start and end of an edge of a picture, if known: edges side by side belong to boxes in one row. */
  readonly top?: Exact;
  readonly bottom?: Exact;
};

/** An edge, or several at one position: its position as a start and as an end of columns; NaN if it cannot be one. */
export type Mark = { readonly start: number; readonly end: number; readonly weight: number };

/** Edges of a picture at most this far apart belong together, px: the two sides of a border and its inside. */
const widestSide = 3;
/** Edges whose ends are this close to each other are in one row, px. */
const sameRow = 2;
/** Content of a box says less about columns than the box, because of its padding. */
const insideWeight = 0.5;

type Side = { left: number; right: number; readonly from: number; readonly to: number; weight: number };
type Box = { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number };

/**
 * Merges edges that belong together: the longest, as wide as all of them together. Edges without ends belong together
 * if they are at one position.
 */
const joined = (edges: readonly Side[]): readonly Side[] => {
  const sides: Side[] = [];
  const byPlace = new Map<number, Side[]>();
  for (const edge of [...edges].sort((a, b) => b.to - b.from - (a.to - a.from) || a.left - b.left)) {
    const near = Array.from({ length: 2 * widestSide + 1 }, (_, index) => Math.floor(edge.left) + index - widestSide);
    const side = near
      .flatMap((place) => byPlace.get(place) ?? [])
      .find(
        (one) =>
          Math.max(one.right, edge.right) - Math.min(one.left, edge.left) <= widestSide + 1e-9 &&
          2 * (Math.min(one.to, edge.to) - Math.max(one.from, edge.from)) >= edge.to - edge.from,
      );
    if (side) {
      [side.left, side.right] = [Math.min(side.left, edge.left), Math.max(side.right, edge.right)];
      if (Number.isFinite(edge.from)) continue;
      side.weight += edge.weight;
    } else {
      const own = { ...edge };
      sides.push(own);
      const place = Math.floor(edge.left);
      byPlace.set(place, [...(byPlace.get(place) ?? []), own]);
    }
  }
  return sides;
};

/** Sides that begin and end together, as those of the boxes in one row do, from left to right. */
const rowsOf = (sides: readonly Side[]): readonly (readonly Side[])[] => {
  const rows: Side[][] = [];
  const open: Side[][] = [];
  for (const side of [...sides].sort((a, b) => a.from - b.from)) {
    while (open[0]?.[0] && side.from - open[0][0].from > sameRow) open.shift();
    const row = open.find(([first]) => first !== undefined && Math.abs(first.to - side.to) <= sameRow);
    if (row) row.push(side);
    else {
      const own = [side];
      rows.push(own);
      open.push(own);
    }
  }
  return rows.map((row) => row.sort((a, b) => a.left - b.left));
};

/**
 * Edges of a picture as marks of columns. Edges a border's width apart count once: as a start at the left side, as an
 * end at the right. Edges with common ends are the sides of boxes in a row, so they start and end columns in turn.
 * Content of such a box counts half.
 */
export const marksOfPicture = (across: readonly Across[], width: number): readonly Mark[] => {
  const edges = across.flatMap(({ left, right, top, bottom }): Side[] =>
    left && right
      ? [
          {
            left: toNumber(left),
            right: toNumber(right),
            from: top ? toNumber(top) : -Infinity,
            to: bottom ? toNumber(bottom) : Infinity,
            weight: 1,
          },
        ]
      : [],
  );
  const sides = joined(edges);
  const ways = new Map<Side, "start" | "end">();
  const boxes: Box[] = [];
  for (const row of rowsOf(sides.filter(({ from }) => Number.isFinite(from))))
    if (row.length % 2 === 0)
      row.forEach((side, index) => {
        ways.set(side, index % 2 === 0 ? "start" : "end");
        const next = row[index + 1];
        if (index % 2 === 0 && next) boxes.push({ left: side.right, right: next.left, top: side.from, bottom: side.to });
      });
  const isInside = (side: Side): boolean =>
    boxes.some(
      (box) =>
        side.left > box.left + widestSide &&
        side.right < box.right - widestSide &&
        side.from >= box.top - sameRow &&
        side.to <= box.bottom + sameRow,
    );
  const marks = new Map<string, { start: number; end: number; weight: number }>();
  for (const side of sides) {
    if (side.left <= 1 || side.right >= width - 1) continue;
    const way = ways.get(side);
    const mark = {
      start: way === "end" ? NaN : side.left,
      end: way === "start" ? NaN : side.right,
      weight: side.weight * (isInside(side) ? insideWeight : 1),
    };
    const key = `${mark.start.toFixed(2)} ${mark.end.toFixed(2)}`;
    const known = marks.get(key);
    if (known) known.weight += mark.weight;
    else marks.set(key, mark);
  }
  return [...marks.values()].sort((a, b) => b.weight - a.weight);
};
