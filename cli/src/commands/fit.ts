import {
  absolute,
  type BoxFit,
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
  toNumber,
  widthOfBoxes,
} from "@ypsiline/core";
import { type Result, success, refused } from "../result";
import { readLayoutFile } from "../layout-file";
import type { Looked, Outcome, Reported } from "../report/outcome";
import { readSource } from "../source";
import { reportCommand } from "../command";
import { list, textOr, type ValuesOf } from "../options";
import { pathIn, type World } from "../world";
import { pageOptions, visitIn } from "../measure/asked";
import { type Mark, measured } from "../measure/measure";
import { readSize } from "./resolve";

const sides = ["left", "right", "top", "bottom"] as const;
type Side = (typeof sides)[number];

const looked: readonly Looked[] = [
  { id: "not-measured", level: "problem", source: "docs/command.md: a page that could not be measured, beside others that could" },
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

/** An edge that is off, and the box it is of. */
type Misfit = Reported & { readonly box: BoxFit["box"]; readonly side: Side };

/** What is off in one list of boxes: against the area a box belongs to, else against the nearest columns, rows or baseline lines. */
const misfits = (held: Fit, subject: string, names: ReadonlyMap<string, string>, judged: ReadonlySet<Side>): readonly Misfit[] =>
  held.boxes.flatMap(({ box, within, area, left, right, top, bottom }) => {
    const lines = held.breakpoint.rows && within === null ? "row" : within === null ? "baseline line" : `row or baseline line of ${within}`;
    const down = (side: Side, line: LineFit | null) => (line ? [{ side, off: line.off, from: `the nearest ${lines}` }] : []);
    const placed = (side: Side, off: Exact | null) =>
      area && off ? [{ side, off, from: `the ${side} edge of ${names.get(area.id) ?? area.id}` }] : null;
    const edges = [
      ...(placed("left", area?.left ?? null) ?? lineOf("left", "start", left)),
      ...(placed("right", area?.right ?? null) ?? lineOf("right", "end", right)),
      ...(placed("top", area?.top ?? null) ?? down("top", top)),
      ...(placed("bottom", area?.bottom ?? null) ?? down("bottom", bottom)),
    ];
    return edges.flatMap(({ side, off, from }): Misfit[] => {
      const stands = standing(off, held.tolerance);
      if (stands === "on" || !judged.has(side)) return [];
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
          box,
          side,
        },
      ];
    });
  });

const lineOf = (side: Side, end: string, edge: EdgeFit | null) =>
  edge ? [{ side, off: edge.off, from: edge.to === "viewport" ? `the ${end} of the viewport` : `the ${end} of column ${edge.to}` }] : [];

/** How boxes are judged. */
type Judging = { readonly layout: Layout; readonly tolerance: Exact; readonly sides: ReadonlySet<Side> };
type Judged = { readonly subject: string; readonly held: Fit; readonly findings: readonly Misfit[] };

const judge = ({ layout, tolerance, sides: judged }: Judging, list: BoxList, subject: string): Result<Judged> => {
  const held = fitBoxes(layout, list, { tolerance });
  if (!held.ok) return refused(held.issues.map(({ path, message }) => `${subject} ${path} ${message}`).join("\n"));
  const names = new Map(layout.areas.map((area) => [area.id, area.name]));
  return success({ subject, held: held.value, findings: misfits(held.value, subject, names, judged) });
};

/** Boxes that were measured on a page. */
const judgePage = (judging: Judging, boxes: string, subject: string): Result<Judged> => {
  if (/"boxes":\[\]/.test(boxes)) return refused(`${subject} shows nothing to measure: no element of an area, and no visible block`);
  const list = readBoxesJson(boxes);
  if (list.ok) return judge(judging, list.value, subject);
  const [first] = list.issues;
  return refused(`${subject}: ${first ? `${first.path} ${first.message}` : "cannot be measured"}`);
};

/** What is marked in a picture of a page: each box that is off, with its sides. */
const marksOf = (judging: Judging, boxes: string): readonly Mark[] => {
  const judged = judgePage(judging, boxes, "");
  const byBox = new Map<BoxFit["box"], readonly Misfit[]>();
  for (const one of judged.ok ? judged.value.findings : []) byBox.set(one.box, [...(byBox.get(one.box) ?? []), one]);
  return [...byBox].map(([{ name, x, y, width, height }, found]) => ({
    words: `${name}: ${found.map(({ message }) => message.replace(/ from .*/, "")).join(", ")}`,
    sides: found.map(({ side }) => side),
    isNear: found.every(({ level }) => level !== "problem"),
    x: toNumber(x),
    y: toNumber(y),
    width: toNumber(width),
    height: toNumber(height),
  }));
};

