import {
  boxLimits,
  boxListSchema,
  boxNumbers,
  exact,
  fileOptions,
  formatIds,
  type Layout,
  layoutSchema,
  limits,
  parseExact,
  sign,
  solveTerms,
  toNumber,
  versionLevels,
} from "@ypsiline/core";
import { z } from "zod";
import { moment } from "./shapes";

/** An exact number as JSON takes it: a number or a string, "74", "12.5" or "233/3". */
const exactInput = (least: "zero" | "above-zero") =>
  z.union([z.number(), z.string().max(120)]).transform((value, context) => {
    const read = parseExact(String(value));
    const fits = read !== null && (least === "zero" ? sign(read) >= 0 : sign(read) > 0) && toNumber(read) <= 1e9;
    if (fits) return read;
    context.addIssue({
      code: "custom",
      message: `must be a number ${least === "zero" ? "from 0" : "above 0"}, as a number or as a string like "74", "12.5" or "233/3"`,
    });
    return z.NEVER;
  });

/** A viewport width or height: 1 to 20,000 with up to 3 decimals. */
const size = z.union([z.number(), z.string().max(20)]).transform((value, context) => {
  const read = /^\d{1,5}(\.\d{1,3})?$/.test(String(value)) ? parseExact(String(value)) : null;
  if (read !== null && toNumber(read) >= 1 && toNumber(read) <= limits.size) return read;
  context.addIssue({ code: "custom", message: `must be from 1 to ${limits.size.toLocaleString("en")} with at most 3 decimals` });
  return z.NEVER;
});

export const resolveRequest = z.strictObject({
  layout: layoutSchema,
  width: size,
  height: size.optional(),
  breakpoint: z.string().max(100).optional(),
});

const margins = z.union([
  exactInput("zero").transform((margin) => ({ start: margin, end: margin })),
  z.strictObject({ start: exactInput("zero"), end: exactInput("zero") }),
]);

/** A column count, as a number or a string. */
const countInput = z.union([z.number(), z.string().max(4)]).transform((value, context) => {
  const count = /^\d{1,4}$/.test(String(value)) ? Number(value) : NaN;
  if (count >= 1 && count <= limits.columns) return count;
  context.addIssue({ code: "custom", message: `must be a whole number from 1 to ${limits.columns}` });
  return z.NEVER;
});

export const solveRequest = z.strictObject({
  width: exactInput("above-zero").optional(),
  columns: countInput.optional(),
  column: exactInput("above-zero").optional(),
  gutter: exactInput("zero").optional(),
  margin: margins.optional(),
  container: exactInput("zero").optional(),
  edgeGutters: z.enum(["none", "half"]).optional(),
  givesWay: z.enum(solveTerms),
});

const stepsInput = z.strictObject({ from: exactInput("zero"), to: exactInput("zero"), step: exactInput("above-zero") });

/** Most sets one answer lists. */
const mostSets = 50_000;

/** What to look for: from margins, or from a known container. */
export const setsRequest = z
  .strictObject({
    /** May be left out with a container: the margins are then not known. */
    width: size.optional(),
    margin: stepsInput.optional(),
    container: exactInput("above-zero").optional(),
    columns: z
      .array(z.number())
      .min(1, { error: "must hold at least 1 count" })
      .max(limits.columns, { error: `must hold at most ${limits.columns} counts` }),
    gutter: stepsInput,
    edgeGutters: z.enum(["none", "half"]).default("none"),
    leastColumn: exactInput("zero").default(() => exact(1)),
    limit: z
      .number()
      .int({ error: "must be a whole number" })
      .min(1, { error: `must be from 1 to ${mostSets}` })
      .max(mostSets, { error: `must be from 1 to ${mostSets}` })
      .default(1000),
  })
  .superRefine(({ width, margin, container }, context) => {
    if (width === undefined && container === undefined)
      context.addIssue({ code: "custom", path: ["width"], message: "must be given, unless the container is" });
    if ((margin === undefined) === (container === undefined))
      context.addIssue({ code: "custom", path: ["margin"], message: "must be given, or container in its place, and not both" });
  });

