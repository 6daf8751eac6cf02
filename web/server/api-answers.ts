import {
  type CheckResult,
  columnLine,
  type Exact,
  findingWords,
  type Fit,
  fixLabel,
  type GridFound,
  type Layout,
  type LineFit,
  type Resolution,
  type Solved,
  toJson,
  toNumber,
  type WholePixelSet,
  plainText,
  solveWords,
  words,
} from "@ypsiline/core";
import type { z } from "zod";
import type * as api from "@/wire/api";

const orNull = (value: Exact | null): string | null => value && toJson(value);

/** The answer of POST /resolve: geometry as exact strings. */
export const resolutionAnswer = ({
  breakpoint,
  width,
  height,
  terms,
  columns,
  spans,
  rows,
  baseline,
  areas,
}: Resolution): z.output<typeof api.resolveAnswer> => ({
  breakpoint: breakpoint.id,
  width: toNumber(width),
  height: toNumber(height),
  container: { start: toJson(terms.container.start), width: toJson(terms.container.width) },
  margin: { start: toJson(terms.margin.start), end: toJson(terms.margin.end) },
  gutter: toJson(terms.gutter),
  column: toJson(terms.column),
  columns: columns.map((track) => ({ start: toJson(track.start), width: toJson(track.width) })),
  spans: spans.map(toJson),
  rows: rows && {
    pitch: toJson(rows.pitch),
    whole: rows.whole,
    leftover: toJson(rows.leftover),
    tracks: rows.tracks.map((track) => ({ start: toJson(track.start), height: toJson(track.height) })),
  },
  baseline: baseline && { step: toJson(baseline.step), lines: baseline.lines, remainder: toJson(baseline.remainder) },
  areas: areas.map(({ area, left, right, width: wide, top, bottom, height: high, row, rowSpan, inside }) => ({
    id: area.id,
    within: area.within ?? null,
    left: toJson(left),
    right: toJson(right),
    width: toJson(wide),
    top: orNull(top),
    bottom: orNull(bottom),
    height: orNull(high),
    row,
    rowSpan,
    inside: inside && {
      column: toJson(inside.column),
      gutter: toJson(inside.gutter),
      columns: Array.from({ length: inside.count }, (_, i) => ({ start: toJson(columnLine(inside, i + 1)), width: toJson(inside.column) })),
    },
  })),
});

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
export const checkAnswer = ({ findings, held }: CheckResult, layout: Layout): z.output<typeof api.checkAnswer> => ({
  findings: findings.map((finding) => {
    const where = layout.breakpoints.find(({ id }) => id === finding.breakpoint)?.name ?? finding.breakpoint;
    const { title, message, sum } = findingWords(finding, where);
    return {
      rule: finding.rule,
      level: finding.level,
      breakpoint: finding.breakpoint,
      path: finding.path,
      message: plainText(words`${title}. ${message}`),
      sum: plainText(sum),
      fixes: finding.fixes.map((fix) => ({ label: fixLabel(fix), patch: fix.patch })),
      ...(finding.accepted === null ? {} : { accepted: finding.accepted }),
    };
  }),
  held,
});

/** The answer of POST /fit. */
export const fitAnswer = ({ breakpoint, width, edges, boxes }: Fit): z.output<typeof api.fitAnswer> => {
  const line = (one: LineFit) => ({ at: toJson(one.at), off: toJson(one.off), is: one.is });
  return {
    breakpoint: breakpoint.id,
    width: toNumber(width),
    edges,
    boxes: boxes.map(({ box, within, left, right, columns, rest, top, bottom, baseUnits, below, area }) => ({
      name: box.name,
      within,
      left: left && { ...line(left), to: left.to },
      right: right && { ...line(right), to: right.to },
      columns,
      rest: toJson(rest),
      top: top && line(top),
      bottom: bottom && line(bottom),
      height: { baseUnits: toJson(baseUnits) },
      below: below && { gap: toJson(below.gap), to: below.to.name },
      area: area && {
        id: area.id,
        left: toJson(area.left),
        right: toJson(area.right),
        top: orNull(area.top),
        bottom: orNull(area.bottom),
      },
    })),
  };
};

/** The answer of POST /fit/grids. */
export const gridsAnswer = (found: readonly GridFound[]): z.output<typeof api.gridsAnswer> => ({
  grids: found.map(({ columns, gutter, margin, column, explained, of }) => ({
    columns,
    gutter: toJson(gutter),
    margin: { start: toJson(margin), end: toJson(margin) },
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
