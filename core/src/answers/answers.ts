import { type CheckResult } from "../check/check";
import { findingWords, fixLabel } from "../check/words";
import { type Exact, toNumber } from "../exact/exact";
import { toJson } from "../exact/show";
import { type Fit, type LineFit, verdict } from "../fit/against";
import { columnLine } from "../grid/areas";
import type { Resolution } from "../grid/resolve";
import type { Layout } from "../layout/schema";
import { plainText, words } from "../words/words";

const orNull = (value: Exact | null): string | null => value && toJson(value);

/** A resolution as JSON (docs/format.md, "resolve"): geometry as exact strings. */
export const resolutionJson = ({ breakpoint, width, height, terms, columns, spans, rows, baseline, areas }: Resolution) => ({
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

/** Findings as JSON (docs/format.md, "check"), each with its words and its fixes as patches. */
export const findingsJson = ({ findings, held }: CheckResult, layout: Layout) => ({
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

/** The fit of boxes as JSON (docs/fit.md). */
export const fitJson = ({ breakpoint, width, edges, across, boxes }: Fit) => {
  const line = (one: LineFit) => ({ at: toJson(one.at), off: toJson(one.off), is: one.is });
  const verdicts = boxes.map((one) => verdict(one));
  return {
    breakpoint: breakpoint.id,
    width: toNumber(width),
    edges,
    across,
    boxes: boxes.map(({ box, within, left, right, columns, rest, top, bottom, baseUnits, below, area }, index) => ({
      name: box.name,
      is: verdicts[index] ?? "on",
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
