import {
  type CheckResult,
  findingsJson,
  fitJson,
  resolutionJson,
  type Exact,
  type Fit,
  type GridFound,
  type Layout,
  type Resolution,
  type Solved,
  toJson,
  type WholePixelSet,
  plainText,
  solveWords,
} from "@ypsiline/core";
import type { z } from "zod";
import type * as api from "@/wire/api";

const orNull = (value: Exact | null): string | null => value && toJson(value);

/** The answer of POST /resolve. The compiler compares what core returns with the contract. */
export const resolutionAnswer = (resolution: Resolution): z.output<typeof api.resolveAnswer> => resolutionJson(resolution);

/** The answer of POST /solve: all terms, null where undetermined. */
export const solvedAnswer = (solved: Solved): z.output<typeof api.solveAnswer> => ({
  width: orNull(solved.width),
  columns: solved.columns,
  column: orNull(solved.column),
  gutter: orNull(solved.gutter),
  margin: solved.margin && { start: toJson(solved.margin.start), end: toJson(solved.margin.end) },
  container: orNull(solved.container),
  leftover: orNull(solved.leftover),
  ...(solved.problem ? { problem: { code: solved.problem.code, message: plainText(solveWords(solved.problem)) } } : {}),
});

/** The answer of POST /check, and the findings of /import. */
export const checkAnswer = (result: CheckResult, layout: Layout): z.output<typeof api.checkAnswer> => findingsJson(result, layout);

/** The answer of POST /fit. */
export const fitAnswer = (held: Fit): z.output<typeof api.fitAnswer> => fitJson(held);

/** The answer of POST /fit/grids. */
export const gridsAnswer = (found: readonly GridFound[]): z.output<typeof api.gridsAnswer> => ({
  grids: found.map(({ columns, gutter, margin, marginEnd, column, explained, of }) => ({
    columns,
    gutter: toJson(gutter),
    margin: { start: toJson(margin), end: toJson(marginEnd) },
    edgeGutters: "none",
    column: toJson(column),
    explained,
    of,
  })),
});

/** One set of POST /whole-pixel-sets. */
export const setAnswer = ({ columns, column, gutter, margin, container }: WholePixelSet) => ({
  columns,
  column: toJson(column),
  gutter: toJson(gutter),
  margin: toJson(margin),
  container: toJson(container),
});
