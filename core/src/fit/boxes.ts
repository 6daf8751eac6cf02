import * as z from "zod/mini";
import { type Exact, exact, fromJsonNumber, parseDecimal, sign, toNumber } from "../exact/exact";
import { toDecimal } from "../exact/show";
import { readCsvRows, readValue } from "../formats/csv/csv";
import { limits } from "../layout/limits";
import { type Issue, nestsPast, type Parsed, parseWith } from "../layout/parse";
import { sizeSchema } from "../layout/schema";

/** A measured box: CSS px from the viewport's top left, exact decimals. */
export type Box = {
  readonly name: string;
  readonly x: Exact;
  readonly y: Exact;
  readonly width: Exact;
  readonly height: Exact;
  /** Id of its area, if the file has one. */
  readonly area: string | null;
};

/** Boxes measured in a design or a page at one width of the viewport. */
export type BoxList = {
  readonly width: Exact;
  /** Of the page or the drawing; null if unknown. */
  readonly height: Exact | null;
  readonly boxes: readonly Box[];
  /**
   * Each entry is one vertical or horizontal edge of a picture, as thin as it was drawn and as long as it runs. Whether
   * a box begins or ends there is unknown.
   */
  readonly edges?: boolean;
  /** The program it was measured in, if the file says so. */
  readonly source?: BoxSource;
};

/** Where boxes of a list come from. */
export const boxSources = ["boxes", "drawing", "picture", "page"] as const;
export type BoxSource = (typeof boxSources)[number];

/** Limits of box lists (docs/fit.md). */
export const boxLimits = { boxes: 5000, name: 200, px: 100_000, decimals: 6, bytes: 5 * 1024 * 1024 } as const;

const wanted = (least: number): string =>
  `must be a number from ${least.toLocaleString("en")} to ${boxLimits.px.toLocaleString("en")} with at most ${boxLimits.decimals} decimals, in px`;

/** A length of a box as a number or as decimal text. */
const measured = (least: number) =>
  z.pipe(
    z.union([z.number(), z.string().check(z.maxLength(40))], { error: wanted(least) }),
    z.transform((value: number | string, context) => {
      const text = String(value);
      const read = new RegExp(`^-?\\d+(\\.\\d{1,${boxLimits.decimals}})?$`).test(text) ? parseDecimal(text) : null;
      if (read && toNumber(read) >= least && toNumber(read) <= boxLimits.px) return read;
      context.issues.push({ code: "custom", input: value, message: wanted(least) });
      return z.NEVER;
    }),
  );

/** Position and size of a box, for schemas. */
export const boxNumbers = { x: measured(-boxLimits.px), y: measured(-boxLimits.px), width: measured(0), height: measured(0) };

const boxSchema = z.strictObject({
  name: z.string().check(z.maxLength(boxLimits.name, { error: `must be at most ${boxLimits.name} characters` })),
  ...boxNumbers,
  area: z._default(z.nullable(z.string().check(z.maxLength(40, { error: "must be an area's id" }))), null),
});

const tooMany = (count: number): string =>
  `must hold at most ${boxLimits.boxes.toLocaleString("en")} boxes; it holds ${count.toLocaleString("en")}`;

/** A list whose length is checked before its entries are. */
const boxesSchema = z.pipe(
  z.transform((value, context) => {
    if (!Array.isArray(value) || value.length <= boxLimits.boxes) return value;
    context.issues.push({ code: "custom", input: value, message: tooMany(value.length) });
    return z.NEVER;
  }),
  z.array(boxSchema).check(z.minLength(1, { error: "must hold at least 1 box" })),
);

const size = z.pipe(sizeSchema, z.transform(fromJsonNumber));

/** The box list as JSON (docs/fit.md). */
export const boxListSchema = z.strictObject({
  format: z.literal("ypsiline-boxes", { error: 'must be "ypsiline-boxes"' }),
  formatVersion: z.literal(1, { error: "must be 1, the version there is" }),
  width: size,
  height: z._default(z.nullable(size), null),
  edges: z._default(z.boolean({ error: "must be true where each entry is an edge of a picture, or left out" }), false),
  source: z.optional(z.enum(boxSources, { error: `must be one of ${boxSources.join(", ")}` })),
  boxes: boxesSchema,
});

const depth = 8;

