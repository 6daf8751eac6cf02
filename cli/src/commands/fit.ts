import {
  absolute,
  type BoxList,
  type EdgeFit,
  type Exact,
  fit as fitBoxes,
  type Fit,
  fitJson,
  type Layout,
  type LineFit,
  parseDecimal,
  readBoxesCsv,
  readBoxesJson,
  readBoxesSvg,
  show,
  sign,
  standing,
  widthOfBoxes,
} from "@ypsiline/core";
import { type Result, success, refused } from "../result";
import { readLayoutFile } from "../layout-file";
import type { Looked, Outcome, Reported } from "../report/outcome";
import { readSource } from "../source";
import { reportCommand } from "../command";
import { list, text, textOr } from "../options";
import type { World } from "../world";
import { measured } from "../measure";
import { readSize } from "./resolve";

type FitAsked = {
  readonly boxes: readonly string[];
  readonly url?: string | undefined;
  readonly widths: readonly string[];
  readonly browser?: string | undefined;
  readonly select?: string | undefined;
  readonly tolerance: string;
  /** Seconds that one width of a page may take. */
  readonly timeout: string;
};

const looked: readonly Looked[] = [
  {
    id: "edge-off",
    level: "problem",
    source: "docs/fit.md: an edge further than the tolerance from the nearest column, row or baseline line, or from its area's edge",
  },
  {
    id: "edge-near",
    level: "caution",
    source: "docs/fit.md: an edge within the tolerance of a column, row or baseline line, or of its area's edge, but not on it (1/64 px)",
  },
];

/** Boxes of a file by what it is: a box list in JSON, a drawing, or a table. */
export const readBoxes = (name: string, text: string, width: Exact | null): Result<BoxList> => {
  const issue = (issues: readonly { readonly path: string; readonly message: string }[]): Result<never> =>
    refused(
      issues
        .slice(0, 3)
        .map(({ path, message }) => `${name} ${path === "" ? "" : `${path} `}${message}`)
        .join("\n"),
    );
  const begins = text.trimStart()[0];
  if (begins === "{") {
    const read = readBoxesJson(text);
    return read.ok ? success(read.value) : issue(read.issues);
  }
  if (begins === "<") {
    const read = readBoxesSvg(text);
    return read.ok ? success(read.list) : issue(read.issues);
  }
  const read = readBoxesCsv(text);
  return read.ok ? success({ width: width ?? widthOfBoxes(read.value), height: null, boxes: read.value }) : issue(read.issues);
};

const signed = (off: Exact): string => `${sign(off) < 0 ? "−" : "+"}${show(absolute(off))} px`;

/** What is off in one list of boxes: against the area a box belongs to, else against the nearest columns, rows or baseline lines. */
const misfits = (held: Fit, subject: string, names: ReadonlyMap<string, string>): readonly Reported[] =>
  held.boxes.flatMap(({ box, within, area, left, right, top, bottom }) => {
    const lines = held.breakpoint.rows && within === null ? "row" : within === null ? "baseline line" : `row or baseline line of ${within}`;
    const down = (side: string, line: LineFit | null) => (line ? [{ side, off: line.off, from: `the nearest ${lines}` }] : []);
    const placed = (side: string, off: Exact | null) =>
      area && off ? [{ side, off, from: `the ${side} edge of ${names.get(area.id) ?? area.id}` }] : null;
    const edges = [
      ...(placed("left", area?.left ?? null) ?? lineOf("left", "start", left)),
      ...(placed("right", area?.right ?? null) ?? lineOf("right", "end", right)),
      ...(placed("top", area?.top ?? null) ?? down("top", top)),
      ...(placed("bottom", area?.bottom ?? null) ?? down("bottom", bottom)),
    ];
    return edges.flatMap(({ side, off, from }): Reported[] => {
      const stands = standing(off, held.tolerance);
      if (stands === "on") return [];
      const near = stands === "near";
      return [
        {
          rule: near ? "edge-near" : "edge-off",
          level: near ? "caution" : "problem",
          subject,
          about: box.name,
          message: `${side} ${signed(off)} from ${from}`,
          sum: "",
          pointer: null,
          line: null,
          accepted: null,
        },
      ];
    });
  });

const lineOf = (side: string, end: string, edge: EdgeFit | null) =>
  edge ? [{ side, off: edge.off, from: edge.to === "viewport" ? `the ${end} of the viewport` : `the ${end} of column ${edge.to}` }] : [];