/** How far off is near: "1px", "0.5px", or a number of px. */
const toleranceInput = z.union([z.number(), z.string().max(20)]).transform((value, context) => {
  const read = /^\d{1,3}(\.\d{1,6})?(px)?$/.test(String(value)) ? parseExact(String(value).replace("px", "")) : null;
  if (read !== null) return read;
  context.addIssue({ code: "custom", message: 'must be a length from 0 to 999px like "1px" or "0.5px"' });
  return z.NEVER;
});

export const fitRequest = z.strictObject({
  layout: layoutSchema,
  list: boxListSchema,
  breakpoint: z.string().max(100).optional(),
  tolerance: toleranceInput.default(() => exact(1)),
});

/** Boxes without names; their number is limited before any of them is read. */
const plainBoxes = z.preprocess(
  (value, context) => {
    if (!Array.isArray(value) || value.length <= boxLimits.boxes) return value;
    context.addIssue({ code: "custom", message: `must hold at most ${boxLimits.boxes.toLocaleString("en")} boxes` });
    return z.NEVER;
  },
  z.array(z.strictObject(boxNumbers)).min(1, { error: "must hold at least 1 box" }),
);

export const gridsRequest = z.strictObject({
  width: size,
  boxes: plainBoxes,
  tolerance: toleranceInput.default(() => exact(1)),
  most: z
    .number()
    .int({ error: "must be a whole number" })
    .min(1, { error: "must be from 1 to 24" })
    .max(24, { error: "must be from 1 to 24" })
    .default(5),
});

export const checkRequest = z.strictObject({ layout: layoutSchema });

export const exportRequest = z.strictObject({ layout: layoutSchema, breakpoint: z.string().max(100).optional() });

/** The format and how it is written, as files of versions are asked for. */
const { density: _, breakpoint: __, ...written } = fileOptions.shape;
export const exportQuery = z.strictObject({ ...written, format: z.enum(formatIds) });
export type ExportQuery = z.output<typeof exportQuery>;

export const importQuery = z.strictObject({ format: z.enum(formatIds).optional() });

/** Answers of /api/v1. Geometry is exact, as strings; only counts, widths and heights are numbers. */
const exactText = z
  .string()
  .regex(/^-?\d+(\/\d+)?$/)
  .describe("An exact number: 74 or 233/3");
const pair = z.object({ start: exactText, end: exactText });
/** The layout document, described once for the whole interface. */
export const layoutHere = z.custom<Layout>();

export const resolveAnswer = z.object({
  breakpoint: z.string(),
  width: z.number(),
  height: z.number(),
  container: z.object({ start: exactText, width: exactText }),
  margin: pair,
  gutter: exactText,
  column: exactText,
  columns: z.array(z.object({ start: exactText, width: exactText })),
  spans: z.array(exactText),
  rows: z
    .object({
      pitch: exactText,
      whole: z.number().int(),
      leftover: exactText,
      tracks: z.array(z.object({ start: exactText, height: exactText })),
    })
    .nullable(),
  baseline: z.object({ step: exactText, lines: z.number().int(), remainder: exactText }).nullable(),
  areas: z
    .array(
      z.object({
        id: z.string(),
        within: z.string().nullable(),
        left: exactText,
        right: exactText,
        width: exactText,
        top: exactText.nullable(),
        bottom: exactText.nullable(),
        height: exactText.nullable(),
        row: z.number().int().describe("In the grid of the breakpoint or of `within`; where it flowed to, if it flows"),
        rowSpan: z.number().int(),
        inside: z
          .object({ column: exactText, gutter: exactText, columns: z.array(z.object({ start: exactText, width: exactText })) })
          .nullable(),
      }),
    )
    .describe("Those shown at the breakpoint, in document order; positions count from the viewport's top left"),
});

export const solveAnswer = z.object({
  width: exactText.nullable(),
  columns: z.number().int().nullable(),
  column: exactText.nullable(),
  gutter: exactText.nullable(),
  margin: pair.nullable(),
  container: exactText.nullable(),
  leftover: exactText.nullable(),
  problem: z.object({ code: z.string(), message: z.string() }).optional(),
});

/** One set; its margin is unknown if the width is. */
const setAnswer = z.object({
  columns: z.number().int(),
  column: exactText,
  gutter: exactText,
  margin: exactText.nullable(),
  container: exactText,
});
export const setsAnswer = z.object({ total: z.number().int().describe("All sets, listed or not"), sets: z.array(setAnswer) });

