/** Lines a fixed step apart, as two paths: every so many stands out. */
export type Lines = { readonly strong: string; readonly weak: string };

/** A window of a drawing, screen px. */
export type Sight = { readonly from: number; readonly until: number };

export type LinesOf = {
  readonly step: number;
  readonly every: number;
  readonly offset: number;
  readonly length: number;
  readonly upright?: boolean;
};

/** Hundredths of a px are more than a screen shows. */
const drawn = (px: number): number => Math.round(px * 100) / 100;

/** Where a drawn line stands lets its lower edge meet the line itself. */
const lift = 0.4;

/**
 * Lines at offset + k · step for whole k, of those in sight, from 0 to `length` the other way; each `every`-th is strong.
 * Only what is in sight is made, as plain paths: patterns and dashes are what a screen is slowest to paint anew at each step of a drag.
 */
export const linesInSight = ({ step, every, offset, length, upright = false }: LinesOf, { from, until }: Sight): Lines => {
  let [strong, weak] = ["", ""];
  if (step <= 0) return { strong, weak };
  for (let k = Math.max(Math.ceil((from - offset) / step), Math.floor(-offset / step) + 1); offset + k * step <= until; k += 1) {
    const at = drawn(offset + k * step - lift);
    const line = upright ? `M${at} 0V${length}` : `M0 ${at}H${length}`;
    if (k % every === 0) strong += line;
    else weak += line;
  }
  return { strong, weak };
};

/**
 * The hatch of an upright strip, of what is in sight: lines that rise to the right with x + y = a whole number of pitches,
 * each cut at the strip's edges. Strips side by side continue each other's lines.
 */
export const hatchInSight = (strip: { readonly left: number; readonly right: number }, { from, until }: Sight, pitch: number): string => {
  const { left, right } = strip;
  let path = "";
  if (right <= left || until <= from) return path;
  for (let sum = Math.ceil((left + from) / pitch) * pitch; sum < right + until; sum += pitch) {
    const [x1, x2] = [Math.max(left, sum - until), Math.min(right, sum - from)];
    path += `M${drawn(x1)} ${drawn(sum - x1)}L${drawn(x2)} ${drawn(sum - x2)}`;
  }
  return path;
};
