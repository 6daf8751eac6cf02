import { type BoxFit, crossed, type EdgeFit, type Fit, type LineFit } from "@ypsiline/core";

const edge = (one: EdgeFit | null): EdgeFit | null => one && { ...one, at: crossed(one.at), off: crossed(one.off) };
const line = (one: LineFit | null): LineFit | null => one && { ...one, at: crossed(one.at), off: crossed(one.off) };

const box = (one: BoxFit): BoxFit => ({
  ...one,
  left: edge(one.left),
  right: edge(one.right),
  rest: crossed(one.rest),
  top: line(one.top),
  bottom: line(one.bottom),
  baseUnits: crossed(one.baseUnits),
  below: one.below && { ...one.below, gap: crossed(one.below.gap) },
});

/** A fit as it came from the worker, with every exact number whole again: those past what a pair of integers holds cross as plain data. */
export const crossedFit = (fit: Fit): Fit => ({ ...fit, boxes: fit.boxes.map(box) });
