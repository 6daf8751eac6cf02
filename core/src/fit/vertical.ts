import { add, type Exact, fromJsonNumber, toNumber } from "../exact/exact";
import type { Layout } from "../layout/schema";
import { pxText } from "../exact/length";
import type { BoxList } from "./boxes";

/** A base unit that lengths down the page may be multiples of. */
export type UnitFound = { readonly unit: Exact; readonly explained: number; readonly of: number };

/** Rows that boxes may have been drawn on: they repeat, the first at the offset. */
export type RowsFound = {
  readonly pitch: Exact;
  readonly height: Exact;
  readonly gutter: Exact;
  readonly offset: Exact;
  /** Tops on row starts and bottoms on row ends, of how many. */
  readonly explained: number;
  readonly of: number;
};

export type VerticalFound = { readonly unit: UnitFound | null; readonly rows: RowsFound | null };

const units = { least: 2, most: 64 } as const;
const pitches = { least: 4, most: 400 } as const;
/** Units and rows that explain less than this share are not reported. */
const leastShare = 0.6;
const within = 1 / 64 + 1e-9;

/** How far a length is from a multiple of a unit. */
const offMultiple = (length: number, unit: number): number => Math.abs(length - Math.round(length / unit) * unit);

/**
 * How many bits are saved in describing n positions, if k of them are on lines a step apart: log₂ step each, because
 * one whole px in `step` has such a line, less one bit for each other position. `phases` are described once.
 */
const saved = (explained: number, of: number, step: number, phases: number): number =>
  (explained - phases) * Math.log2(step) - (of - explained);

/** The position within a pitch that most positions have, in whole px, and how many do. */
const phaseOf = (positions: readonly number[], pitch: number): { readonly phase: number; readonly count: number } => {
  const counts = new Int32Array(pitch);
  for (const at of positions) {
    const turned = ((Math.round(at) % pitch) + pitch) % pitch;
    if (Math.abs(at - Math.round(at)) <= within) counts[turned] = (counts[turned] ?? 0) + 1;
  }
  let phase = 0;
  for (let at = 1; at < pitch; at += 1) if ((counts[at] ?? 0) > (counts[phase] ?? 0)) phase = at;
  return { phase, count: counts[phase] ?? 0 };
};

/**
 * The base unit and the rows that explain most tops and heights of boxes (docs/fit.md), in whole px, each within 1/64
 * px: the unit of 2 to 64 that most heights and tops are multiples of, and the pitch of 4 to 400 that separates most
 * tops and most bottoms. The best is the one with the shortest description, which prefers larger ones. Null if fewer
 * than 6 of 10 are explained, or only by 1 px.
 */
export const verticalGrid = ({ boxes, edges }: BoxList): VerticalFound => {
  const tall = edges ? [] : boxes.filter(({ height }) => toNumber(height) > 0);
  const tops = tall.map(({ y }) => toNumber(y));
  const bottoms = tall.map(({ y, height }) => toNumber(add(y, height)));
  const lengths = [...tall.map(({ height }) => toNumber(height)), ...tops.filter((top) => top !== 0)];
  const best = <T extends { readonly bits: number; readonly explained: number; readonly of: number }>(found: readonly T[]): T | null => {
    const first = found.reduce<T | null>((most, one) => (most === null || one.bits > most.bits ? one : most), null);
    return first && first.bits > 0 && first.explained >= leastShare * first.of ? first : null;
  };
  const range = ({ least, most }: { readonly least: number; readonly most: number }): readonly number[] =>
    Array.from({ length: most - least + 1 }, (_, index) => least + index);
  const unit = best(
    range(units).map((size) => {
      const explained = lengths.filter((length) => offMultiple(length, size) <= within).length;
      return { size, explained, of: lengths.length, bits: saved(explained, lengths.length, size, 0) };
    }),
  );
  const rows = best(
    range(pitches).map((pitch) => {
      const [start, end] = [phaseOf(tops, pitch), phaseOf(bottoms, pitch)];
      const [explained, of] = [start.count + end.count, tops.length + bottoms.length];
      const gutter = (start.phase - end.phase + pitch) % pitch;
      return { pitch, gutter, offset: start.phase, explained, of, bits: saved(explained, of, pitch, 2) };
    }),
  );
  return {
    unit: unit && { unit: fromJsonNumber(unit.size), explained: unit.explained, of: unit.of },
    rows: rows && {
      pitch: fromJsonNumber(rows.pitch),
      height: fromJsonNumber(rows.pitch - rows.gutter),
      gutter: fromJsonNumber(rows.gutter),
      offset: fromJsonNumber(rows.offset),
      explained: rows.explained,
      of: rows.of,
    },
  };
};

/** A layout with rows that were found at one of its breakpoints. */
export const withRows = (layout: Layout, breakpoint: string, { height, gutter, offset }: RowsFound): Layout => ({
  ...layout,
  breakpoints: layout.breakpoints.map((one) =>
    one.id === breakpoint
      ? {
          ...one,
          rows: { kind: "repeating", height: pxText(height) ?? "8px", gutter: pxText(gutter) ?? "0px", offset: pxText(offset) ?? "0px" },
        }
      : one,
  ),
});
