import { z } from "zod";
import { extensionsSchema } from "./extensions";
import { lengthSchema } from "./length-schema";
import { limits } from "./limits";
import { formatVersion } from "./upgrade";

const text = z.string().max(limits.text, { error: `must be at most ${limits.text.toLocaleString("en")} characters` });
const name = text.refine((value) => value.trim() !== "", { error: "must not be empty" });

/** Ids stand in URLs, file names and custom properties. */
export const idPattern = /^[a-z][a-z0-9-]{0,39}$/;
const id = z.string().regex(idPattern, {
  error: "must be an id: a small letter, then at most 39 small letters, digits or hyphens",
});

/** True for numbers with at most three decimals, judged by their written form and not by arithmetic on floats. */
const threeDecimals = (value: number): boolean => /^\d+(\.\d{1,3})?$/.test(String(value));

export const sizeSchema = z
  .number()
  .min(1, { error: `must be from 1 to ${limits.size.toLocaleString("en")}` })
  .max(limits.size, { error: `must be from 1 to ${limits.size.toLocaleString("en")}` })
  .refine(threeDecimals, { error: "must have at most 3 decimals" });

const whole = (least: number, most: number) =>
  z
    .number()
    .int({ error: "must be a whole number" })
    .min(least, { error: `must be from ${least} to ${most}` })
    .max(most, { error: `must be from ${least} to ${most}` });

const fixedLength = lengthSchema({ units: ["px", "rem"] });
const step = lengthSchema({ units: ["px", "rem"], positive: true });
const offset = lengthSchema({ units: ["px", "rem"], negative: true }).default("0px");
const marginLength = lengthSchema({ units: ["px", "rem", "%"] });

/** `end` is the same as `start` when left out. */
const sides = (length: ReturnType<typeof lengthSchema>) =>
  z.strictObject({ start: length, end: length.optional() }).transform(({ start, end }) => ({ start, end: end ?? start }));

const align = z.enum(["center", "start", "end"]).default("center");

const containerSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("fluid") }),
  z.strictObject({ kind: z.literal("capped"), max: step, align }),
  z.strictObject({ kind: z.literal("fixed"), width: step, align }),
]);

const columnsSchema = z.strictObject({
  count: whole(1, limits.columns),
  gutter: lengthSchema({ units: ["px", "rem", "fr"] }),
  margin: sides(marginLength),
  edgeGutters: z.enum(["none", "half"]).default("none"),
  container: containerSchema,
  stated: z.strictObject({ container: fixedLength.optional(), column: fixedLength.optional() }).optional(),
});

const rowsSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("repeating"), height: step, gutter: fixedLength, offset }),
  z.strictObject({
    kind: z.literal("dividing"),
    count: whole(1, 1000),
    gutter: fixedLength,
    margin: sides(fixedLength),
    least: fixedLength.optional(),
    most: fixedLength.optional(),
  }),
]);

export const breakpointSchema = z.strictObject({
  id,
  name,
  from: sizeSchema,
  drawnAt: z.strictObject({ width: sizeSchema, height: sizeSchema }),
  columns: columnsSchema,
  rows: rowsSchema.nullable().default(null),
  baseline: z
    .strictObject({ step, offset, emphasis: whole(1, 1000) })
    .nullable()
    .default(null),
  mesh: z
    .strictObject({ step, emphasis: whole(1, 1000) })
    .nullable()
    .default(null),
});

const placementSchema = z.strictObject({
  column: z
    .number()
    .int()
    .min(-limits.columns)
    .max(2 * limits.columns),
  span: whole(1, 2 * limits.columns),
  row: z.number().int().min(-1000).max(10_000).optional(),
  rowSpan: whole(1, 10_000).optional(),
  leaves: z.enum(["none", "start", "end", "both"]).default("none"),
  reason: text.optional(),
  over: z.boolean().default(false),
});

const unique =
  <T>(key: (item: T) => string, what: string) =>
  (items: readonly T[], context: z.core.$RefinementCtx) => {
    const seen = new Map<string, number>();
    items.forEach((item, index) => {
      const first = seen.get(key(item));
      if (first === undefined) seen.set(key(item), index);
      else
        context.addIssue({
          code: "custom",
          path: [index, what],
          message: `must be unique: "${key(item)}" is the ${what} of number ${first + 1} already`,
        });
    });
  };

/** Metrics in font units, as fonts state them; the descent as a distance below the baseline. */
const fontUnits = (least: number) => whole(least, 100_000);

const most = (count: number, what: string) => ({ error: `must hold at most ${count} ${what}` });

