import type { NumberPath } from "../layout/numbers";

/** The numbers that a drawing of a breakpoint shows. */
export const seenNumbers = [
  "columns/count",
  "columns/gutter",
  "columns/margin/start",
  "columns/margin/end",
  "columns/edgeGutters",
  "columns/container/kind",
  "columns/container/max",
  "columns/container/width",
  "columns/container/align",
  "rows/kind",
  "rows/height",
  "rows/gutter",
  "rows/offset",
  "rows/count",
  "rows/margin/start",
  "rows/margin/end",
  "rows/least",
  "rows/most",
  "baseline/step",
  "baseline/offset",
] as const satisfies readonly NumberPath[];
