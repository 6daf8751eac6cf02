import { exact, linesBetween, type RepeatedLines, toNumber } from "@ypsiline/core";

/** Lines as two paths: normal and emphasised ones. */
export type Lines = { readonly strong: string; readonly weak: string };

/** A window of a drawing, screen px. */
export type Sight = { readonly from: number; readonly until: number };

/** How lines are drawn: screen px a px of layout, how long each is in screen px, and which way. */
export type DrawnAs = { readonly scale: number; readonly length: number; readonly upright?: boolean };

/** Hundredths of a px are more than a screen shows. */
const drawn = (px: number): number => Math.round(px * 100) / 100;

/** A drawn line's lower edge is on the line itself. */
const lift = 0.4;

/**
 * Those of some lines that are in sight, from 0 to `length` the other way. Only what is in sight is made, as plain paths:
 * patterns and dashes are what a screen is slowest to paint anew at each step of a drag.
 */
export const linesInSight = (lines: RepeatedLines, { scale, length, upright = false }: DrawnAs, { from, until }: Sight): Lines => {
  let [strong, weak] = ["", ""];
  // Rounded outwards to a whole px of layout, which may draw a line or two that are just out of sight.
  const [first, last] = [exact(Math.floor(from / scale)), exact(Math.ceil(until / scale))];
  for (const { at: exactly, emphasised } of linesBetween(lines, first, last)) {
    const at = drawn(toNumber(exactly) * scale - lift);
    const line = upright ? `M${at} 0V${length}` : `M0 ${at}H${length}`;
    if (emphasised) strong += line;
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