const heldAgainst = (
  layout: Layout,
  list: BoxList,
  subject: string,
  tolerance: Exact,
): Result<{ held: Fit; findings: readonly Reported[] }> => {
  const held = fitBoxes(layout, list, { tolerance });
  if (!held.ok) return refused(held.issues.map(({ path, message }) => `${subject} ${path} ${message}`).join("\n"));
  const names = new Map(layout.areas.map((area) => [area.id, area.name]));
  return success({ held: held.value, findings: misfits(held.value, subject, names) });
};

/** Holds a page, measured at some widths, or box lists against a layout. */
const fitFile = async (world: World, file: string, asked: FitAsked, registry?: string): Promise<Result<Outcome>> => {
  const { tolerance } = asked;
  const near = /^\d{1,3}(\.\d{1,6})?$/.test(tolerance) ? parseDecimal(tolerance) : null;
  if (!near) return refused(`--tolerance must be a number of px from 0 to 999, not ${tolerance}`);
  const widths: Exact[] = [];
  for (const text of asked.widths) {
    const width = readSize("--width", text);
    if (!width.ok) return width;
    widths.push(width.value);
  }
  if ((asked.url === undefined) === (asked.boxes.length === 0))
    return refused("name what to compare with the layout: --url of a page, or box files, but not both");
  const read = await readLayoutFile(world, file, registry);
  if (!read.ok) return read;
  const { layout } = read.value;
  const seconds = Number(asked.timeout);
  if (!(seconds >= 1 && seconds <= 600)) return refused(`--timeout must be a number of seconds from 1 to 600, not ${asked.timeout}`);
  const lists: { readonly subject: string; readonly list: BoxList }[] = [];
  if (asked.url !== undefined) {
    const drawn = layout.breakpoints.map(({ drawnAt }) => drawnAt.width);
    const pages = await measured(world, layout, {
      url: asked.url,
      widths: asked.widths.length > 0 ? asked.widths.map(Number) : drawn,
      browser: asked.browser,
      select: asked.select,
      longest: seconds * 1000,
    });
    if (!pages.ok) return pages;
    for (const { width, text } of pages.value) {
      const list = readBoxesJson(text);
      if (!list.ok)
        return refused(`${asked.url} at ${width}: ${list.issues[0]?.path ?? ""} ${list.issues[0]?.message ?? "cannot be measured"}`);
      lists.push({ subject: `${asked.url} at ${width}`, list: list.value });
    }
  }
  for (const one of asked.boxes) {
    const source = await readSource(world, one, registry);
    if (!source.ok) return source;
    const list = readBoxes(source.value.name, source.value.text, widths[0] ?? null);
    if (!list.ok) return list;
    lists.push({ subject: source.value.name, list: list.value });
  }
  const all: { readonly subject: string; readonly held: Fit; readonly findings: readonly Reported[] }[] = [];
  for (const { subject, list } of lists) {
    const held = heldAgainst(layout, list, subject, near);
    if (!held.ok) return held;
    all.push({ subject, ...held.value });
  }
  return success({
    subjects: all.map(({ subject }) => subject),
    looked,
    findings: all.flatMap(({ findings }) => findings),
    lines: all.map(({ subject, held }) => {
      const { on, near: close, off } = held.edges;
      return `${subject}: ${held.boxes.length} ${held.boxes.length === 1 ? "box" : "boxes"} against ${held.breakpoint.name}: ${on} edges on, ${close} near, ${off} off.`;
    }),
    data: {
      layout: read.value.name,
      pages: all.map(({ subject, held, findings }) => ({
        subject,
        ...fitJson(held),
        misfits: findings.map(({ about, rule, message }) => ({ box: about, rule, message })),
      })),
    },
  });
};

export const fit = reportCommand({
  name: "fit",
  arguments: "<file> [boxes...]",
  example: "fit FILE --url … --width 360,768,1280",
  summary: "compare a page, measured in a browser, or box lists with a layout",
  levels: { problem: "an edge off by more than `--tolerance`", caution: "an edge near, but off by over 1/64 px" },
  options: {
    url: text("--url <address>", "page to measure"),
    width: list("--width <px>", "viewport widths, separated by commas (default: the drawn-at widths)"),
    browser: text("--browser <path>", "path of the Chromium to measure with"),
    select: text("--select <css>", "elements to measure (default: the areas' elements, else visible blocks)"),
    tolerance: textOr("--tolerance <px>", "how far off an edge may be and still count as near", "1"),
    timeout: textOr("--timeout <seconds>", "time limit for one width of the page", "60"),
  },
  run: (world, [file = "", ...boxes], { width = [], registry, ...asked }) =>
    fitFile(world, file, { ...asked, boxes, widths: width }, registry),
});