const standing = z.enum(["on", "near", "off"]);
const edgeAnswer = z.object({
  at: exactText,
  to: z.union([z.number().int(), z.literal("viewport")]).describe("The nearest column, from 1, or the viewport's own edge"),
  off: exactText.describe("Measured minus the nearest line"),
  is: standing,
});
const lineAnswer = z.object({ at: exactText, off: exactText, is: standing }).nullable();
const standings = z.object({ on: z.number().int(), near: z.number().int(), off: z.number().int() });
export const fitAnswer = z.object({
  breakpoint: z.string(),
  width: z.number(),
  edges: standings.describe("Every side that is held against a line: columns, and rows or the baseline"),
  across: standings.describe("Of these the left and right ones"),
  boxes: z.array(
    z.object({
      name: z.string(),
      is: standing.describe("The worst of its sides"),
      within: z.string().nullable().describe("The area whose inner grid it is held against"),
      left: edgeAnswer.nullable().describe("null for an edge of a picture that is nearer to a line of the other kind"),
      right: edgeAnswer.nullable(),
      columns: z.number().int(),
      rest: exactText,
      top: lineAnswer,
      bottom: lineAnswer,
      height: z.object({ baseUnits: exactText }),
      below: z.object({ gap: exactText, to: z.string() }).nullable(),
      area: z
        .object({ id: z.string(), left: exactText, right: exactText, top: exactText.nullable(), bottom: exactText.nullable() })
        .nullable()
        .describe("Measured minus placed, where it has the name or id of an area"),
    }),
  ),
});

export const gridsAnswer = z.object({
  grids: z.array(
    z.object({
      columns: z.number().int(),
      gutter: exactText,
      margin: pair,
      edgeGutters: z.enum(["none", "half"]),
      column: exactText,
      explained: z.number().int(),
      of: z.number().int(),
    }),
  ),
});

const findingAnswer = z.object({
  rule: z.string(),
  level: z.enum(["problem", "caution", "note"]),
  breakpoint: z.string(),
  path: z.string().describe("JSON Pointer into the layout"),
  message: z.string(),
  sum: z.string(),
  fixes: z.array(
    z.object({
      label: z.string(),
      patch: z
        .array(z.object({ op: z.enum(["add", "remove", "replace"]), path: z.string(), value: z.unknown().optional() }))
        .readonly()
        .describe("RFC 6902 JSON Patch on the layout"),
    }),
  ),
  accepted: z.string().optional(),
});
export const checkAnswer = z.object({ findings: z.array(findingAnswer), held: z.array(z.string()).readonly() });

export const importAnswer = z.object({
  layout: layoutHere,
  findings: z.array(findingAnswer),
  lost: z.array(z.string()).readonly().describe("What could not be read, and where"),
  grid: z.string().describe("Which grid of a stylesheet it is, where there are several").optional(),
  others: z
    .array(z.object({ name: z.string(), layout: layoutHere, lost: z.array(z.string()).readonly() }))
    .readonly()
    .optional(),
});

export const versionsQuery = z.strictObject({
  page: z
    .string()
    .regex(/^[1-9]\d{0,4}$/, { error: "must be a whole number from 1" })
    .describe("Which 50 of the versions, from 1, the latest")
    .optional(),
});

export const versionsAnswer = z.object({
  team: z.string(),
  spec: z.string(),
  description: z.string(),
  latest: z.string().nullable().describe("The latest version that was not withdrawn"),
  more: z.boolean().describe("Whether there is another page of versions"),
  versions: z.array(
    z.object({
      number: z.string(),
      note: z.string(),
      publishedAt: moment,
      publishedBy: z.string(),
      withdrawn: z.object({ at: moment, reason: z.string() }).nullable(),
    }),
  ),
});

export const changesAnswer = z.object({
  level: z.enum(versionLevels).nullable().describe("The version level the changes need; null if there are none"),
  changes: z.array(z.object({ where: z.string(), what: z.string(), from: z.string().nullable(), to: z.string() })).readonly(),
  sentences: z.array(z.string()).readonly(),
});

/** RFC 9457. */
export const problemAnswer = z.looseObject({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
});