/** Reads a box list written as JSON. Faults come back with their JSON Pointers. */
export const readBoxesJson = (text: string): Parsed<BoxList> => {
  if (nestsPast(text, depth)) return { ok: false, issues: [{ path: "", message: `must not nest deeper than ${depth} levels` }] };
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (fault) {
    return { ok: false, issues: [{ path: "", message: `is no JSON: ${fault instanceof Error ? fault.message : "it cannot be read"}` }] };
  }
  const parsed = parseWith(boxListSchema, data);
  if (!parsed.ok) return parsed;
  const { width, height, edges, source, boxes } = parsed.value;
  return { ok: true, value: { width, height, boxes, ...(edges ? { edges } : {}), ...(source ? { source } : {}) } };
};

const headings = ["name", "x", "y", "width", "height", "area"] as const;
type Heading = (typeof headings)[number];
const needed: readonly Heading[] = ["x", "y", "width", "height"];

/** Reads boxes written as CSV with the headings name, x, y, width, height and area, in any order; name and area may be left out. */
export const readBoxesCsv = (text: string): Parsed<readonly Box[]> => {
  const read = readCsvRows(text);
  const fault = (line: number, message: string): Issue => ({ path: `line ${line}`, message });
  if (!read.ok) return { ok: false, issues: [fault(read.line, read.message)] };
  const [head, ...rows] = read.rows;
  if (!head) return { ok: false, issues: [fault(1, `is empty; the first line has the headings ${headings.join(", ")}`)] };
  const columns = new Map(head.fields.map((field, index) => [field.toLowerCase(), index]));
  const missing = needed.filter((name) => !columns.has(name));
  if (missing.length > 0)
    return { ok: false, issues: [fault(head.line, `has no heading ${missing.join(", ")}; the headings are ${headings.join(", ")}`)] };
  if (rows.length === 0) return { ok: false, issues: [fault(head.line, "has headings and no boxes below them")] };
  if (rows.length > boxLimits.boxes) return { ok: false, issues: [fault(rows[boxLimits.boxes]?.line ?? 1, tooMany(rows.length))] };
  const issues: Issue[] = [];
  const boxes = rows.map((row, index): unknown => {
    const field = (name: Heading): string | undefined => {
      const at = columns.get(name);
      return at === undefined ? undefined : row.fields[at];
    };
    const area = field("area");
    return {
      name: readValue(field("name") ?? "") || `Box ${index + 1}`,
      ...Object.fromEntries(needed.map((name) => [name, (field(name) ?? "").replace(/px$/, "")])),
      ...(area ? { area } : {}),
    };
  });
  const parsed = parseWith(boxesSchema, boxes);
  if (parsed.ok) return parsed;
  for (const { path, message } of parsed.issues) {
    const [, index = "", member = ""] = path.split("/");
    issues.push({ path: `line ${rows[Number(index)]?.line ?? 1}${member ? `, ${member}` : ""}`, message });
  }
  return { ok: false, issues };
};

/** Boxes as the JSON document, as `readBoxesJson` reads it. */
export const boxListJson = ({ width, height, edges, source, boxes }: BoxList): Record<string, unknown> => ({
  format: "ypsiline-boxes",
  formatVersion: 1,
  width: toNumber(width),
  ...(height === null ? {} : { height: toNumber(height) }),
  ...(edges ? { edges } : {}),
  ...(source ? { source } : {}),
  boxes: boxes.map(({ name, x, y, width: wide, height: high, area }) => ({
    name,
    x: toDecimal(x, boxLimits.decimals),
    y: toDecimal(y, boxLimits.decimals),
    width: toDecimal(wide, boxLimits.decimals),
    height: toDecimal(high, boxLimits.decimals),
    ...(area === null ? {} : { area }),
  })),
});

/** The width of a viewport that boxes without one were measured at: the furthest right edge, at least 1 px. */
export const widthOfBoxes = (boxes: readonly Box[]): Exact => {
  const furthest = Math.min(limits.size, Math.max(1, ...boxes.map(({ x, width }) => toNumber(x) + toNumber(width))));
  return exact(Math.round(furthest));
};

/** Whether a box has an extent in both directions. */
export const isFlat = ({ width, height }: Box): boolean => sign(width) === 0 || sign(height) === 0;