/** A list whose length is looked at before its entries are: a list of 100,000 is refused as fast as one of 100. */
const bounded = <T extends z.ZodType>(count: number, what: string, list: z.ZodArray<T>): z.ZodArray<T> =>
  z.preprocess(
    (value, context) => {
      if (!Array.isArray(value) || value.length <= count) return value;
      context.addIssue({ code: "custom", message: `must hold at most ${count} ${what}; it holds ${value.length.toLocaleString("en")}` });
      return z.NEVER;
    },
    list.max(count, most(count, what)),
  ) as unknown as z.ZodArray<T>;

/** By breakpoint; no more of them than there can be breakpoints, looked at before any of them is. */
const placementsRecord = z.record(z.string(), placementSchema);
const placementsSchema = z.preprocess((value, context) => {
  if (typeof value !== "object" || value === null || Object.keys(value).length <= limits.breakpoints) return value;
  context.addIssue({ code: "custom", message: `must hold at most ${limits.breakpoints} placements` });
  return z.NEVER;
}, placementsRecord) as unknown as typeof placementsRecord;

/**
 * The layout document, `ypsiline-layout` version 1 (docs/format.md). The one place its shape is written.
 * Parsing fills in what may be left out. Numbers that contradict each other are let in: checks speak of those.
 */
export const layoutSchema = z
  .strictObject({
    format: z.literal("ypsiline-layout", { error: 'must be "ypsiline-layout"' }),
    formatVersion: z.literal(formatVersion, { error: `must be ${formatVersion}, the version there is` }),
    name,
    base: lengthSchema({ units: ["px"], positive: true }),
    rootFontSize: lengthSchema({ units: ["px"], positive: true }).default("16px"),
    leastColumn: fixedLength.default("0px"),
    spacing: bounded(
      limits.spacingSteps,
      "spacing steps",
      z.array(
        z.strictObject({
          name,
          multiple: z
            .number()
            .min(0, { error: "must be from 0 to 1,000" })
            .max(1000, { error: "must be from 0 to 1,000" })
            .refine(threeDecimals, { error: "must have at most 3 decimals" }),
        }),
      ),
    )
      .superRefine(unique((item) => item.name, "name"))
      .default([]),
    breakpoints: bounded(
      limits.breakpoints,
      "breakpoints",
      z.array(breakpointSchema).min(1, { error: "must hold at least 1 breakpoint" }),
    ).superRefine(unique((item) => item.id, "id")),
    text: bounded(limits.textRoles, "text roles", z.array(z.strictObject({ name, size: step, lineHeight: step, font: text })))
      .superRefine(unique((item) => item.name, "name"))
      .default([]),
    fonts: bounded(
      limits.fonts,
      "fonts",
      z.array(
        z
          .strictObject({ name, unitsPerEm: fontUnits(1), ascent: fontUnits(0), descent: fontUnits(0), capHeight: fontUnits(0) })
          .refine(({ ascent, descent }) => ascent + descent > 0, { error: "must have an ascent or a descent above 0" }),
      ),
    )
      .superRefine(unique((item) => item.name, "name"))
      .optional(),
    areas: bounded(limits.areas, "areas", z.array(z.strictObject({ id, name, placements: placementsSchema, kind: text.optional() })))
      .superRefine(unique((item) => item.id, "id"))
      .default([]),
    notes: bounded(limits.notes, "notes", z.array(z.strictObject({ about: z.string().max(limits.text), text: name }))).default([]),
    accepted: bounded(
      limits.accepted,
      "accepted findings",
      z.array(z.strictObject({ rule: z.string().max(100), breakpoint: z.string().max(100), reason: name })),
    )
      .superRefine(unique((item) => `${item.rule} at ${item.breakpoint}`, "rule"))
      .default([]),
    extensions: extensionsSchema.optional(),
  })
  .superRefine((layout, context) => {
    const ids = new Set(layout.breakpoints.map((breakpoint) => breakpoint.id));
    layout.areas.forEach((area, index) => {
      for (const key of Object.keys(area.placements))
        if (!ids.has(key))
          context.addIssue({
            code: "custom",
            path: ["areas", index, "placements", key],
            message: `names no breakpoint; the breakpoints are ${[...ids].join(", ")}`,
          });
    });
  });

/** A layout document with everything filled in. */
export type Layout = z.output<typeof layoutSchema>;
/** A layout document as it may be written, with what can be left out left out. */
export type LayoutInput = z.input<typeof layoutSchema>;
export type Breakpoint = Layout["breakpoints"][number];
export type Columns = Breakpoint["columns"];
export type Container = Columns["container"];
export type Rows = NonNullable<Breakpoint["rows"]>;
export type Baseline = NonNullable<Breakpoint["baseline"]>;