const sidesIn = (typed: readonly string[] | undefined): Result<ReadonlySet<Side>> => {
  const wrong = typed?.find((one) => !(sides as readonly string[]).includes(one));
  return wrong === undefined
    ? success(new Set((typed as readonly Side[] | undefined) ?? sides))
    : refused(`--sides must be of ${sides.join(", ")}, not ${wrong}`);
};

type FitValues = ValuesOf<typeof fitOptions> & { readonly registry: string | undefined };

const notMeasured = (subject: string, message: string): Reported => ({
  rule: "not-measured",
  level: "problem",
  subject,
  about: "Page",
  message,
  sum: "",
  pointer: null,
  line: null,
  accepted: null,
});

/** Holds pages, measured at some widths, or box lists against a layout. */
const fitFile = async (world: World, file: string, boxes: readonly string[], values: FitValues): Promise<Result<Outcome>> => {
  const { tolerance, registry } = values;
  const near = /^\d{1,3}(\.\d{1,6})?$/.test(tolerance) ? parseDecimal(tolerance) : null;
  if (!near) return refused(`--tolerance must be a number of px from 0 to 999, not ${tolerance}`);
  const judged = sidesIn(values.sides);
  if (!judged.ok) return judged;
  const widths: Exact[] = [];
  for (const typed of values.width ?? []) {
    const width = readSize("--width", typed);
    if (!width.ok) return width;
    widths.push(width.value);
  }
  const asked = await visitIn(world, values);
  if (!asked.ok) return asked;
  const { urls, visit } = asked.value;
  if ((urls.length === 0) === (boxes.length === 0))
    return refused("name what to compare with the layout: --url of a page, or box files, but not both");
  const read = await readLayoutFile(world, file, registry);
  if (!read.ok) return read;
  const { layout } = read.value;
  const judging: Judging = { layout, tolerance: near, sides: judged.value };
  const all: Judged[] = [];
  const missed: Reported[] = [];
  const said: string[] = [];
  if (urls.length > 0) {
    const drawn = layout.breakpoints.map(({ drawnAt }) => drawnAt.width);
    const pages = await measured(world, urls, {
      layout,
      widths: widths.length > 0 ? widths.map(toNumber) : drawn,
      visit,
      pictures:
        values.screenshot === undefined
          ? null
          : { folder: pathIn(world, values.screenshot), marks: (measuredBoxes) => marksOf(judging, measuredBoxes) },
    });
    if (!pages.ok) return pages;
    for (const page of pages.value) {
      const subject = `${page.url} at ${page.width}`;
      const one = page.boxes.ok ? judgePage(judging, page.boxes.value, subject) : page.boxes;
      if (one.ok) all.push(one.value);
      else missed.push(notMeasured(subject, one.message));
      said.push(...page.said);
    }
    // Where nothing at all could be measured, there is nothing to report.
    if (all.length === 0) return refused(missed.map(({ message }) => message).join("\n"));
  }
  for (const one of boxes) {
    const source = await readSource(world, one, registry);
    if (!source.ok) return source;
    const list = readBoxes(source.value.name, source.value.text, widths[0] ?? null);
    if (!list.ok) return list;
    const held = judge(judging, list.value, source.value.name);
    if (!held.ok) return held;
    all.push(held.value);
  }
  return success({
    subjects: [...all, ...missed].map(({ subject }) => subject),
    looked,
    findings: [...missed, ...all.flatMap(({ findings }) => findings.map(({ box: _box, side: _side, ...finding }) => finding))],
    lines: [
      ...all.map(({ subject, held }) => {
        const { on, near: close, off } = held.edges;
        return `${subject}: ${held.boxes.length} ${held.boxes.length === 1 ? "box" : "boxes"} against ${held.breakpoint.name}: ${on} edges on, ${close} near, ${off} off.`;
      }),
      ...new Set(said),
    ],
    data: {
      layout: read.value.name,
      pages: all.map(({ subject, held, findings }) => ({
        subject,
        ...fitJson(held),
        misfits: findings.map(({ about, rule, message }) => ({ box: about, rule, message })),
      })),
      notMeasured: missed.map(({ subject, message }) => ({ subject, message })),
    },
  });
};

const fitOptions = {
  ...pageOptions,
  sides: list("--sides <sides>", "sides of boxes that are judged (default: left, right, top, bottom)"),
  tolerance: textOr("--tolerance <px>", "how far off an edge may be and still count as near", "1"),
};

export const fit = reportCommand({
  name: "fit",
  arguments: "<file> [boxes...]",
  example: "fit FILE --url … --width 360,768,1280",
  summary: "compare pages, measured in a browser, or box lists with a layout",
  levels: { problem: "an edge off by more than `--tolerance`, or a page not measured", caution: "an edge near, but off by over 1/64 px" },
  options: fitOptions,
  run: (world, [file = "", ...boxes], values) => fitFile(world, file, boxes, values),
});
